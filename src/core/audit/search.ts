import type { RigModel } from "../address";
import { pointAt } from "../circuit";
import type { Measure } from "./measures";

/** Up to so many bits every state is looked at; beyond, the worst is climbed to. */
const EXHAUSTIVE_BITS = 12;

export interface Worst {
  readonly value: number;
  /** The bytes the chain holds in that state, in the order they are sent. */
  readonly bytes: readonly number[];
}

export interface Search {
  readonly worst: readonly Worst[];
  /** States looked at. */
  readonly states: number;
  /** Every state there is was looked at. */
  readonly complete: boolean;
}

/** The bits that matter to an LED, each once. */
function usedBits(model: RigModel): Array<{ byte: number; bit: number }> {
  const seen = new Map(model.wired.bits.map(({ byte, bit }) => [`${byte}.${bit}`, { byte, bit }]));
  return [...seen.values()];
}

/** Finds, for each measure, the state of the outputs in which it is greatest. */
export function searchWorst(model: RigModel, measures: readonly Measure[]): Search {
  const bits = usedBits(model);
  const worst: Worst[] = measures.map(() => ({ value: -Infinity, bytes: [] }));
  let states = 0;
  const look = (on: readonly boolean[]): readonly number[] => {
    states += 1;
    const bytes = Array<number>(model.wired.byteCount).fill(0);
    bits.forEach(({ byte, bit }, at) => {
      if (on[at]) bytes[byte]! |= 1 << bit;
    });
    const point = pointAt(model, bytes);
    return measures.map((measure, at) => {
      const value = measure.of(point);
      // A hair more is rounding, not a worse state: the first one found stays.
      if (value > worst[at]!.value + 1e-12) worst[at] = { value, bytes };
      return value;
    });
  };
  if (bits.length <= EXHAUSTIVE_BITS) {
    for (let state = 0; state < 2 ** bits.length; state += 1)
      look(bits.map((_, at) => ((state >> at) & 1) === 1));
    return { worst, states, complete: true };
  }
  const starts = [
    bits.map(() => true),
    bits.map(() => false),
    ...bits.map((_, only) => bits.map((__, at) => at === only)),
  ];
  measures.forEach((_, objective) => {
    for (const start of starts.slice(0, 3)) climb(start, (on) => look(on)[objective]!);
  });
  for (const start of starts) look(start);
  return { worst, states, complete: false };
}

/** Turns single bits over as long as one of them makes it worse. */
function climb(start: readonly boolean[], value: (on: readonly boolean[]) => number): void {
  let here = [...start];
  let best = value(here);
  for (let better = true; better;) {
    better = false;
    for (let at = 0; at < here.length; at += 1) {
      const turned = here.map((on, place) => (place === at ? !on : on));
      const found = value(turned);
      if (found > best + 1e-12) {
        here = turned;
        best = found;
        better = true;
      }
    }
  }
}
