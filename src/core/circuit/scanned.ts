import { between, type RigModel } from "../address";
import { busFacts, type ScanPicture } from "../chips";
import { ledThreshold, setCurrentFor, type DriverChipPart } from "../parts";
import type { Milliamps, Ohms, Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, splitPipId, type PipId, type UnitRef } from "../rig";
import { supplyOf } from "./rig-circuit";

/** An LED between a segment leg and a digit leg of a driver chip. */
export interface ScannedLed {
  /** Place among the model's addresses. */
  readonly index: number;
  readonly pip: PipId;
  readonly digit: number;
  readonly segment: number;
  /** The named forward drop, and where the straight line through it begins. */
  readonly forward: Volts;
  readonly threshold: Volts;
  /** Slope of the LED and resistors in its way; what is in its way. */
  readonly ohms: Ohms;
  readonly via: readonly UnitRef[];
}

/** A driver chip with the LEDs it scans. */
export interface ScannedChip {
  readonly unit: UnitRef;
  readonly part: DriverChipPart;
  /** Of its supply. */
  readonly volts: Volts;
  /** Resistor that sets its current, where the chip has one and it is there. */
  readonly setOhms: Ohms | undefined;
  readonly leds: readonly ScannedLed[];
  /** The same by digit leg: those that are lit together. */
  readonly slots: ReadonlyArray<readonly ScannedLed[]>;
}

/** The driver chips of a rig, each with what hangs between its legs. */
export const scannedChips: (model: RigModel) => readonly ScannedChip[] = remembered((model: RigModel) => {
  const byUnit = new Map<UnitRef, ScannedLed[]>();
  const dead = new Set(model.rig.dead);
  model.addresses.forEach(({ pip, anodeReach, cathodeReach, verdict }, index) => {
    if (dead.has(pip)) return;
    if (verdict.kind !== "driven" || verdict.conditions[0]!.driver.kind !== "scanned") return;
    const ends = [anodeReach[0]!, cathodeReach[0]!];
    const at = (side: "segment" | "digit") =>
      ends.find(({ driver }) => driver.kind === "scanned" && driver.side === side)!.driver;
    const segment = at("segment");
    const digit = at("digit");
    if (segment.kind !== "scanned" || digit.kind !== "scanned") return;
    const { led } = model.unit(splitPipId(pip).unit);
    const { forward, slope } = led!;
    const inWay = ends.flatMap(({ via }) => via);
    const diodes = inWay.map((ref) => model.part(ref)).filter((part) => part.kind === "diode");
    const resistors =
      inWay.reduce((sum, ref) => sum + (model.unit(ref).ohms ?? 0), 0) +
      diodes.reduce((sum, diode) => sum + diode.slope, 0);
    const list = byUnit.get(segment.unit) ?? [];
    byUnit.set(segment.unit, list);
    list.push({
      index,
      pip,
      digit: digit.at,
      segment: segment.at,
      forward,
      threshold: diodes.reduce((sum, diode) => sum + ledThreshold(diode), ledThreshold(led!)),
      ohms: slope + resistors,
      via: inWay,
    });
  });
  return model.rig.units.flatMap(({ ref }): ScannedChip[] => {
    const part = model.part(ref);
    if (part.kind !== "driver-chip") return [];
    const leds = byUnit.get(ref) ?? [];
    return [
      {
        unit: ref,
        part,
        volts: supplyOf(model, ref),
        setOhms: setOhmsOf(model, ref, part),
        leds,
        slots: part.digitLegs.map((_, digit) => leds.filter((led) => led.digit === digit)),
      },
    ];
  });
});

/** The resistor between a chip's setting leg and its supply. */
function setOhmsOf(model: RigModel, ref: UnitRef, part: DriverChipPart): Ohms | undefined {
  if (!part.setCurrent) return undefined;
  const [resistor] = between(
    model,
    "resistor",
    legRef(ref, part.setCurrent.leg),
    legRef(ref, part.supplyLeg),
  );
  return resistor?.ohms;
}

/**
 * Currents of the LEDs of one digit in its turn, in the order of `lit`. A chip with a set current gives each segment
 * that current as long as the supply reaches for it. Others are a voltage behind a resistance: each segment's own, and
 * the digit's, which all lit LEDs share; all in parallel, so solved in closed form.
 */
export function slotCurrents({ part, volts, setOhms }: ScannedChip, lit: readonly ScannedLed[]): Milliamps[] {
  const { high, low } = part.stage;
  const segment = part.segments === "source" ? high : low;
  const digit = part.segments === "source" ? low : high;
  const left = (led: ScannedLed) => volts - (high?.drop ?? 0) - (low?.drop ?? 0) - led.threshold;
  const own = (led: ScannedLed) => (segment?.ohms ?? 0) + led.ohms;
  // Volts at the shared digit leg: what the LEDs send through it, over its own resistance.
  const conductance = lit.reduce((sum, led) => sum + 1 / own(led), 0);
  const pushed = lit.reduce((sum, led) => sum + Math.max(0, left(led)) / own(led), 0);
  const shared = digit?.ohms ?? 0;
  const raised = (shared * pushed) / (1 + shared * conductance);
  return lit.map((led) => {
    const possible = Math.max(0, ((left(led) - raised) / own(led)) * 1000);
    if (!part.setCurrent) return possible;
    return setOhms === undefined
      ? 0
      : Math.min(possible, setCurrentFor(part.setCurrent, setOhms, led.forward));
  });
}

/** What a picture on a chip's digits gives its LEDs: current while lit, and the share of time. */
export function pictureCurrents(
  chip: ScannedChip,
  { digits }: ScanPicture,
): Array<{
  readonly led: ScannedLed;
  readonly peak: Milliamps;
  readonly share: number;
  readonly unknown: boolean;
}> {
  return digits.flatMap(({ lit, unknown, share }, at) => {
    const here = chip.slots[at] ?? [];
    const on = here.filter(({ segment }) => (lit >> segment) & 1);
    const peaks = slotCurrents(chip, on);
    return [
      ...on.map((led, place) => ({ led, peak: peaks[place]!, share, unknown: false })),
      ...here
        .filter(({ segment }) => (unknown >> segment) & 1)
        .map((led) => ({ led, peak: 0, share, unknown: true })),
    ];
  });
}

/** The picture a chip scans once its memory is as given and it is on, each digit counted as if it were lit all the time. */
export function memoryPicture({ part }: ScannedChip, memory: readonly number[]): ScanPicture {
  const { cell } = busFacts(part).memory;
  const digits = part.digitLegs.map((_, digit) => {
    const lit = part.segmentLegs.reduce((bits, _leg, segment) => {
      const { address, bit } = cell(digit, segment);
      return bits | ((((memory[address] ?? 0) >> bit) & 1) << segment);
    }, 0);
    return { lit, unknown: 0, share: 1 };
  });
  return { digits, blink: 0 };
}
