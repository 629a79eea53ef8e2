import type { SegmentName } from "../glyph";
import {
  pipId,
  type BitOrder,
  type EncodedBit,
  type Encoding,
  type LineUse,
  type PipId,
  type UnitRef,
} from "../rig";
import type { Address } from "./addresses";
import { bitPlace, type Chain } from "./chain";

/**
 * The encoding the wires ask for: the bit of every LED that a register of the chain controls.
 * @param planned the lines to use where the wires lead to none
 */
export function encodingOf(
  addresses: readonly Address[],
  chain: Chain,
  bitOrder: BitOrder,
  planned: Readonly<Record<LineUse, string>>,
): Encoding {
  const bits = addresses.flatMap(({ pip, verdict }): EncodedBit[] => {
    if (verdict.kind !== "driven") return [];
    return verdict.conditions.flatMap(({ driver, lights }) => {
      const at = driver.kind === "register" ? chain.chips.indexOf(driver.unit) : -1;
      if (driver.kind !== "register" || at < 0) return [];
      const { byte, bit } = bitPlace(at, driver.stage, chain.chips.length, bitOrder);
      return [{ pip, byte, bit, lights }];
    });
  });
  return {
    lines: {
      data: chain.lines.data ?? planned.data,
      clock: chain.lines.clock ?? planned.clock,
      latch: chain.lines.latch ?? planned.latch,
    },
    bitOrder,
    byteCount: Math.max(1, chain.chips.length),
    bits,
  };
}

/**
 * The bytes that light exactly these LEDs, in the order they are sent. Bits that serve no LED are 0. Where two LEDs
 * share a bit, the one that is to be lit wins.
 */
export function encodePips(encoding: Encoding, lit: ReadonlySet<PipId>): number[] {
  const bytes = Array<number>(encoding.byteCount).fill(0);
  const write = ({ byte, bit }: EncodedBit, value: number) => {
    if (byte < bytes.length) bytes[byte] = value ? bytes[byte]! | (1 << bit) : bytes[byte]! & ~(1 << bit);
  };
  for (const entry of encoding.bits) if (!lit.has(entry.pip)) write(entry, 1 - entry.lights);
  for (const entry of encoding.bits) if (lit.has(entry.pip)) write(entry, entry.lights);
  return bytes;
}

/** The LEDs that bytes light through an encoding; the inverse of {@link encodePips}. */
export function decodeBytes(encoding: Encoding, bytes: readonly number[]): Set<PipId> {
  const lit = new Map<PipId, boolean>();
  for (const { pip, byte, bit, lights } of encoding.bits) {
    const holds = (((bytes[byte] ?? 0) >> bit) & 1) === lights;
    lit.set(pip, holds && (lit.get(pip) ?? true));
  }
  return new Set([...lit].filter(([, on]) => on).map(([pip]) => pip));
}

/** The LEDs of one digit for a list of segments. */
export const pipsOf = (unit: UnitRef, digit: number, segments: Iterable<SegmentName>): Set<PipId> =>
  new Set([...segments].map((segment) => pipId(unit, digit, segment)));
