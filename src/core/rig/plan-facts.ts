import { SEGMENTS, outputName, type PipName, type SegmentName } from "../glyph";
import {
  LED_FIGURES,
  MATRICES,
  columnsOf,
  digitsOf,
  partById,
  type ControllerPart,
  type DriverChipPart,
  type LedColour,
  type ShiftRegisterPart,
} from "../parts";
import type { LedValues, LineUse, Plan, Rig, Unit } from "./document";
import type { Live } from "./live";

export const STRAIGHT_OUTPUTS: readonly SegmentName[] = SEGMENTS;
export const STRAIGHT_DIGITS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8];
/** Numbers of digits that displays are bought in or put together to. */
export const DIGIT_COUNTS = [1, 2, 3, 4, 6, 8, 16, 32, 64] as const;

export const DEFAULT_PLAN: Plan = {
  scheme: "register-static",
  controller: "ATmega328P-board",
  digits: 1,
  countFrom: "left",
  display: "plain",
  polarity: "common-cathode",
  resistors: "per-segment",
  digitSwitch: "bare",
  power: "board",
  lines: { data: "5", clock: "6", latch: "7" },
  outputs: STRAIGHT_OUTPUTS,
  digitOutputs: STRAIGHT_DIGITS,
};

/** The unit that is a rig's controller; undefined only while it is being put together. */
export const controllerUnit = ({ units, plan }: Pick<Rig, "units" | "plan">): Unit | undefined =>
  units.find(({ part }) => part === plan.controller);

/** @throws when the catalogue has no such controller: a checked plan never names one */
export function controllerById(id: string): ControllerPart {
  const part = partById(id);
  if (part.kind !== "controller") throw new Error(`${id} is no controller`);
  return part;
}

/** LED figures of a colour, ready for a unit. */
export function ledValues(colour: LedColour): LedValues {
  const { forward, slope } = LED_FIGURES[colour];
  return { colour, forward, slope };
}

export type Displayed = Pick<Plan, "digits" | "display" | "own" | "module" | "bought">;

/** Rows and columns of a plan's modules of dots; undefined where it shows digits. */
export function matrixSize({
  display,
  own,
  module,
}: Displayed): { rows: number; columns: number } | undefined {
  if (display === "dots") return MATRICES[module ?? "8x8"];
  const columns = own && display === "own" ? columnsOf(own) : 0;
  return columns > 0 ? { rows: digitsOf(own!), columns } : undefined;
}

/** Whether a plan shows dots and not digits. */
export const showsDots = (plan: Displayed): boolean => matrixSize(plan) !== undefined;

/** How many modules of dots a plan has. */
export const moduleCount = (plan: Displayed): number =>
  plan.display === "dots" ? Math.max(1, Math.round(plan.digits / MATRICES[plan.module ?? "8x8"].rows)) : 1;

/** The LEDs each digit, or each row of dots, of a plan's displays can have, in the order of the outputs. */
export function pipNames(plan: Displayed): PipName[] {
  const size = matrixSize(plan);
  if (size) return Array.from({ length: size.columns }, (_, at): PipName => `c${at + 1}`);
  return [...SEGMENTS, ...extraMarks(plan)];
}

/** How many digits the plan's displays have, or rows of dots. */
export function digitCount(plan: Displayed): number {
  switch (plan.display) {
    case "own":
      return plan.bought ? plan.digits : digitsOf(plan.own!);
    case "clock":
      return 4;
    case "dots":
      return moduleCount(plan) * matrixSize(plan)!.rows;
    case "plain":
      return plan.digits;
  }
}

/** How many take turns on a plan's displays: its digits, or the rows of one block of dots, which all blocks share. */
export const scannedCount = (plan: Displayed): number => matrixSize(plan)?.rows ?? digitCount(plan);

/** The legs of an own display, besides segments, that need an output of their own. */
export const extraMarks = ({ display, own }: Pick<Plan, "display" | "own">): PipName[] => {
  if (display !== "own") return [];
  const uses = new Set(own!.legs);
  return (["colon", "degree"] as const).filter((mark) => uses.has(mark));
};

/** `name-1` to `name-count`: the uses of lines are named so. */
export const numbered = <Name extends string>(name: Name, count: number, from = 1) =>
  Array.from({ length: count }, (_, at) => `${name}-${at + from}` as const);
/** A line for each segment or column that has an output, in the order of the outputs. */
export const segmentLines = (plan: Plan): LineUse[] => {
  const size = matrixSize(plan);
  const names = new Set(size ? pipNames(plan).map(outputName) : plan.outputs);
  return plan.outputs.flatMap((segment): LineUse[] => (names.has(segment) ? [`segment-${segment}`] : []));
};

/** How many modules of dots fit on one driver chip: side by side on its rows' legs, and one behind the other. */
export const modulesOn = (plan: Displayed, { segmentLegs, digitLegs }: DriverChipPart): number => {
  const { rows, columns } = matrixSize(plan) ?? { rows: 8, columns: 8 };
  const beside = Math.floor(segmentLegs.length / Math.max(8, columns));
  return Math.max(1, beside) * Math.max(1, Math.floor(digitLegs.length / Math.max(8, rows)));
};

/** The register whose outputs drive segments where nothing else is chosen. */
export const USUAL_REGISTER = "74HC595";

/** The register a plan has for its segments. @throws when the catalogue has no such register: a checked plan names one */
export function registerPart(id: string): ShiftRegisterPart {
  const part = partById(id);
  if (part.kind !== "shift-register") throw new Error(`${id} is no shift register`);
  return part;
}

/** Why a rig of a plan cannot react, whatever it is told: then it shows its list of texts, or its scenes. */
export function reactsNot(plan: Plan): string | undefined {
  return controllerById(plan.controller).flavour === "logic" && showsDots(plan)
    ? "dots that react are drawn by arithmetic logic has not: take digits, or a controller that runs a sketch"
    : undefined;
}

/** What a rig does that reacts; undefined where it shows its list of texts, or its scenes. */
export const reactingOf = ({ live, plan }: Pick<Rig, "live" | "plan">): Live | undefined =>
  live && reactsNot(plan) === undefined ? live : undefined;
