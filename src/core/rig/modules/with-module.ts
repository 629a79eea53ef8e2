import type { LedColour } from "../../parts";
import { controllerById, digitCount } from "../plan-facts";
import type { Plan } from "../document";
import { MODULES } from "./catalogue";
import type { ModuleSheet } from "./sheet";

/** A known module by its kind. @throws when there is none: code that names one knows it */
export function moduleByKind(kind: string): ModuleSheet {
  const found = MODULES.find(({ bought }) => bought.kind === kind);
  if (!found) throw new Error(`no module is known as ${kind}`);
  return found;
}

/** The plan with bare parts in place of its module. */
export function withoutModule({ bought: _, ...plan }: Plan): Plan {
  return plan;
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

/** The sheet of the module a plan was built from, with what was changed of it since. */
export function sheetOfPlan(plan: Plan, colour: LedColour): ModuleSheet | undefined {
  const { bought, scheme, display, polarity, outputs, digitOutputs, digitSwitch, module, own, register } =
    plan;
  if (!bought) return undefined;
  const known = MODULES.find(({ bought: { kind } }) => kind !== undefined && kind === bought.kind);
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
    colour,
    note: known?.note ?? "",
  };
}
