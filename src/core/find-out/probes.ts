import { SEGMENTS, type PipName } from "../glyph";
import { matrixSize, type Plan } from "../rig";

/** One output at a time: what a plan takes it for, a digit or row from 1 and a segment or column. */
export interface Probe {
  readonly digit: number;
  readonly segment: PipName;
}

/** What was seen while one output was on: an LED of the display as it stands on the table, none, or several at once. */
export type Seen = Probe | "nothing" | "several";

/** Digits a module's first chip has, or rows of its first block. */
const digitsOn = (plan: Plan): number =>
  Math.min(
    matrixSize(plan)?.rows ?? 8,
    plan.bought ? plan.bought.digits / plan.bought.chips : plan.digits,
    8,
  );

/**
 * The outputs to light one by one: every segment of one digit, then one segment of every other digit, and every point.
 * Of dots the columns of one row, then the first dot of every other row.
 */
export function probesOf(plan: Plan): Probe[] {
  const digits = plan.bought?.segmentsFirst ? plan.bought.digits : digitsOn(plan);
  const names = namesOf(plan);
  const others = Array.from({ length: digits - 1 }, (_, at) => at + 2);
  const marks: Probe[] = matrixSize(plan) ? [] : others.map((digit) => ({ digit, segment: "dp" }));
  return [
    ...names.map((segment): Probe => ({ digit: 1, segment })),
    ...others.map((digit): Probe => ({ digit, segment: names[0]! })),
    ...marks,
  ];
}

/** The segments, or columns, a probe may light. */
export const namesOf = (plan: Plan): PipName[] =>
  matrixSize(plan)
    ? Array.from({ length: Math.min(8, matrixSize(plan)!.columns) }, (_, at): PipName => `c${at + 1}`)
    : [...SEGMENTS];
