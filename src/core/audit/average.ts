import { isMultiplexed, type DriveState, type RigModel } from "../address";
import { buildProgram, driveState } from "../program";
import { fullTimeline } from "../scan";

/** One state of the show, and the share of the time it is on. */
export interface SharedState {
  readonly share: number;
  readonly state: DriveState;
}

/** So many faces of a long run are looked at, evenly spread. */
const MOST_FACES = 128;

/**
 * The states a show goes through, as they come out of the wires, with the share of the time each is lit. While digits
 * take turns, a slot's share is what its digit is lit of a turn; the rest is dark. Digits that stay lit beyond their
 * turn share the time they have: all shares together are one.
 */
export function driveStates(model: RigModel): SharedState[] {
  const program = buildProgram(model);
  const { frames, dark } = program;
  const lit = isMultiplexed(model)
    ? model.slots.map((digits) => {
        const { digits: spans, period } = fullTimeline(model);
        const here = spans[model.digits.indexOf(digits[0]!)] ?? [];
        return here.reduce((sum, { from, to }) => sum + to - from, 0) / period;
      })
    : [1];
  const all = lit.reduce((sum, share) => sum + share, 0);
  const duty = lit.map((share) => share / Math.max(1, all));
  const rest = Math.max(0, 1 - all);
  const step = Math.max(1, frames.length / MOST_FACES);
  const seen = Array.from(
    { length: Math.min(frames.length, MOST_FACES) },
    (_, at) => frames[Math.floor(at * step)]!,
  );
  const times = seen.map(({ time }) => time ?? 1);
  const total = times.reduce((sum, time) => sum + time, 0);
  const at = (state: (typeof dark.states)[number]) => driveState(program, model, state);
  return [
    ...seen.flatMap(({ states }, face) =>
      states.map((state) => ({
        share: ((duty[state.slot] ?? 0) * times[face]!) / total,
        state: at(state),
      })),
    ),
    { share: rest, state: at(dark.states[0]!) },
  ];
}
