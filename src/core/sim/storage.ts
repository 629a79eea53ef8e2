import type { Level } from "../level";
import type { RigCircuit, Solution } from "../circuit";
import type { Nanoseconds } from "../quantity";
import type { Moment, Stretch } from "./moment";

type Make = (levels: readonly Level[], stored: ReadonlySet<string>, moment: Moment) => Moment;

/** Lets transistors conduct on for a while after their drive is gone: what makes ghosts where nothing is blanked. */
export class Storage {
  constructor(private readonly circuit: RigCircuit) {}

  /**
   * The stretches with every transistor's turn-off drawn in: from the moment its drive goes it stays on for its time,
   * unless it is driven again.
   * @param before the circuit when the first stretch begins
   */
  follow(before: Solution, stretches: readonly Stretch[], make: Make): readonly Stretch[] {
    const { switches } = this.circuit;
    if (switches.length === 0 || stretches.length === 0) return stretches;
    const result: Stretch[] = [];
    const until = new Map<string, Nanoseconds>();
    let conducts = conducting(before);
    stretches.forEach(({ from, moment }, at) => {
      const now = conducting(moment.solution);
      for (const { id, turnOff } of switches) {
        if (now.has(id)) until.delete(id);
        else if (conducts.has(id)) until.set(id, from + turnOff);
      }
      conducts = now;
      const end = stretches[at + 1]?.from ?? Infinity;
      let start = from;
      while (start < end) {
        const stored = new Set([...until].filter(([, last]) => last > start).map(([id]) => id));
        const then = stored.size > 0 ? make(moment.levels, stored, moment) : moment;
        if (result[result.length - 1]?.moment !== then) result.push({ from: start, moment: then });
        const ends = [...until.values()].filter((last) => last > start);
        if (ends.length === 0) break;
        start = Math.min(...ends);
      }
    });
    return result;
  }
}

/** The transistors that carry current for their own drive's sake. */
export function conducting({ transistors }: Solution): Set<string> {
  const found = new Set<string>();
  for (const [id, { region }] of transistors) if (region !== "off") found.add(id);
  return found;
}
