import { SEGMENTS, columnOf, isDot, outputName, type PipName } from "../../glyph";
import { transportOf } from "../../bus";
import type { DriverChipPart } from "../../parts";
import type { Ohms } from "../../quantity";
import { legRef, type Plan } from "../document";
import { USUAL_REGISTER, digitCount, matrixSize, modulesOn } from "../plan-facts";
import { pullUp, wireBus } from "./bus";
import type { Chip, DigitPlace, Layer } from "./layer";
import { registerUsual } from "./register";
import type { Scheme } from "./scheme";

/** Joins an address leg to the strap leg. */
const STRAP_OHMS: Ohms = 39_000;

/** Beside the 100 nF of a chip that switches whole digits. */
const BULK_FARADS = 10e-6;

/** Chips that scan their digits by themselves: eight digits each, the next ones on the next chip of the chain. */
function layDrivers(layer: Layer, part: DriverChipPart): void {
  const { places } = layer;
  const each = digitsOnOne(layer.plan, part);
  layer.board();
  const chips = Array.from({ length: chipsFor(layer.plan, part) }, () => layer.chip(part.id));
  layer.displays();
  const { setCurrent } = part;
  const setters = setCurrent ? chips.map(() => layer.resistor(layer.values.setOhms)) : [];
  const inLines = layer.values.segmentOhms;
  // Of modules each has its own on its board.
  const pulls = (layer.plan.bought ? chips : chips.slice(0, 1)).map(() => pullUp(layer, part));
  const straps = chips.flatMap((chip, at) =>
    strapsOf(part, (layer.plan.busAddress ?? 0) + at).map((leg) => ({
      chip,
      tail: at === 0 ? leg : `${leg}-${at + 1}`,
      leg,
      ref: layer.resistor(STRAP_OHMS),
    })),
  );
  // Chip by chip, so that the parts of the first ones keep their numbers when a chain grows.
  chips.forEach((chip, at) => {
    layer.powerChip(chip);
    if (!part.setCurrent) return;
    const tail = at === 0 ? "" : `-${at + 1}`;
    const bulk = layer.unit("C", "capacitor", { farads: BULK_FARADS });
    layer.wire(`bulk-plus${tail}`, chip.leg(part.supplyLeg), legRef(bulk, "1"));
    layer.wire(`bulk-minus${tail}`, legRef(bulk, "2"), chip.leg(part.groundLeg));
  });
  chips.forEach((chip, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const setter = setters[at];
    if (!setter) return;
    layer.wire(`set-plus${tail}`, chip.leg(part.supplyLeg), legRef(setter, "1"));
    layer.wire(`set${tail}`, legRef(setter, "2"), chip.leg(part.setCurrent!.leg));
  });
  layer.supply();
  straps.forEach(({ chip, leg, tail, ref }) => {
    layer.wire(`strap-${tail}`, chip.leg(leg), legRef(ref, "1"));
    layer.wire(`strap-${tail}-join`, legRef(ref, "2"), chip.leg(part.address!.join!));
  });
  wireBus(layer, part, chips);
  pulls.forEach((pull, at) => pull(chips[at]!, at === 0 ? "" : `-${at + 1}`));
  const wire = layer.plan.bought?.exchanged ? wireExchanged : wireDigits;
  chips.forEach((chip, at) =>
    wire(layer, part, chip, { at, first: at * each }, places.slice(at * each, (at + 1) * each), inLines),
  );
}

/**
 * Digits, or rows of dots, one chip has: as many as its module's board gives it. A module of dots has a chip, or a bank of
 * a chip, to itself, however many of its rows it leaves free.
 */
function digitsOnOne(plan: Plan, part: DriverChipPart): number {
  if (plan.bought) return Math.max(1, Math.floor(plan.bought.digits / plan.bought.chips));
  const size = matrixSize(plan);
  return size ? size.rows * modulesOn(plan, part) : part.digitLegs.length;
}

/** How many such chips a plan's digits, or rows of dots, take. */
export const chipsFor = (plan: Plan, part: DriverChipPart): number =>
  Math.max(1, Math.ceil(digitCount(plan) / digitsOnOne(plan, part)));

