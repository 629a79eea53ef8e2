import { HC_STAGE, ledThreshold, setResistorFor, type DriverChipPart, type SetCurrent } from "../parts";
import { neighbours, type Ohms } from "../quantity";
import {
  chipVolts,
  controllerById,
  digitCount,
  displayUnits,
  driverChipOf,
  isStatic,
  ledValues,
  matrixSize,
  modulesOn,
} from "./plan";
import type { LedValues, Plan, Scan, SchemeName } from "./types";

/** The brightness step one starts from: half of them. */
export const usualLevel = ({ levels }: Pick<DriverChipPart, "levels">): number =>
  Math.floor(levels.length / 2);

/** A scan that suits a scheme before anybody has tuned it. */
export function usualScan({ scheme, digits }: { scheme: SchemeName; digits: number }): Scan {
  const byLines = scheme === "direct" || scheme === "register-lines" || scheme === "bcd-decoder";
  const chip = driverChipOf(scheme);
  return {
    ...(chip ? { level: usualLevel(chip) } : {}),
    school: scheme === "logic" ? "divider" : "loop",
    on: [digits > 4 ? 1000 : 2000],
    blank: scheme === "logic" ? 2 : byLines ? 10 : 0,
  };
}

/** What a way to drive digits can give one segment while it is lit, in mA, staying well within its drivers. */
function segmentTarget({ scheme, digitSwitch, controller, digits }: Plan): number {
  const board = controllerById(controller);
  const multiplexed = !isStatic({ scheme, digits });
  const ofLines = board.pinDefault
    ? board.pinDefault * WELL_WITHIN
    : board.logic < 5
      ? board.pinKeep / 2
      : board.pinKeep * 0.6;
  const bySegments =
    scheme === "direct" || scheme === "logic"
      ? ofLines
      : scheme === "bcd-decoder"
        ? 12
        : scheme === "power-register"
          ? 10
          : 6;
  if (!multiplexed || digitSwitch !== "bare") return bySegments;
  const ofDigit = scheme === "two-registers" || scheme === "selector" ? 24 : board.pinKeep;
  return Math.min(bySegments, ofDigit / 8);
}

/** What the outputs that drive segments have themselves, at the end where the most flows. */
function outputOhms({ scheme, controller }: Plan): Ohms {
  const board = controllerById(controller);
  if (scheme === "direct" || scheme === "logic") return board.outputTypical;
  if (scheme === "bcd-decoder") return 8;
  if (scheme === "power-register") return 5;
  return (board.logic < 5 ? HC_STAGE.typicalLow : HC_STAGE.typical)!;
}

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
  const board = controllerById(plan.controller);
  const multiplexed = !isStatic({ scheme: plan.scheme, digits: digitCount(plan) });
  const lost = !multiplexed
    ? 0
    : { bare: 0.1, transistor: 0.2, mosfet: 0.02, darlington: 0.9, "power-register": 0.3 }[plan.digitSwitch];
  const own = outputOhms(plan);
  const more = plan.scheme === "bcd-decoder" && plan.polarity === "common-cathode" ? 0.9 : 0;
  const left = board.logic - ledThreshold(led) - lost - more;
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
