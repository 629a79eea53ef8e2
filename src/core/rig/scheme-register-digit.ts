import { SEGMENTS, type SegmentName } from "../glyph";
import { LED_FIGURES, easyLines, partById, type ControllerPart, type LedColour } from "../parts";
import type { Ohms } from "../quantity";
import {
  legRef,
  type LedValues,
  type LegRef,
  type LineUse,
  type Plan,
  type Rig,
  type Unit,
  type Wire,
} from "./types";

/** Leg ids the scheme wires; the catalogue has the data-sheet names. */
const CHIP = {
  ref: "U1",
  vcc: "16",
  ground: "8",
  clear: "10",
  clock: "11",
  latch: "12",
  enable: "13",
  data: "14",
};
const OUTPUTS = ["15", "1", "2", "3", "4", "5", "6", "7"];
const BOARD = { ref: "MCU1", ground: "GND1", ground2: "GND2" };
const DISPLAY = { ref: "DS1", common: "3" };

export const STRAIGHT_OUTPUTS: readonly SegmentName[] = SEGMENTS;

export const DEFAULT_PLAN: Plan = {
  scheme: "register-one-digit",
  controller: "ATmega328P-board",
  polarity: "common-cathode",
  resistors: "per-segment",
  power: "board",
  lines: { data: "5", clock: "6", latch: "7" },
  outputs: STRAIGHT_OUTPUTS,
};

export interface SchemeValues {
  readonly ohms: Ohms;
  readonly led: LedValues;
}

/** @throws when the catalogue has no such controller: a checked plan never names one */
export function controllerById(id: string): ControllerPart {
  const part = partById(id);
  if (part.kind !== "controller") throw new Error(`${id} is no controller`);
  return part;
}

/** The plan on another controller; lines that it lacks or that are awkward there give way to easy ones. */
export function withController(plan: Plan, id: string): Plan {
  const controller = controllerById(id);
  const easy = easyLines(controller);
  const kept = Object.values(plan.lines).filter((line) => easy.includes(line));
  const free = easy.filter((line) => !kept.includes(line));
  const line = (wanted: string): string => (easy.includes(wanted) ? wanted : free.shift()!);
  const { data, clock, latch } = plan.lines;
  return { ...plan, controller: id, lines: { data: line(data), clock: line(clock), latch: line(latch) } };
}

/** LED figures of a colour, ready for a unit. */
export function ledValues(colour: LedColour): LedValues {
  const { forward, slope } = LED_FIGURES[colour];
  return { colour, forward, slope };
}

/**
 * The scheme "one shift register, one digit": lays down units and wires from a plan. Wires come in working order:
 * power, chip control, lines, common, segments.
 */
export function layRegisterDigit(plan: Plan, values: SchemeValues): Pick<Rig, "units" | "wires"> {
  const perSegment = plan.resistors === "per-segment";
  const cathode = plan.polarity === "common-cathode";
  const display = partById(cathode ? "digit-1-cc" : "digit-1-ca");
  const separate = plan.power === "separate";
  const resistors = perSegment ? SEGMENTS.map((_, at) => `R${at + 1}`) : ["R1"];
  const controller = controllerById(plan.controller);
  const units: Unit[] = [
    { ref: BOARD.ref, part: plan.controller },
    { ref: CHIP.ref, part: "74HC595" },
    { ref: DISPLAY.ref, part: display.id, led: values.led },
    ...resistors.map((ref): Unit => ({ ref, part: "resistor", ohms: values.ohms })),
    { ref: "C1", part: "capacitor", farads: 100e-9 },
    ...(separate ? [{ ref: "PS1", part: "supply", volts: controller.logic } satisfies Unit] : []),
  ];
  const plus: LegRef = separate ? legRef("PS1", "+") : legRef(BOARD.ref, controller.supplyLeg);
  const minus: LegRef = separate ? legRef("PS1", "-") : legRef(BOARD.ref, BOARD.ground);
  const chip = (leg: string) => legRef(CHIP.ref, leg);
  const wires: Wire[] = [];
  const wire = (id: string, from: LegRef, to: LegRef) => wires.push({ id, from, to, placed: false });

  wire("power", plus, chip(CHIP.vcc));
  wire("ground", minus, chip(CHIP.ground));
  if (separate) wire("shared-ground", legRef(BOARD.ref, BOARD.ground), minus);
  wire("bypass-plus", chip(CHIP.vcc), legRef("C1", "1"));
  wire("bypass-minus", legRef("C1", "2"), chip(CHIP.ground));
  wire("clear", chip(CHIP.clear), chip(CHIP.vcc));
  wire("enable", chip(CHIP.enable), chip(CHIP.ground));
  wire("data", legRef(BOARD.ref, plan.lines.data), chip(CHIP.data));
  wire("clock", legRef(BOARD.ref, plan.lines.clock), chip(CHIP.clock));
  wire("latch", legRef(BOARD.ref, plan.lines.latch), chip(CHIP.latch));

  const common = legRef(DISPLAY.ref, DISPLAY.common);
  const commonSide: LegRef = cathode ? (separate ? minus : legRef(BOARD.ref, BOARD.ground2)) : plus;
  if (perSegment) wire("common", common, commonSide);
  else {
    wire("common", common, legRef("R1", "1"));
    wire("common-side", legRef("R1", "2"), commonSide);
  }
  plan.outputs.forEach((segment, stage) => {
    if (display.kind !== "display") return;
    const junction = display.leds.find((led) => led.segment === segment)!;
    const leg = legRef(DISPLAY.ref, cathode ? junction.anode : junction.cathode);
    const output = chip(OUTPUTS[stage]!);
    if (!perSegment) return wire(`segment-${segment}`, output, leg);
    const resistor = resistors[SEGMENTS.indexOf(segment)]!;
    wire(`output-${segment}`, output, legRef(resistor, "1"));
    wire(`segment-${segment}`, legRef(resistor, "2"), leg);
  });
  return { units, wires };
}

