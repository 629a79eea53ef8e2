import { outputName, type PipName, type SegmentName } from "../../glyph";
import { partById } from "../../parts";
import { pipNames } from "../plan-facts";
import { legRef, splitLegRef, type LegRef, type UnitRef } from "../document";
import { wireChain } from "./chain";
import type { Chip, Layer } from "./layer";

/** Everything a multiplexed scheme decides: what drives a segment, and what drives a digit. */
export interface Drives {
  readonly chips: readonly Chip[];
  /** The order data runs through them, where it is another. */
  readonly chain?: readonly Chip[];
  /** Of dots: the column of one block, from 0. */
  readonly segment: (segment: PipName, block: number) => LegRef | undefined;
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

/** A segment on the output the plan deals it, of its block's register; what the plan has no output for is on a line. */
export const onRegister =
  (layer: Layer, chips: readonly Chip[]) =>
  (segment: PipName, block: number): LegRef => {
    const chip = chips[block]!;
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
  const wired = layer.blocks.flatMap((units, block) =>
    pipNames(plan)
      .map((segment) => ({
        segment,
        id: block === 0 ? segment : `${segment}-m${block + 1}`,
        legs: layer.legsOf(segment).filter((leg) => units.includes(splitLegRef(leg).unit)),
        output: drives.segment(segment, block),
      }))
      .filter(({ legs, output }) => legs.length > 0 && output !== undefined),
  );
  const own = new Map(perSegment && !limited ? wired.map(({ id }) => [id, layer.resistor()]) : []);
  const turns = layer.places.slice(0, layer.places.length / layer.blocks.length);
  const shared = perSegment || limited ? [] : turns.map(() => layer.resistor());
  drives.chips.forEach((chip) => layer.powerChip(chip));
  if (drives.chips.length === 0) layer.shareGround();
  if (array) layer.wire("array-ground", layer.minus, legRef(array, "9"));
  layer.supply();
  drives.chips.forEach((chip) => layer.setCurrent(chip));
  wireChain(layer, drives.chain ?? drives.chips);
  drives.control?.();

  turns.forEach((place, at) => {
    const number = at + 1;
    let common = layer.commonOf(place);
    // The same row of the other blocks hangs on the first one's.
    for (let block = 1; block < layer.blocks.length; block += 1) {
      const other = layer.commonOf(layer.places[block * turns.length + at]!);
      layer.wire(`row-${number}-m${block + 1}`, common, other);
    }
    if (shared[at]) {
      layer.wire(`common-${number}`, common, legRef(shared[at], "1"));
      common = legRef(shared[at], "2");
    }
    if (layer.digits === 1) return layer.wire("common", common, layer.commonSide);
    const channel = array ? arrayChannel(array, at) : undefined;
    layer.digitSwitch(number, common, drives.digit(number), channel);
  });
  for (const { id, legs, output } of wired) {
    const [first, ...rest] = legs as [LegRef, ...LegRef[]];
    const resistor = own.get(id);
    if (resistor) {
      layer.wire(`output-${id}`, output!, legRef(resistor, "1"));
      layer.wire(`segment-${id}`, legRef(resistor, "2"), first);
    } else layer.wire(`segment-${id}`, output!, first);
    rest.forEach((leg, at) => layer.wire(`segment-${id}-${at + 2}`, at === 0 ? first : rest[at - 1]!, leg));
  }
}

function arrayChannel(ref: UnitRef, at: number) {
  const part = partById("ULN2803");
  if (part.kind !== "driver-array") throw new Error("ULN2803 is no driver array");
  return { ref, input: part.inputs[at]!, output: part.outputs[at]! };
}
