import {
  MODULES,
  digitCount,
  driverChipOf,
  isStatic,
  matrixSize,
  showsDots,
  withLines,
  withModule,
  withoutModule,
  type ModuleSheet,
  type Plan,
  type Rig,
} from "../rig";
import type { Way } from "./list";

/** The plan of a way for a rig: its display, board, power and resistors, and lines given out anew. */
export function planFor({ plan: before }: Pick<Rig, "plan">, way: Way): Plan {
  const { scheme, digitSwitch, register, module } = way;
  const sheet = MODULES.find(({ bought: { kind } }) => module !== undefined && kind === module);
  if (sheet) return planOfModule(before, sheet);
  const { lines: _, register: _before, ...plan } = withoutModule(before);
  const free = withLines({
    ...plan,
    scheme,
    digitSwitch,
    ...(register === undefined ? {} : { register }),
    lines: before.scheme === scheme ? before.lines : {},
  });
  const still = isStatic({ scheme, digits: digitCount(free) }) || driverChipOf(scheme) !== undefined;
  return still ? { ...free, digitSwitch: "bare" } : free;
}

/** As many boards of a module as a plan's display asks for. */
function planOfModule(before: Plan, sheet: ModuleSheet): Plan {
  const lines = before.scheme === sheet.inside.scheme ? before.lines : {};
  const plan = { ...before, lines };
  return withLines(
    withModule(plan, sheet, Math.max(1, Math.ceil(sizeOf(before) / sizeOf(withModule(plan, sheet))))),
  );
}

/** Digits of a plan's display, or dots. */
const sizeOf = (plan: Plan): number => digitCount(plan) * (matrixSize(plan)?.columns ?? 1);

/**
 * Why a module does not stand in for a plan's display, if so: it shows something else, or it has another size.
 */
export function otherDisplay(plan: Plan, way: Way): string | undefined {
  if (way.module === undefined) return undefined;
  const other = planFor({ plan }, way);
  if (showsDots(other) !== showsDots(plan))
    return showsDots(plan)
      ? "it has digits, and this display is dots"
      : "it has dots, and this display is digits";
  const [has, wanted] = [sizeOf(other), sizeOf(plan)];
  return has === wanted
    ? undefined
    : `it has ${digitCount(other)} digits, and this display ${digitCount(plan)}`;
}
