import { brightnessSteps, type RigModel } from "../../address";
import type { Action, Live } from "../../rig";
import { brightnessStep, dimWrites } from "../driver-writes";
import {
  call,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import type { LiveParts } from "../types";
import type { Command } from "./commands";
import { REDRAW } from "./value-code";

type LightAction = Extract<Action, { light: unknown }>;

/** What light asks of a program: a face that may be dark, chips whose brightness is set. */
export interface LightCode {
  readonly variables: readonly Variable[];
  readonly routines: readonly Subroutine[];
  /** Other than 0 while nothing is to be lit; undefined where that never is. */
  readonly dark?: Expression;
  readonly commands: readonly Command[];
  readonly dims?: LiveParts["dims"];
  /** What an action does; undefined where nothing can. */
  act(action: LightAction): readonly Statement[] | undefined;
}

const DARK = "darkened";
const STEP = "lightStep";

/** Variables that keep a face dark while they are other than 0. */
export const OFF = ["blinkedOff", DARK] as const;

/** Whether an action makes the display dark or lit, and asks for no step of brightness. */
const isDarkening = ({ light }: LightAction): boolean => ["dark", "lit", "switch"].includes(light);

/** @param talks commands over the serial line may ask for it as well */
export function lightCode(model: RigModel, live: Live, talks: boolean): LightCode {
  const asked = [...live.controls, ...live.events].flatMap(({ does }) => ("light" in does ? [does] : []));
  const darkens = talks || asked.some(isDarkening);
  const steps = brightnessSteps(model);
  const dims = steps > 1 && (talks || !asked.every(isDarkening));
  const most = number(steps - 1);
  const to = (step: Expression): Statement[] => [set(STEP, step), call("setLight")];
  const turn = (dark: Expression): Statement[] => [set(DARK, dark), REDRAW];
  const [lit, dark] = [turn(number(0)), turn(number(1))];
  const act = ({ light, level = 0 }: LightAction): readonly Statement[] | undefined => {
    if (light === "dark") return dark;
    if (light === "lit") return lit;
    if (light === "switch") return turn(operation(name(DARK), "==", number(0)));
    if (!dims) return undefined;
    const [one, now] = [number(1), name(STEP)];
    switch (light) {
      case "brighter":
        return [when(operation(now, "<", most), to(operation(now, "+", one)))];
      case "dimmer":
        return [when(operation(now, ">", number(0)), to(operation(now, "-", one)))];
      case "round":
        return [when(operation(now, "<", most), to(operation(now, "+", one)), to(number(0)))];
      case "level":
        return to(number(Math.min(level, steps - 1)));
    }
  };
  return {
    variables: [
      ...(darkens ? [{ name: DARK, width: "u8" as const, most: 1 }] : []),
      ...(dims ? [{ name: STEP, width: "u8" as const, value: number(usualStep(model)) }] : []),
    ],
    routines: dims
      ? [
          {
            name: "setLight",
            says: [`How bright: a step of the chip, 0 to ${steps - 1}.`],
            given: [],
            body: [{ do: "dim", step: name(STEP) }],
          },
        ]
      : [],
    ...(darkens ? { dark: name(DARK) } : {}),
    ...(dims
      ? {
          dims: Array.from({ length: steps }, (_, step) => ({
            slot: 0,
            bytes: [],
            levels: [],
            writes: dimWrites(model, step),
          })),
        }
      : {}),
    commands: [
      { name: "dark", alone: dark, answer: ["dark"] },
      {
        name: "light",
        alone: lit,
        ...(dims
          ? { sets: { least: 0, most: steps - 1, with: (given: Expression) => [...lit, ...to(given)] } }
          : {}),
        answer: dims ? ["light ", name(STEP)] : ["lit"],
      },
    ],
    act,
  };
}

/** The step the chips are set up with. */
function usualStep(model: RigModel): number {
  const [bus] = model.encoding.buses ?? [];
  const sheet = bus && model.part(bus.units[0]!);
  return sheet?.kind === "driver-chip" ? brightnessStep(model, sheet) : 0;
}