/** The values the present units carry, for laying the scheme again. */
export function schemeValues(rig: Pick<Rig, "units">): SchemeValues {
  return {
    ohms: rig.units.find((unit) => unit.part === "resistor")?.ohms ?? 470,
    led: rig.units.find((unit) => unit.led)?.led ?? ledValues("red"),
  };
}

/**
 * Lays the rig again from a changed plan. A wire that joins the same two legs as before stays ticked. Kept code on
 * lines the controller does not have is given up: nothing could run it.
 */
export function relay(rig: Rig, plan: Plan): Rig {
  const laid = layRegisterDigit(plan, schemeValues(rig));
  const placed = new Set(rig.wires.filter((wire) => wire.placed).map(joins));
  return {
    ...rig,
    plan,
    code: keepsLines(rig.code, plan) ? rig.code : { bitOrder: rig.code.bitOrder },
    units: laid.units,
    wires: laid.wires.map((wire) => ({ ...wire, placed: placed.has(joins(wire)) })),
  };
}

const keepsLines = ({ kept }: Rig["code"], plan: Plan): boolean =>
  !kept ||
  Object.values(kept.lines).every((line) =>
    controllerById(plan.controller).lines.some(({ leg }) => leg === line),
  );

const joins = (wire: Wire): string => [wire.from, wire.to].sort().join(" ");

/** Ids of the wires that no longer run where the plan put them, or that the plan does not know. */
export function movedWires(rig: Rig): string[] {
  const planned = new Set(layRegisterDigit(rig.plan, schemeValues(rig)).wires.map(joins));
  return rig.wires.filter((wire) => !planned.has(joins(wire))).map((wire) => wire.id);
}

/** A new rig from its plan. */
export function newRig(
  given: Pick<Rig, "id" | "name"> & Partial<Pick<Rig, "note" | "show" | "code">>,
  plan: Plan,
  values: SchemeValues,
): Rig {
  return {
    format: "bold-pip-rig",
    version: 1,
    note: "",
    code: { bitOrder: "msb-first" },
    glyphs: [],
    show: { mode: "count", list: "0123456789", hold: "8", interval: 1000, rounds: 0, end: "last" },
    ...given,
    plan,
    ...layRegisterDigit(plan, values),
  };
}

/**
 * Gives a use (data, clock, latch) another controller line and moves the wire there. A line that carries another use
 * already changes places with it.
 * @param lines the lines the wires lead from now
 */
export function assignLine(rig: Rig, lines: Plan["lines"], use: LineUse, line: string): Rig {
  const old = lines[use];
  if (old === line) return rig;
  const board = rig.units.find(({ part }) => part === rig.plan.controller)!.ref;
  const other = (Object.keys(lines) as LineUse[]).find((candidate) => lines[candidate] === line);
  const renamed = new Map([
    [legRef(board, old), legRef(board, line)],
    ...(other ? [[legRef(board, line), legRef(board, old)] as const] : []),
  ]);
  return {
    ...rig,
    plan: { ...rig.plan, lines: { ...lines, ...(other ? { [other]: old } : {}), [use]: line } },
    wires: rig.wires.map((wire) => {
      const from = renamed.get(wire.from);
      const to = renamed.get(wire.to);
      return from || to ? { ...wire, from: from ?? wire.from, to: to ?? wire.to, placed: false } : wire;
    }),
  };
}
