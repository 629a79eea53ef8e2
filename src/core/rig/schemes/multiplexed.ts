import { SEGMENTS, outputName, type PipName, type SegmentName } from "../../glyph";
import { partById, type ChipPart } from "../../parts";
import { pipNames } from "../plan";
import { legRef, type LegRef, type LineUse } from "../types";
import type { Layer } from "./layer";

type Chip = { ref: string; part: ChipPart; leg(id: string): LegRef };

/** Everything a multiplexed scheme decides: what drives a segment, and what drives a digit. */
interface Drives {
  readonly chips: readonly Chip[];
  readonly segment: (segment: PipName) => LegRef | undefined;
  /** The output that turns a digit on, by its number. */
  readonly digit: (number: number) => LegRef;
}

/** Digits that share their segments and are lit one at a time; also one digit straight from lines. */
export function layMultiplexed(layer: Layer): void {
  const { plan } = layer;
  layer.board();
  const drives = drivesOf(layer);
  const array =
    plan.digitSwitch === "darlington" && layer.digits > 1 ? layer.unit("U", "ULN2803") : undefined;
  layer.displays();
  const perSegment = plan.resistors === "per-segment";
  const wired = pipNames(plan).filter(
    (segment) => layer.legsOf(segment).length > 0 && drives.segment(segment),
  );
  const own = new Map(perSegment ? wired.map((segment) => [segment, layer.resistor()]) : []);
  const shared = perSegment ? [] : layer.places.map(() => layer.resistor());
  drives.chips.forEach((chip) => layer.powerChip(chip));
  if (drives.chips.length === 0) layer.shareGround();
  if (array) layer.wire("array-ground", layer.minus, legRef(array, "9"));
  layer.supply();
  wireControl(layer, drives.chips);

  layer.places.forEach((place, at) => {
    const number = at + 1;
    let common = layer.commonOf(place);
    if (shared[at]) {
      layer.wire(`common-${number}`, common, legRef(shared[at], "1"));
      common = legRef(shared[at], "2");
    }
    if (layer.digits === 1) return layer.wire("common", common, layer.commonSide);
    const channel = array ? arrayChannel(array, at) : undefined;
    layer.digitSwitch(number, common, drives.digit(number), channel);
  });
  for (const segment of wired) {
    const [first, ...rest] = layer.legsOf(segment) as [LegRef, ...LegRef[]];
    const output = drives.segment(segment)!;
    const resistor = own.get(segment);
    if (resistor) {
      layer.wire(`output-${segment}`, output, legRef(resistor, "1"));
      layer.wire(`segment-${segment}`, legRef(resistor, "2"), first);
    } else layer.wire(`segment-${segment}`, output, first);
    rest.forEach((leg, at) =>
      layer.wire(`segment-${segment}-${at + 2}`, at === 0 ? first : rest[at - 1]!, leg),
    );
  }
}

function arrayChannel(ref: string, at: number) {
  const part = partById("ULN2803");
  if (part.kind !== "driver-array") throw new Error("ULN2803 is no driver array");
  return { ref, input: part.inputs[at]!, output: part.outputs[at]! };
}

function drivesOf(layer: Layer): Drives {
  const { plan, cathode } = layer;
  const register = (): Chip => layer.chip("74HC595");
  const onRegister =
    (chip: Chip) =>
    (segment: PipName): LegRef | undefined => {
      const stage = plan.outputs.findIndex((name) => name === outputName(segment));
      return stage < 0 ? onLine(segment) : chip.leg(chip.part.outputLegs[stage]!);
    };
  const onLine = (segment: PipName): LegRef =>
    layer.line(`segment-${(outputName(segment) ?? segment) as SegmentName}`);
  const digitLine = (number: number): LegRef => layer.line(`digit-${number}`);
  const onOutput = (chip: Chip) => (number: number) =>
    chip.leg(chip.part.outputLegs[plan.digitOutputs.indexOf(number)]!);
  switch (plan.scheme) {
    case "direct":
    case "logic":
      return { chips: [], segment: onLine, digit: digitLine };
    case "register-lines": {
      const chip = register();
      return { chips: [chip], segment: onRegister(chip), digit: digitLine };
    }
    case "two-registers": {
      const chip = register();
      const second = plan.digitSwitch === "power-register" ? layer.chip("TPIC6B595") : register();
      return { chips: [chip, second], segment: onRegister(chip), digit: onOutput(second) };
    }
    case "selector": {
      const chip = register();
      // The chosen level has to turn the digit's switch on.
      const low = cathode === (plan.digitSwitch === "bare");
      const selector = layer.chip(low ? "74HC138" : "74HC238");
      return { chips: [chip, selector], segment: onRegister(chip), digit: onOutput(selector) };
    }
    case "ring": {
      const chip = register();
      const ring = layer.chip("CD4017");
      return { chips: [chip, ring], segment: onRegister(chip), digit: onOutput(ring) };
    }
    case "bcd-decoder": {
      const decoder = layer.chip(cathode ? "4511" : "74LS47");
      const segment = (name: PipName): LegRef => {
        const at = SEGMENTS.findIndex((one) => one === name);
        return at >= 0 && at < 7 ? decoder.leg(decoder.part.outputLegs[at]!) : onLine(name);
      };
      return { chips: [decoder], segment, digit: digitLine };
    }
    case "register-static":
    case "power-register":
    case "max7219":
    case "tm1637":
    case "tm1638":
    case "ht16k33":
      throw new Error(`${plan.scheme} is not multiplexed`);
  }
}

/** The lines that lead from the board into the chips, and from register to register. */
function wireControl(layer: Layer, chips: readonly Chip[]): void {
  let register: Chip | undefined;
  for (const chip of chips) {
    const { part } = chip;
    const from = (id: string, use: LineUse, leg: string) => layer.wire(id, layer.line(use), chip.leg(leg));
    switch (part.kind) {
      case "shift-register": {
        const { serialIn, shiftClock, latchClock } = part.pins;
        if (register?.part.kind === "shift-register") {
          const before = register.part.pins;
          layer.wire("data-2", register.leg(before.serialOut), chip.leg(serialIn));
          layer.wire("clock-2", register.leg(before.shiftClock), chip.leg(shiftClock));
          layer.wire("latch-2", register.leg(before.latchClock!), chip.leg(latchClock!));
        } else {
          from("data", "data", serialIn);
          from("clock", "clock", shiftClock);
          from("latch", "latch", latchClock!);
        }
        register = chip;
        break;
      }
      case "selector":
        part.address.forEach((leg, at) => from(`select-${at}`, `select-${at}`, leg));
        break;
      case "ring":
        from("ring-clock", "ring-clock", part.pins.clock);
        from("ring-reset", "ring-reset", part.pins.reset);
        break;
      case "segment-decoder":
        part.pins.code.forEach((leg, at) => from(`code-${at}`, `code-${at}`, leg));
        break;
    }
  }
}
