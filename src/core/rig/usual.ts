import { ledThreshold, setResistorFor, type DriverChipPart, type SetCurrent } from "../parts";
import { neighbours, type Ohms } from "../quantity";
import { chipVolts, displayUnits, driverChipOf, isStatic } from "./plan";
import { controllerById, digitCount, ledValues, matrixSize, moduleCount, modulesOn } from "./plan-facts";
import { registerOf, schemeOf, type SchemeValues } from "./schemes";
import type { LedValues, Plan, Scan } from "./document";

/** The brightness step one starts from: half of them. */
export const usualLevel = ({ levels }: Pick<DriverChipPart, "levels">): number =>
  Math.floor(levels.length / 2);

/** A scan that suits a scheme before anybody has tuned it. */
export function usualScan({ scheme, digits, bought }: Pick<Plan, "scheme" | "digits" | "bought">): Scan {
  const chip = driverChipOf(scheme);
  const { logic, usual } = schemeOf(scheme);
  return {
    ...(chip ? { level: bought?.level ?? usualLevel(chip) } : {}),
    school: logic ? "divider" : "loop",
    on: [digits > 4 ? 900 : 2000],
    blank: usual.blank,
  };
}

/** What a way to drive digits can give one segment while it is lit, in mA, staying well within its drivers. */
function segmentTarget(plan: Plan): number {
  const board = controllerById(plan.controller);
  const { usual } = schemeOf(plan.scheme);
  const bySegments = usual.segment(plan, board);
  if (isStatic(plan) || plan.digitSwitch !== "bare") return bySegments;
  // A row of several blocks hangs on one output.
  const together = 8 * (matrixSize(plan) ? moduleCount(plan) : 1);
  return Math.min(bySegments, (usual.digit?.(plan) ?? board.pinKeep) / together);
}

/** What the outputs that drive segments have themselves, at the end where the most flows. */
const outputOhms = (plan: Plan): Ohms =>
  schemeOf(plan.scheme).usual.ohms(plan, controllerById(plan.controller));

/** Collector over base current one starts from: saturated for certain, and no more drive than that takes. */
const USUAL_FORCED_GAIN = 15;

/** The base resistor one starts from: (logic − 0.7 V) / (a whole digit / forced gain) − the output, as one buys it. */
export function usualBaseOhms(plan: Plan): Ohms {
  const { logic } = controllerById(plan.controller);
  const base = (segmentTarget(plan) * 8) / USUAL_FORCED_GAIN / 1000;
  return Math.min(1000, neighbours("E12", Math.max(100, (logic - 0.7) / base - outputOhms(plan))).below);
}

/** The resistor one starts from: (supply − drops) / current − what the drivers have themselves, as one buys it. */
export function usualOhms(plan: Plan, led: LedValues): number {
  const multiplexed = !isStatic({ scheme: plan.scheme, digits: digitCount(plan) });
  const lost = !multiplexed
    ? 0
    : { bare: 0.1, transistor: 0.2, mosfet: 0.02, darlington: 0.9, "power-register": 0.3 }[plan.digitSwitch];
  const own = outputOhms(plan);
  const more = schemeOf(plan.scheme).usual.drop?.(plan) ?? 0;
  const left = chipVolts(plan) - ledThreshold(led) - lost - more;
  const exact = (left / segmentTarget(plan)) * 1000 - own - led.slope;
  return neighbours("E12", Math.max(10, exact)).above;
}

/** Share of a limit that is aimed at. */
const WELL_WITHIN = 0.8;

/**
 * What a driver chip without a setting resistor needs in each segment line, so that a whole digit stays within its
 * digit leg: (supply − drops) / (limit / segments) − what chip and LED have themselves, as one buys it; 0 for none.
 */
export function usualSegmentOhms(plan: Plan, led: LedValues, part: DriverChipPart): Ohms {
  if (part.setCurrent) return 0;
  const { high, low } = part.stage;
  const [segment, digit] = part.segments === "source" ? [high, low] : [low, high];
  const together = segmentsTogether(plan, part);
  const each = (part.digitMaximum * WELL_WITHIN) / 1000 / together;
  const left = chipVolts(plan) - (high?.drop ?? 0) - (low?.drop ?? 0) - ledThreshold(led);
  const exact = left / each - (segment?.ohms ?? 0) - (digit?.ohms ?? 0) * together - led.slope;
  return exact > 0 ? neighbours("E12", Math.max(10, exact)).above : 0;
}

/** LEDs that one digit leg of a chip carries at once. */
function segmentsTogether(plan: Plan, part: DriverChipPart): number {
  const size = matrixSize(plan);
  if (size) return Math.min(part.segmentLegs.length, size.columns * modulesOn(plan, part));
  const displays = displayUnits(plan, ledValues("red"));
  const banks = part.segmentLegs.length >= 16 ? Math.min(2, displays.length) : 1;
  const lamp = part.segmentLegs.length > 8 && displays.some(({ part: id }) => id.includes("lamps"));
  return 8 * banks + (lamp ? 1 : 0);
}

/** Peak segment current a setting resistor is chosen for, in mA, where the chip scans enough digits. */
const USUAL_PEAK = 20;

/** The setting resistor one starts from: for 20 mA a segment, or what few digits allow, as one buys it. */
export function usualSetOhms(plan: Plan, led: LedValues, table: SetCurrent): Ohms {
  const allowed = table.fewDigits[digitCount(plan)];
  if (allowed === undefined) return SET_OHMS;
  return neighbours("E12", setResistorFor(table, Math.min(allowed, USUAL_PEAK), led.forward)).above;
}
/** About 20 mA a segment with a drop of 2 V. */
const SET_OHMS: Ohms = 27_000;

/** Current a constant-current sink is set to where nothing else is said, in mA. */
const USUAL_SINK = 10;

/** Every value of a plan's parts: those that are given, and the usual ones for the rest. */
export function allValues(plan: Plan, given: SchemeValues): Required<SchemeValues> {
  const chip = driverChipOf(plan.scheme);
  const { constantCurrent } = registerOf(plan, schemeOf(plan.scheme).register);
  const set = chip?.setCurrent
    ? usualSetOhms(plan, given.led, chip.setCurrent)
    : constantCurrent
      ? neighbours("E12", (constantCurrent.factor / USUAL_SINK) * 1000).above
      : 0;
  return {
    ohms: given.ohms,
    led: given.led,
    baseOhms: given.baseOhms ?? usualBaseOhms(plan),
    setOhms: given.setOhms ?? set,
    segmentOhms: given.segmentOhms ?? (chip ? usualSegmentOhms(plan, given.led, chip) : 0),
  };
}
