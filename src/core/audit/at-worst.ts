import { busLines, placesOf, stateFor, type DriveState, type RigModel } from "../address";
import { pointAt, type Solution } from "../circuit";
import { switchedBy } from "../program";
import { remembered } from "../remember";
import type { PipId } from "../rig";

/** The levels at which the program's lines have every buzzer and relay on. */
export const loadsOn = remembered((model: RigModel): DriveState["levels"] =>
  Object.fromEntries(
    model.rig.units.flatMap(({ ref }) => {
      if (model.part(ref).kind !== "load") return [];
      const by = switchedBy(model, ref);
      return "line" in by ? [[by.line, by.on] as const] : [];
    }),
  ),
);

/**
 * Levels of lines that show nothing, at which most flows: all loads on, and each line of a bus low, as it is now and
 * then while something is sent over it.
 */
const levelsBeside = remembered((model: RigModel): DriveState["levels"] => ({
  ...Object.fromEntries((model.wired.buses ?? []).flatMap(busLines).map((line) => [line, 0 as const])),
  ...loadsOn(model),
}));

/** The lines the program shows something by, whatever hangs on them. */
export function drivenLines({ wired }: RigModel): ReadonlySet<string> {
  return new Set([
    ...Object.values(wired.chain ?? {}),
    ...wired.rings.flatMap(({ clock, reset }) => [clock, reset]),
    ...(wired.buses ?? []).flatMap(busLines),
    ...placesOf(wired).flatMap((place) => ("line" in place ? [place.line] : [])),
  ]);
}

/** The lines the program puts out anything on: what it only reads is no output. */
export const linesPutOut = remembered(
  (model: RigModel): ReadonlySet<string> => new Set([...drivenLines(model), ...Object.keys(loadsOn(model))]),
);

/** The operating point of a state that is shown, at strong outputs, with all else of the rig as it takes most. */
export const worstPoint = (model: RigModel, state: DriveState): Solution =>
  pointAt(model, { ...state, levels: { ...levelsBeside(model), ...state.levels } }, "strong");

/** The same with exactly these LEDs lit. */
export const worstWith = (model: RigModel, lit: Iterable<PipId>): Solution =>
  worstPoint(model, stateFor(model.wired, new Set(lit)));