/** Which chip of several it is, from 0, and how many digits come before its first. */
interface ChipPlace {
  readonly at: number;
  readonly first: number;
}

/** The address legs that are strapped for what is added to a chip's first address. */
const strapsOf = ({ address }: DriverChipPart, more: number): string[] =>
  (address?.straps ?? []).filter((_, bit) => (more >> bit) & 1);

/** Digits on the legs meant for segments, each segment of all digits on a leg meant for a digit. */
function wireExchanged(
  layer: Layer,
  part: DriverChipPart,
  chip: Chip,
  { first: before }: ChipPlace,
  places: readonly DigitPlace[],
): void {
  const { plan, cathode } = layer;
  places.forEach((place, index) => {
    const output = plan.digitOutputs.indexOf(index + 1);
    layer.wire(
      `digit-${before + index + 1}`,
      chip.leg(part.segmentLegs[output < 0 ? index : output]!),
      layer.commonOf(place),
    );
    if (place.digit !== 1) return;
    for (const name of namesOf(place)) {
      const grid = plan.outputs.findIndex((one) => one === outputName(name));
      const led = place.part.leds.find(({ segment }) => segment === name)!;
      const leg = legRef(place.unit.ref, cathode ? led.anode : led.cathode);
      if (grid >= 0)
        layer.wire(`segment-${name}${place.unit.ref.slice(2)}`, chip.leg(part.digitLegs[grid]!), leg);
    }
  });
}

/**
 * The segments and commons of the digits on one chip. A chip with rows for two digits on each common takes its first
 * display on the lower rows and its second on the upper ones, so both share the commons.
 */
function wireDigits(
  layer: Layer,
  part: DriverChipPart,
  chip: Chip,
  { at, first: before }: ChipPlace,
  places: readonly DigitPlace[],
  inLines: Ohms,
): void {
  const { plan, cathode } = layer;
  const units = [...new Set(places.map(({ unit }) => unit.ref))];
  const banks = part.segmentLegs.length >= 16 ? 2 : 1;
  const twice = banks > 1 && units.length > 1;
  const tail = (place: DigitPlace) => place.unit.ref.slice(2);
  // A plan made for a chip with more digit legs may name some this one does not have.
  const fits =
    !twice && places.every((_, index) => plan.digitOutputs.indexOf(index + 1) < part.digitLegs.length);
  places.forEach((place, index) => {
    const unitAt = units.indexOf(place.unit.ref);
    const bank = unitAt % banks;
    const within = twice ? index - places.findIndex(({ unit }) => unit.ref === place.unit.ref) : index;
    // The plan deals out eight digit legs; beyond them they follow in order.
    const dealt = plan.digitOutputs.indexOf(within + 1);
    const output = fits && dealt >= 0 ? dealt : within;
    layer.wire(`digit-${before + index + 1}`, chip.leg(part.digitLegs[output]!), layer.commonOf(place));
    if (place.digit !== 1) return;
    const apart = place.part.legs.find(({ id }) => id === colonCommon(place));
    if (apart)
      layer.wire(
        `colon${at > 0 ? `-${at + 1}` : ""}`,
        chip.leg(part.digitLegs[plan.digitOutputs.indexOf(places.length + 1)]!),
        legRef(place.unit.ref, apart.id),
      );
    const first = units[0] !== place.unit.ref && !twice ? places[0]! : undefined;
    for (const name of namesOf(place)) {
      const number = segmentNumber(part, plan.outputs, name);
      if (number === undefined) continue;
      const led = place.part.leds.find(({ segment }) => segment === name)!;
      const leg = legRef(place.unit.ref, cathode ? led.anode : led.cathode);
      const shared = first?.part.leds.find(({ segment }) => segment === name);
      const start = shared
        ? legRef(first!.unit.ref, cathode ? shared.anode : shared.cathode)
        : chip.leg(part.segmentLegs[number + bank * 8]!);
      const id = `segment-${name}${tail(place) === "1" ? "" : `-${tail(place)}`}`;
      if (shared || inLines === 0) {
        layer.wire(id, start, leg);
        continue;
      }
      const resistor = layer.resistor(inLines);
      layer.wire(id, start, legRef(resistor, "1"));
      layer.wire(`${id}-led`, legRef(resistor, "2"), leg);
    }
  });
}

