import type { RigModel } from "../address";
import { circuitOf } from "../circuit";
import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";
import { chipScans } from "../scan";
import type { Audit, AuditRow } from "./rows";
import { measuresOf } from "./measures";

/** States of the outputs that are told apart; what comes on top of them counts for the time only. */
const MOST_STATES = 4096;

/**
 * What runs through everything that can be overloaded while code nobody knows drives a rig: each state of the outputs
 * with the time it stood. Chips that scan by themselves are not looked at: what they carry hangs on their set-up, which
 * the rig's own audit takes at its highest.
 */
export class ObservedLoads {
  private readonly states = new Map<string, { readonly levels: readonly Level[]; time: Nanoseconds }>();
  private since: Nanoseconds = 0;
  private now: { time: Nanoseconds } | undefined;

  constructor(private readonly model: RigModel) {}

  /** The outputs of the circuit are at these levels from a moment on. */
  see(levels: readonly Level[], at: Nanoseconds): void {
    this.pass(at);
    const key = levels.join("");
    let state = this.states.get(key);
    if (!state && this.states.size < MOST_STATES) {
      state = { levels: levels.slice(), time: 0 };
      this.states.set(key, state);
    }
    this.now = state;
  }

  /** The worst and the mean of each measure, over what was seen by a moment. */
  audit(at: Nanoseconds): Audit {
    this.pass(at);
    const circuit = circuitOf(this.model, "strong");
    const seen = [...this.states.values()].map(({ levels, time }) => ({
      point: circuit.solve(levels),
      time,
    }));
    const total = seen.reduce((sum, { time }) => sum + time, 0) || 1;
    const scans = chipScans(this.model).length > 0;
    const rows = (scans ? [] : measuresOf(this.model)).map(({ of, ofAny: _, ...measure }): AuditRow => {
      const values = seen.map(({ point, time }) => ({ value: of(point), time }));
      const value = Math.max(0, ...values.map((one) => one.value));
      const limit = measure.maximum ?? measure.keep;
      return {
        ...measure,
        worst: { value, state: { bytes: [], levels: {}, steps: {} } },
        average: values.reduce((sum, one) => sum + (one.value * one.time) / total, 0),
        share: limit === undefined ? undefined : value / limit,
      };
    });
    return { rows, states: seen.length, complete: true };
  }

  private pass(at: Nanoseconds): void {
    if (this.now) this.now.time += at - this.since;
    this.since = at;
  }
}
