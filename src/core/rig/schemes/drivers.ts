import { SEGMENTS, columnOf, isDot, outputName, type PipName } from "../../glyph";
import { transportOf } from "../../bus";
import type { DriverChipPart } from "../../parts";
import type { Ohms } from "../../quantity";
import { legRef } from "../document";
import { USUAL_REGISTER, digitCount, matrixSize, modulesOn, showsDots } from "../plan-facts";
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
  // A module of dots has a chip, or a bank of a chip, to itself, however many of its rows it leaves free.
  const size = matrixSize(layer.plan);
  const each = size ? size.rows * modulesOn(layer.plan, part) : part.digitLegs.length;
  layer.board();
  const chips = Array.from({ length: Math.max(1, Math.ceil(places.length / each)) }, () =>
    layer.chip(part.id),
  );
  layer.displays();
  const { setCurrent } = part;
  const setters = setCurrent ? chips.map(() => layer.resistor(layer.values.setOhms)) : [];
  const inLines = layer.values.segmentOhms;
  const pulls = pullUp(layer, part);
  const strapped = (part.address?.straps ?? []).filter((_, bit) => ((layer.plan.busAddress ?? 0) >> bit) & 1);
  const straps = strapped.map((leg) => ({ leg, ref: layer.resistor(STRAP_OHMS) }));
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
  straps.forEach(({ leg, ref }) => {
    layer.wire(`strap-${leg}`, chips[0]!.leg(leg), legRef(ref, "1"));
    layer.wire(`strap-${leg}-join`, legRef(ref, "2"), chips[0]!.leg(part.address!.join!));
  });
  wireBus(layer, part, chips);
  pulls(chips[0]!);
  chips.forEach((chip, at) =>
    wireDigits(layer, part, chip, at, places.slice(at * each, (at + 1) * each), inLines),
  );
}

/**
 * The segments and commons of the digits on one chip. A chip with rows for two digits on each common takes its first
 * display on the lower rows and its second on the upper ones, so both share the commons.
 */
function wireDigits(
  layer: Layer,
  part: DriverChipPart,
  chip: Chip,
  at: number,
  places: readonly DigitPlace[],
  inLines: Ohms,
): void {
  const { plan, cathode } = layer;
  const banks = part.segmentLegs.length >= 16 ? 2 : 1;
  const twice = banks > 1;
  const tail = (place: DigitPlace) => place.unit.ref.slice(2);
  const units = [...new Set(places.map(({ unit }) => unit.ref))];
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
    layer.wire(`digit-${at * 8 + index + 1}`, chip.leg(part.digitLegs[output]!), layer.commonOf(place));
    if (place.digit !== 1) return;
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

/** How many chips a rig may have of one kind: as many as a chain takes, or one. */
const mostChips = (part: DriverChipPart): number =>
  transportOf(part.protocol).together === "chain" ? MOST_IN_CHAIN : 1;

/** The way to drive a display by chips that scan it themselves. */
export const driverScheme = (part: DriverChipPart): Scheme => ({
  name: part.id.toLowerCase(),
  chip: part,
  lines: () => (part.pins.select === undefined ? ["data", "clock"] : ["data", "clock", "latch"]),
  problem(plan, { flavour }) {
    const cathode = plan.polarity === "common-cathode";
    const onOne = showsDots(plan) ? modulesOn(plan, part) * matrixSize(plan)!.rows : part.digitLegs.length;
    const most = onOne * mostChips(part);
    if (cathode !== (part.segments === "source"))
      return cathode
        ? "its segments only sink: it needs a common-anode display"
        : "its segments only give current: it needs a common-cathode display";
    if (digitCount(plan) > most) return `it reaches to ${most} digits`;
    return flavour === "logic"
      ? "it needs a program that writes its registers: choose a controller board"
      : undefined;
  },
  dots: (plan) => ({
    modules: mostChips(part) === 1 ? modulesOn(plan, part) : Infinity,
    columns: part.segmentLegs.length,
    rows: part.digitLegs.length,
  }),
  lay: (layer) => layDrivers(layer, part),
  usual: { ...registerUsual(USUAL_REGISTER), blank: 0 },
  free: { segments: true, digits: part.segmentLegs.length < 16 && part.digitLegs.length === 8 },
});
