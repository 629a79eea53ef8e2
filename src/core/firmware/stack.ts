import type { AvrMachine } from "./machine";
import { UNTOUCHED } from "./machine";

/** Untouched bytes in a row that are taken for the gap between variables and stack. */
const GAP = 12;

/** What a program has used of its RAM since power-up, in bytes. */
export interface RamUse {
  readonly variables: number;
  /** Deepest so far. */
  readonly stack: number;
  readonly free: number;
}

/**
 * How far variables and stack came, by what was left of the pattern RAM is filled with at power-up. Where no gap is left
 * they have met.
 * @param variables bytes of variables, where the file tells
 */
export function ramUse({ cpu, chip }: AvrMachine, variables?: number): RamUse {
  const from = chip.ramFrom + (variables ?? 0);
  const end = chip.ramFrom + chip.ram;
  let at = end;
  for (let run = 0; at > from && run < GAP; at -= 1) run = cpu.data[at - 1] === UNTOUCHED ? run + 1 : 0;
  const gap = at > from || isGap(cpu.data, from, from + GAP);
  const stack = end - (gap ? at + Math.min(GAP, end - at) : from);
  let low = from;
  if (variables === undefined)
    for (let run = 0; low < end - stack && run < GAP; low += 1)
      run = cpu.data[low] === UNTOUCHED ? run + 1 : 0;
  const used = variables ?? Math.max(0, low - GAP - chip.ramFrom);
  return { variables: used, stack, free: Math.max(0, chip.ram - used - stack) };
}

const isGap = (data: Uint8Array, from: number, to: number): boolean => {
  for (let at = from; at < to; at += 1) if (data[at] !== UNTOUCHED) return false;
  return true;
};
