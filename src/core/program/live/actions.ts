import { gridOf, type RigModel } from "../../address";
import { SCENE_LIMITS } from "../../dots";
import type { Action, Live } from "../../rig";
import { clock, comeRound, name, number, operation, set, type Expression, type Statement } from "../language";
import type { Command } from "./commands";
import { STEP_MS } from "./draw-dots";
import type { LightCode } from "./light";
import type { OutputCode } from "./outputs";
import { REDRAW, type ValueAction, type ValueCode } from "./value-code";

/** How many faces take turns. */
const turningIn = ({ faces }: Live): number => faces.filter((face) => face.while === undefined).length;

/** The next of the faces that take turns, from now on. */
const turnOn = (turning: number): Statement[] => [comeRound("turn", turning), set("turnedAt", clock("ms"))];

/** What actions do, as statements; undefined where nothing can. */
export function doer(
  live: Live,
  values: readonly ValueCode[],
  outputs: readonly OutputCode[],
  light: LightCode,
): (action: Action) => readonly Statement[] | undefined {
  const on = (called: string, action: ValueAction) =>
    values.find(({ name: own }) => own === called)?.act(action);
  const turning = turningIn(live);
  return (action) => {
    if ("step" in action) return on(action.value, { do: "step", by: action.step });
    if ("set" in action) return on(action.value, { do: "set", to: action.set });
    if ("reset" in action) return on(action.reset, { do: "reset" });
    if ("start" in action) return on(action.start, { do: "start" });
    if ("pause" in action) return on(action.pause, { do: "pause" });
    if ("toggle" in action) return on(action.toggle, { do: "toggle" });
    if ("preset" in action) return on(action.preset, { do: "preset" });
    if ("draw" in action) return on(action.draw, { do: "draw" });
    if ("push" in action) return on(action.value, { do: "push", digit: action.push });
    if ("clear" in action) return on(action.clear, { do: "clear" });
    if ("accept" in action) return on(action.accept, { do: "accept" });
    if ("face" in action && action.face === "hold")
      return [set("faceHeld", operation(name("faceHeld"), "==", number(0))), REDRAW];
    if ("face" in action) return turning > 1 ? turnOn(turning) : undefined;
    if ("light" in action) return light.act(action);
    return outputs
      .find(({ unit }) => unit === action.switch)
      ?.act(action.how, action.ms ?? 1000, action.tone);
  };
}

/** What else is asked over the serial line: another face, how fast a text runs, an empty sign. */
export function ownCommands(model: RigModel, live: Live, values: readonly ValueCode[]): Command[] {
  const turning = turningIn(live);
  const [text] = values.filter(({ text: has }) => has);
  const runs = gridOf(model) !== undefined && live.faces.some((face) => face.runs);
  const [least, most] = SCENE_LIMITS.step;
  return [
    ...(turning > 1
      ? [
          {
            name: "face",
            alone: turnOn(turning),
            sets: {
              least: 1,
              most: turning,
              with: (given: Expression) => [
                set("turn", operation(given, "-", number(1))),
                set("turnedAt", clock("ms")),
              ],
            },
            answer: ["face ", operation(name("turn"), "+", number(1))],
          },
        ]
      : []),
    ...(runs
      ? [
          {
            name: "speed",
            sets: { least, most, with: (given: Expression) => [set(STEP_MS, given)] },
            answer: ["speed ", name(STEP_MS)],
          },
        ]
      : []),
    ...(text ? [{ name: "clear", alone: text.act({ do: "reset" }) ?? [], answer: ["cleared"] }] : []),
  ];
}

/** Why an action is not done, in words. */
export function sayUndone(live: Live, action: Action, of?: string): string {
  if (of !== undefined && !live.values.some(({ name: own }) => own === of))
    return `there is no value called ${of}`;
  if ("face" in action) return "there is only one face to turn to";
  if ("light" in action)
    return "nothing here has steps of brightness: a driver chip has, which scans the digits by itself";
  if ("switch" in action) return `${action.switch} cannot be switched`;
  const [what, value] = Object.entries(action).find(
    ([key]) => !["value", "step", "set", "push"].includes(key),
  ) ?? ["step" in action ? "step" : "set" in action ? "set" : "push", (action as { value?: string }).value];
  return live.values.some(({ name: own }) => own === value)
    ? `${value} has nothing to ${what}`
    : `there is no value called ${value}`;
}
