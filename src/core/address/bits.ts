import { type LegRef, type PipId, legRef } from "../rig";
import { bitPlace, nthOf } from "./chain";
import type { RigModel } from "./model";

/** One bit of what is sent, in its place: what the code takes it for, and where the wires bring it. */
export interface SentBit {
  /** From 0, in the order of sending. */
  readonly nth: number;
  readonly byte: number;
  readonly bit: number;
  /** The LEDs the code means. */
  readonly meant: readonly PipId[];
  /** The LEDs the wires bring it to. */
  readonly reaches: readonly PipId[];
  /** The register output it ends at. */
  readonly output: LegRef | undefined;
}

/** All bits of one update in the order they are sent. */
export function sentBits(model: RigModel): SentBit[] {
  const { encoding, wired, chain } = model;
  const { bitOrder } = encoding;
  const byPlace = ({ pips, bitOrder: order }: typeof wired): ReadonlyMap<number, PipId[]> => {
    const found = new Map<number, PipId[]>();
    for (const { pip, needs } of pips) {
      for (const need of needs) {
        if (!("byte" in need)) continue;
        const nth = nthOf(need.byte, need.bit, order);
        found.set(nth, [...(found.get(nth) ?? []), pip]);
      }
    }
    return found;
  };
  const meant = byPlace(encoding);
  const reaches = byPlace(wired);
  return Array.from({ length: encoding.byteCount * 8 }, (_, nth): SentBit => {
    const byte = Math.floor(nth / 8);
    const bit = bitOrder === "msb-first" ? 7 - (nth % 8) : nth % 8;
    return {
      nth,
      byte,
      bit,
      meant: meant.get(nth) ?? [],
      reaches: reaches.get(nth) ?? [],
      output: outputAt(model, chain.chips.length, nth),
    };
  });
}

function outputAt(model: RigModel, chips: number, nth: number): LegRef | undefined {
  for (let at = 0; at < chips; at += 1) {
    const ref = model.chain.chips[at]!;
    const part = model.part(ref);
    if (part.kind !== "shift-register") continue;
    for (let stage = 0; stage < part.stages; stage += 1) {
      if (bitPlace(at, stage, chips, "msb-first").nth === nth) return legRef(ref, part.outputLegs[stage]!);
    }
  }
  return undefined;
}
