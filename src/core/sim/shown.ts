import type { RigModel } from "../address";
import { groupBy } from "../collect";
import { inOrder, type PipName } from "../glyph";
import { digitKey, digitOf, isOnDigit, splitPipId, type DigitId, type PipId } from "../rig";

/** LEDs that are lit at a moment, and those nobody can tell. */
export interface Lights {
  readonly lit: ReadonlySet<PipId>;
  readonly unknown: ReadonlySet<PipId>;
}

/** What a display shows: lit LEDs of a digit, and those nobody can tell. */
export interface Shown {
  readonly segments: readonly PipName[];
  readonly unknown: readonly PipName[];
}

/** What one digit shows of some lights. */
export function shownOn({ lit, unknown }: Lights, { unit, digit }: DigitId): Shown {
  const on = (pips: ReadonlySet<PipId>) =>
    inOrder([...pips].filter((pip) => isOnDigit(pip, { unit, digit })).map((pip) => splitPipId(pip).segment));
  return { segments: on(lit), unknown: on(unknown) };
}

/** What all digits show of some lights, in reading order. */
export function shownOnAll(model: RigModel, { lit, unknown }: Lights): Shown[] {
  const byDigit = (pips: ReadonlySet<PipId>) => {
    const groups = groupBy([...pips], digitOf);
    return (id: DigitId) => inOrder((groups.get(digitKey(id)) ?? []).map((pip) => splitPipId(pip).segment));
  };
  const [on, doubtful] = [byDigit(lit), byDigit(unknown)];
  return model.digits.map((id) => ({ segments: on(id), unknown: doubtful(id) }));
}
