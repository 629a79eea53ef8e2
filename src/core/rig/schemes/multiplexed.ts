import { outputName, type PipName, type SegmentName } from "../../glyph";
import { partById } from "../../parts";
import { pipNames } from "../plan-facts";
import { legRef, type LegRef, type UnitRef } from "../document";
import { wireChain } from "./chain";
import type { Chip, Layer } from "./layer";

/** Everything a multiplexed scheme decides: what drives a segment, and what drives a digit. */
export interface Drives {
  readonly chips: readonly Chip[];
  /** The order data runs through them, where it is another. */
  readonly chain?: readonly Chip[];
  readonly segment: (segment: PipName) => LegRef | undefined;
  /** The output that turns a digit on, by its number. */
  readonly digit: (number: number) => LegRef;
  /** Wires from the board into chips that are no registers, in the order of the chips. */
  readonly control?: () => void;
}

/** A segment straight from a line of the board. */
export const onLine =
  (layer: Layer) =>
  (segment: PipName): LegRef =>
    layer.line(`segment-${(outputName(segment) ?? segment) as SegmentName}`);

/** A digit switched by a line of the board. */
export const digitLine =
  (layer: Layer) =>
  (number: number): LegRef =>
    layer.line(`digit-${number}`);

/** A segment on the output the plan deals it; what the plan has no output for is on a line. */
export const onRegister =
  (layer: Layer, chip: Chip) =>
  (segment: PipName): LegRef => {
    const stage = layer.plan.outputs.findIndex((name) => name === outputName(segment));
    return stage < 0 ? onLine(layer)(segment) : chip.leg(chip.part.outputLegs[stage]!);
  };

/** A digit on the output the plan deals it. */
export const onOutput =
  (layer: Layer, chip: Chip) =>
  (number: number): LegRef =>
    chip.leg(chip.part.outputLegs[layer.plan.digitOutputs.indexOf(number)]!);

/** Digits that share their segments and are lit one at a time; also one digit straight from lines. */
export function layMultiplexed(layer: Layer, drivesOf: (layer: Layer) => Drives): void {
  const { plan } = layer;
  layer.board();
  const drives = drivesOf(layer);
  const array =
    plan.digitSwitch === "darlington" && layer.digits > 1 ? layer.unit("U", "ULN2803") : undefined;
  layer.displays();
  const limited = drives.chips.some(
    ({ part }) => part.kind === "shift-register" && part.constantCurrent !== undefined,
  );
  const perSegment = plan.resistors === "per-segment";
  const wired = pipNames(plan).filter(
    (segment) => layer.legsOf(segment).length > 0 && drives.segment(segment),
  );
  const own = new Map(perSegment && !limited ? wired.map((segment) => [segment, layer.resistor()]) : []);
  const shared = perSegment || limited ? [] : layer.places.map(() => layer.resistor());
  drives.chips.forEach((chip) => layer.powerChip(chip));
  if (drives.chips.length === 0) layer.shareGround();
  if (array) layer.wire("array-ground", layer.minus, legRef(array, "9"));
  layer.supply();
  drives.chips.forEach((chip) => layer.setCurrent(chip));
  wireChain(layer, drives.chain ?? drives.chips);
  drives.control?.();

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

function arrayChannel(ref: UnitRef, at: number) {
  const part = partById("ULN2803");
  if (part.kind !== "driver-array") throw new Error("ULN2803 is no driver array");
  return { ref, input: part.inputs[at]!, output: part.outputs[at]! };
}
