import type { RigModel } from "../address";
import type { LineGiven } from "../bus";
import type { Nanoseconds } from "../quantity";

/** An edge the program put on a line, or a line it has let go. */
export interface FirmwareEdge {
  readonly at: Nanoseconds;
  readonly line: string;
  readonly given: LineGiven;
}

/**
 * When a write has reached the chips: their latch or select line rises; where there is none, the data line is let go
 * while the clock is high. On a rig without chips every edge is one.
 */
export function writeEnds({ encoding }: RigModel): (edge: FirmwareEdge) => boolean {
  const rising = new Set([
    ...(encoding.buses ?? []).flatMap(({ select }) => select ?? []),
    ...(encoding.chain ? [encoding.chain.latch ?? encoding.chain.clock] : []),
  ]);
  const open = (encoding.buses ?? []).filter(({ select }) => select === undefined);
  if (rising.size === 0 && open.length === 0) return () => true;
  const high = new Map<string, boolean>();
  return ({ line, given }) => {
    const was = high.get(line) ?? false;
    const now = given !== 0;
    high.set(line, now);
    if (was || !now) return false;
    return rising.has(line) || open.some(({ data, clock }) => data === line && high.get(clock) === true);
  };
}

/** What a step of a compiled program goes to. */
export type FirmwareStep = "instruction" | "edge" | "write" | "face" | { readonly line: string };
