import type { DotGrid, RigModel } from "../../address";
import { groupBy } from "../../collect";
import { digitOf, type PipId } from "../../rig";
import type { SlotBytes } from "./slot-bytes";

/** What the wires make of dots: the face with nothing lit, and the bit each dot turns around. */
export interface DotBits {
  /** Everything dark, but every row switched on in its turn. */
  readonly base: readonly number[];
  /** The bit of each dot, row by row, counted from the lowest of the first byte; -1 where there is no LED. */
  readonly bits: Int32Array;
}

interface Dot {
  readonly place: number;
  readonly pip: PipId;
}

/**
 * Finds each dot's bit by lighting half of them at a time: which halves turn a bit around says whose it is. Bits that
 * all of them turn around switch their row.
 * @returns undefined where the wires give a dot no bit of its own
 */
export function dotBits(model: RigModel, { at }: DotGrid, wired: SlotBytes): DotBits | undefined {
  const dots = [...at].flatMap((index, place): Dot[] =>
    index < 0 ? [] : [{ place, pip: model.addresses[index]!.pip }],
  );
  const bySlot = groupBy(dots, ({ pip }) => wired.slotOf(digitOf(pip)));
  const byRow = groupBy(dots, ({ pip }) => digitOf(pip));
  // Rows of several blocks that share a slot may have switches of their own.
  return found([...bySlot.values()], at.length, wired) ?? found([...byRow.values()], at.length, wired);
}

function found(groups: ReadonlyArray<readonly Dot[]>, dots: number, wired: SlotBytes): DotBits | undefined {
  const bits = new Int32Array(dots).fill(-1);
  const switches = new Set<number>();
  for (const group of groups) {
    const own = bitsOf(group, wired);
    if (!own) return undefined;
    for (const [place, bit] of own.bits) bits[place] = bit;
    own.switches.forEach((bit) => switches.add(bit));
  }
  const base = [...wired.dark];
  for (const bit of switches) base[bit >> 3]! ^= 1 << (bit & 7);
  return { base, bits };
}

function bitsOf(
  group: readonly Dot[],
  wired: SlotBytes,
): { readonly bits: ReadonlyMap<number, number>; readonly switches: readonly number[] } | undefined {
  const slot = wired.slotOf(digitOf(group[0]!.pip));
  // Numbers from 1 on: none is all zeroes, so that every dot is lit in one half at least.
  const halves = Math.ceil(Math.log2(group.length + 1));
  const lit = (wanted: (number: number) => boolean) =>
    wired.turned(
      group.flatMap(({ pip }, at) => (wanted(at + 1) ? [pip] : [])),
      slot,
    );
  const all = lit(() => true);
  const ones = Array.from({ length: halves }, (_, half) => lit((number) => ((number >> half) & 1) === 1));
  const zeroes = Array.from({ length: halves }, (_, half) => lit((number) => ((number >> half) & 1) === 0));
  const isEmpty = ones.map((_, half) => group.every((_, at) => (((at + 1) >> half) & 1) === 1));
  const bits = new Map<number, number>();
  const switches: number[] = [];
  for (let bit = 0; bit < all.length * 8; bit += 1) {
    const has = (bytes: readonly number[]) => (bytes[bit >> 3]! >> (bit & 7)) & 1;
    if (!has(all)) {
      if (ones.some(has) || zeroes.some(has)) return undefined;
      continue;
    }
    if (group.length > 1 && ones.every(has) && zeroes.every((bytes, half) => isEmpty[half] || has(bytes))) {
      switches.push(bit);
      continue;
    }
    const number = ones.reduce((sum, bytes, half) => sum + (has(bytes) << half), 0);
    const isOne = ones.every((bytes, half) => has(bytes) !== has(zeroes[half]!));
    const dot = group[number - 1];
    if (!isOne || !dot || bits.has(dot.place)) return undefined;
    bits.set(dot.place, bit);
  }
  return { bits, switches };
}