/** The common of a colon that has one to itself. */
function colonCommon({ unit, part }: DigitPlace): string | undefined {
  if (unit.sheet?.colonOn === undefined) return undefined;
  const colon = part.leds.find(({ segment }) => segment === "colon");
  return part.polarity === "common-cathode" ? colon?.cathode : colon?.anode;
}

/** Segments and marks of a display that have legs of their own; a mark on the leg of the points needs none. */
function namesOf({ part }: DigitPlace): PipName[] {
  const taken = new Set<string>();
  const names = new Set<PipName>();
  for (const { segment, anode, cathode } of [...part.leds].sort(
    (one, other) => order(one.segment) - order(other.segment),
  )) {
    const own = part.polarity === "common-cathode" ? anode : cathode;
    if (taken.has(own)) continue;
    taken.add(own);
    names.add(segment);
  }
  return [...names];
}

const order = (name: PipName): number => {
  const at = SEGMENTS.findIndex((one) => one === name);
  return at < 0 ? 99 : at;
};

/** The number of the chip's segment that serves one of the display's: as the plan deals the outputs out. */
function segmentNumber(part: DriverChipPart, outputs: readonly PipName[], name: PipName): number | undefined {
  if (isDot(name)) {
    const place = outputs.findIndex((one) => one === outputName(name));
    const bank = columnOf(name) > 8 ? 8 : 0;
    if (place < 0) return undefined;
    return part.leftmostHighest ? 7 - place : bank + place;
  }
  if (name === "lamp") return part.segmentLegs.length > 8 ? 8 : undefined;
  const place = outputs.indexOf(name === "colon" || name === "degree" ? "dp" : name);
  if (place < 0) return undefined;
  // Outputs are listed a, b, c… as the chip names them.
  return part.segmentPlaces ? part.segmentPlaces[place] : place;
}

/** Chips one chain may have. */
const MOST_IN_CHAIN = 64;

/** How many chips a rig may have of one kind: as many as a chain takes, as many as there are addresses, or one. */
const mostChips = ({ protocol, address }: DriverChipPart): number => {
  const { together } = transportOf(protocol);
  if (together === "chain") return MOST_IN_CHAIN;
  return together === "addresses" && address ? 1 << address.straps.length : 1;
};

/** Whether a way drives digits of that polarity: exchanged, a chip does what the other polarity asks for. */
const isDriven = ({ polarity, bought }: Plan, part: DriverChipPart): boolean =>
  ((polarity === "common-cathode") === (part.segments === "source")) !== (bought?.exchanged ?? false);

/** The way to drive a display by chips that scan it themselves. */
export const driverScheme = (part: DriverChipPart): Scheme => ({
  name: part.id.toLowerCase(),
  chip: part,
  lines: () => (part.pins.select === undefined ? ["data", "clock"] : ["data", "clock", "latch"]),
  problem(plan, { flavour }) {
    const most = digitsOnOne(plan, part) * (mostChips(part) - (plan.busAddress ?? 0));
    if (!isDriven(plan, part))
      return plan.polarity === "common-cathode"
        ? "its segments only sink: it needs a common-anode display"
        : "its segments only give current: it needs a common-cathode display";
    if (digitCount(plan) > most) return `it reaches to ${most} digits`;
    return flavour === "logic"
      ? "it needs a program that writes its registers: choose a controller board"
      : undefined;
  },
  dots: (plan) => ({
    modules:
      transportOf(part.protocol).together === "chain"
        ? Infinity
        : mostChips(part) * (plan.bought ? 1 : modulesOn(plan, part)),
    columns: part.segmentLegs.length,
    rows: part.digitLegs.length,
  }),
  lay: (layer) => layDrivers(layer, part),
  usual: { ...registerUsual(USUAL_REGISTER), blank: 0 },
  free: { segments: true, digits: part.segmentLegs.length < 16 && part.digitLegs.length === 8 },
});
