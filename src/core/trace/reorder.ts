import type { RigModel } from "../address";
import { HIGH, LOW, type Level } from "../level";
import type { Nanoseconds } from "../quantity";
import { Loads } from "./loads";

/** Bits of one load of a chain, put in another order. */
export type BitsOrder = (bits: readonly Level[]) => readonly Level[];

const inBytes = (bits: readonly Level[]): Array<readonly Level[]> =>
  Array.from({ length: Math.ceil(bits.length / 8) }, (_, at) => bits.slice(at * 8, at * 8 + 8));

/** The bits of each byte the other way round. */
export const bitsOfBytes: BitsOrder = (bits) => inBytes(bits).flatMap((byte) => [...byte].reverse());
/** All bits of a load the other way round. */
export const bitsOfAll: BitsOrder = (bits) => [...bits].reverse();
/** The bytes of a load the other way round. */
export const bytesOfAll: BitsOrder = (bits) => inBytes(bits).reverse().flat();
/** Every bit the opposite. */
export const opposite: BitsOrder = (bits) =>
  bits.map((bit) => (bit === LOW ? HIGH : bit === HIGH ? LOW : bit));

/**
 * Hands edges on to a decoder, but those that shift a chain: its bits are gathered until the latch rises, or all of them
 * are there where nothing latches, put in another order, and shifted then.
 */
export function reordered(
  { encoding, chain }: RigModel,
  order: BitsOrder,
  decoder: { change(line: string, at: Nanoseconds, level: Level): void },
): (line: string, at: Nanoseconds, level: Level) => void {
  const uses = encoding.chain;
  if (!uses) return decoder.change.bind(decoder);
  const length = chain.chips.length * 8;
  const levels = new Map<string, Level>();
  const loads = new Loads(length);
  let bits: Level[] = [];
  const shift = (at: Nanoseconds) => {
    for (const bit of order(bits.slice(-length))) {
      decoder.change(uses.clock, at, LOW);
      decoder.change(uses.data, at, bit);
      decoder.change(uses.clock, at, HIGH);
    }
    bits = [];
  };
  return (line, at, level) => {
    const before = levels.get(line);
    levels.set(line, level);
    if (line === uses.data) return;
    if (line === uses.clock) {
      if (before === LOW && level === HIGH) {
        const place = loads.rise(at);
        if (uses.latch === undefined && place === 1) bits = [];
        bits.push(levels.get(uses.data) ?? LOW);
        if (uses.latch === undefined && place === length) shift(at);
      }
      if (bits.length > 4 * length) bits = bits.slice(-length);
      return;
    }
    if (line === uses.latch && level === HIGH && before !== HIGH) shift(at);
    decoder.change(line, at, level);
  };
}
