import { driverChipOf } from "../plan";
import { digitCount } from "../plan-facts";
import type { SchemeValues } from "../schemes";
import { laidOut, dotModules } from "../sign";
import { controllerById } from "../plan-facts";
import type { Plan, Rig, Sign } from "../document";
import { MODULES } from "./catalogue";
import type { ModuleSheet } from "./sheet";

export { MODULES } from "./catalogue";
export { PIN_USES, type Bought, type Pin, type PinUse } from "./bought";
export { MODULE_SHEET, type ModuleSheet } from "./sheet";

/** A known module by its kind. @throws when there is none: code that names one knows it */
export function moduleByKind(kind: string): ModuleSheet {
  const found = MODULES.find(({ bought }) => bought.kind === kind);
  if (!found) throw new Error(`no module is known as ${kind}`);
  return found;
}

/** How many boards a plan's display takes; 0 where it was not bought as a module. */
export const boardCount = (plan: Plan): number =>
  plan.bought ? Math.max(1, Math.round(digitCount(plan) / plan.bought.digits)) : 0;

/** The plan with so many boards of the module it has. */
export const withBoards = (plan: Plan, boards: number): Plan => ({
  ...plan,
  digits: boards * (plan.bought?.digits ?? plan.digits),
});

/** A plan for boards of a module; the controller, its lines where they suit and what is shown stay. */
export function withModule(plan: Plan, { bought, inside }: ModuleSheet, boards = 1): Plan {
  const { register: _, own: _own, module: _module, levels: _levels, busAddress: _address, ...rest } = plan;
  const lines = bought.keeps ? plugged(plan, bought.header) : plan.lines;
  return withBoards({ ...rest, ...inside, resistors: "per-segment", lines, bought }, boards);
}

/** The lines a board's header is plugged onto where its pins are named after them. */
function plugged({ controller, lines }: Plan, header: ModuleSheet["bought"]["header"]): Plan["lines"] {
  const there = new Set(controllerById(controller).lines.map(({ leg }) => leg));
  const named = header.filter(({ name }) => there.has(name));
  return named.length > 0 ? Object.fromEntries(named.map(({ name, use }) => [use, name])) : lines;
}

/** The values of the parts on a module's board, and of its LEDs. */
export function moduleValues({ inside, ohms, setOhms }: ModuleSheet): Partial<SchemeValues> {
  const driver = driverChipOf(inside.scheme);
  return {
    ...(driver ? { segmentOhms: ohms ?? 0 } : ohms ? { ohms } : {}),
    ...(setOhms === undefined ? {} : { setOhms }),
  };
}

/** How the blocks of dots of a module's boards stand: in a row, from the end the first one is at. */
export const moduleSign = (units: Rig["units"], { stands }: ModuleSheet, sign: Sign): Sign =>
  stands === undefined
    ? sign
    : {
        ...sign,
        modules: laidOut(dotModules(units), {
          across: LONGEST_ROW,
          from: stands.from === "right" ? "top-right" : "top-left",
          backAndForth: false,
          orientation: { turn: stands.turn, mirrored: stands.mirrored },
        }),
      };

/** Blocks of dots in one row; more stand in rows of as many. */
const LONGEST_ROW = 16;

/** The sheet of the module a rig was built from, with what was changed of it since. */
export function sheetOfRig({ plan, units, sign }: Pick<Rig, "plan" | "units" | "sign">, values: SchemeValues): ModuleSheet | undefined {
  const { bought, scheme, display, polarity, outputs, digitOutputs, digitSwitch, module, own, register } = plan;
  if (!bought) return undefined;
  const known = MODULES.find(({ bought: { kind } }) => kind !== undefined && kind === bought.kind);
  const first = sign?.modules[0];
  const driver = driverChipOf(scheme);
  return {
    bought,
    inside: {
      scheme,
      display,
      polarity,
      outputs,
      digitOutputs,
      digitSwitch,
      ...(module ? { module } : {}),
      ...(own ? { own } : {}),
      ...(register ? { register } : {}),
    },
    colour: units.find(({ led }) => led)?.led?.colour ?? "red",
    ohms: driver ? (values.segmentOhms ?? 0) : values.ohms,
    ...(driver?.setCurrent && values.setOhms !== undefined ? { setOhms: values.setOhms } : {}),
    ...(display === "dots" && first
      ? {
          stands: {
            turn: first.turn,
            mirrored: first.mirrored,
            from: first.x > (sign.modules.at(-1)?.x ?? 0) ? "right" : "left",
          },
        }
      : {}),
    note: known?.note ?? "",
  };
}
