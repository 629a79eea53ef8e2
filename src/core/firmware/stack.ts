import type { AvrMachine } from "./machine";
import { UNTOUCHED } from "./machine";

/** Untouched bytes in a row that are taken for the gap between variables and stack. */
const GAP = 24;

/** What a program has used of its RAM since power-up, in bytes. */
export interface RamUse {
  readonly variables: number;
  /** Deepest so far. */
  readonly stack: number;
  readonly free: number;
}

/**
 * How far variables and stack came, by what was left of the pattern RAM is filled with at power-up: the longest stretch
 * nobody has touched lies between them. Where there is none they have met.
 * @param variables bytes of variables, where the file tells
 */
export function ramUse({ cpu, chip }: AvrMachine, variables?: number): RamUse {
  const from = chip.ramFrom + (variables ?? 0);
  const end = chip.ramFrom + chip.ram;
  let [begins, length] = [end, 0];
  for (let at = from, run = 0; at < end; at += 1) {
    run = cpu.data[at] === UNTOUCHED ? run + 1 : 0;
    if (run > length) [begins, length] = [at - run + 1, run];
  }
  if (length < GAP) return { variables: variables ?? 0, stack: end - from, free: 0 };
  const used = variables ?? begins - chip.ramFrom;
  return { variables: used, stack: end - begins - length, free: length };
}
