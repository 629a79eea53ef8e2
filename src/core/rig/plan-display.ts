import { MOST_ON_ONE_CHIP } from "./digit-order";
import { digitCount, showsDots } from "./plan-facts";
import { driverChipOf, planProblem, withLines } from "./plan";
import { schemeOf } from "./schemes";
import type { Plan, SchemeName } from "./document";

/** Ways that are offered where the plan's own does not fit, those most take first. */
const FOR_DOTS: readonly SchemeName[] = ["max7219", "two-registers", "ht16k33", "direct"];
const FOR_ONE_DIGIT: readonly SchemeName[] = ["register-static", "direct"];
const FOR_DIGITS: readonly SchemeName[] = ["two-registers", "max7219", "tm1640", "ht16k33"];
/** More digits than one chip scans: chips in a chain. */
const FOR_LONG: readonly SchemeName[] = ["max7219"];

function othersFor(plan: Plan): readonly SchemeName[] {
  if (showsDots(plan)) return FOR_DOTS;
  if (plan.digits > MOST_ON_ONE_CHIP) return FOR_LONG;
  return plan.digits === 1 ? FOR_ONE_DIGIT : FOR_DIGITS;
}

/** The way to drive a plan's display: its own, or the first that can; where nothing can, the one most take. */
function fittingScheme(plan: Plan): SchemeName {
  const others = othersFor(plan);
  const works = (scheme: SchemeName) =>
    planProblem(withLines({ ...plan, scheme, digitSwitch: switchFor(plan, scheme) })) === undefined;
  return [plan.scheme, ...others].find(works) ?? others[0]!;
}

/** What switches the digits, or rows, where a way drives them: as before where that fits, else a transistor each. */
function switchFor(plan: Plan, scheme: SchemeName): Plan["digitSwitch"] {
  if (driverChipOf(scheme)) return "bare";
  const one = !showsDots(plan) && plan.digits === 1;
  // Digits with lines or outputs of their own are never switched, unless marks they share ask for it.
  const own = schemeOf(scheme).each === true && plan.display === "plain";
  if (one || own) return "bare";
  return plan.digitSwitch === "bare" || isOneSided(plan) ? "transistor" : plan.digitSwitch;
}

/**
 * A plan for another display: what can stay stays (the way to drive it, what switches its digits), and what does not fit
 * it gives way to what does: a register to the usual one, a way for one digit to one for many.
 * @returns a plan; not always a possible one, see {@link planProblem}
 */
export function withDisplay(plan: Plan, values: Partial<Plan>): Plan {
  const asked = { ...plan, ...values };
  const changed = { ...asked, digits: digitCount(asked) };
  // What can stay stays: the way to drive the digits and what switches them.
  if (!showsDots(changed) && !planProblem(withLines(changed))) return changed;
  if (changed.register !== undefined) {
    // Another register may do where this one only sinks, or is too weak.
    const { register: _, ...usual } = changed;
    return withDisplay(usual, {});
  }
  const scheme = fittingScheme(changed);
  return { ...changed, scheme, digitSwitch: switchFor(changed, scheme) };
}

/** Darlingtons and power registers only sink: they fit one polarity. */
const isOneSided = ({ digitSwitch, polarity }: Plan): boolean =>
  polarity === "common-anode" && (digitSwitch === "darlington" || digitSwitch === "power-register");
