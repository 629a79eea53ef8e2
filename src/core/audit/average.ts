import { isMultiplexed, type RigModel } from "../address";
import { pointAt, type Solution } from "../circuit";
import { buildProgram, driveState } from "../program";
import { fullTimeline } from "../scan";

/** One state of the show, and the share of the time it is on. */
export interface SharedPoint {
  readonly share: number;
  readonly point: Solution;
}

/**
 * The states a show goes through, as they come out of the wires, with the share of the time each is lit. While digits
 * take turns, a slot's share is what its digit is lit of a turn; the rest is dark.
 */
export function driveStates(model: RigModel): SharedPoint[] {
  const program = buildProgram(model);
  const { frames, dark } = program;
  const duty = isMultiplexed(model)
    ? model.slots.map((digits) => {
        const { digits: spans, period } = fullTimeline(model);
        const lit = spans[model.digits.indexOf(digits[0]!)] ?? [];
        return lit.reduce((sum, { from, to }) => sum + to - from, 0) / period;
      })
    : [1];
  const rest = Math.max(0, 1 - duty.reduce((sum, share) => sum + share, 0));
  const at = (state: (typeof dark.states)[number]) => pointAt(model, driveState(program, model, state));
  return [
    ...frames.flatMap(({ states }) =>
      states.map((state) => ({ share: (duty[state.slot] ?? 0) / frames.length, point: at(state) })),
    ),
    { share: rest, point: at(dark.states[0]!) },
  ];
}
