import { isChip, type BufferPart, type ChipPart, type Part, type TransistorPart } from "../parts";
import type { Volts } from "../quantity";
import { remembered } from "../remember";
import {
  legRef,
  partOf,
  splitLegRef,
  type LegRef,
  type Nets,
  type Rig,
  type Unit,
  type UnitRef,
} from "../rig";

/** What sets the potential of a net. */
export type Driver = Source & {
  /** The part that hands it on: a buffer, whose output stands at the leg, or a MOSFET between two lines. */
  readonly through?: UnitRef;
};

type Source =
  | { readonly kind: "rail"; readonly leg: LegRef; readonly volts: Volts }
  | { readonly kind: "line"; readonly leg: LegRef; readonly unit: UnitRef; readonly line: string }
  | { readonly kind: "register"; readonly leg: LegRef; readonly unit: UnitRef; readonly stage: number }
  | { readonly kind: "serial-out"; readonly leg: LegRef; readonly unit: UnitRef }
  /** Output of a selector that is chosen by one code. */
  | { readonly kind: "selected"; readonly leg: LegRef; readonly unit: UnitRef; readonly code: number }
  /** Output of a ring, high at one step. */
  | { readonly kind: "step"; readonly leg: LegRef; readonly unit: UnitRef; readonly step: number }
  /** Output of a BCD decoder. */
  | { readonly kind: "segment"; readonly leg: LegRef; readonly unit: UnitRef; readonly at: number }
  /** Output of a chip that holds what it is sent over a bus. */
  | { readonly kind: "port"; readonly leg: LegRef; readonly unit: UnitRef; readonly at: number }
  /** A leg a driver chip scans by itself. */
  | {
      readonly kind: "scanned";
      readonly leg: LegRef;
      readonly unit: UnitRef;
      readonly side: "segment" | "digit";
      readonly at: number;
    }
  /** A transistor or Darlington that joins its leg to a rail while its control leg is at a level. */
  | {
      readonly kind: "switch";
      readonly leg: LegRef;
      readonly unit: UnitRef;
      readonly sends: 0 | 1;
      readonly control: LegRef;
      readonly when: 0 | 1;
    };

/** A driver one comes to from a net, and the resistors on the way, nearest first. */
export interface Reach {
  readonly driver: Driver;
  readonly via: readonly UnitRef[];
}

/** All drivers of the rig by net id. */
export function driversByNet(rig: Rig, nets: Nets): ReadonlyMap<number, readonly Driver[]> {
  const found = new Map<number, Driver[]>();
  const add = (driver: Driver) => {
    const { id } = nets.of(driver.leg);
    found.set(id, [...(found.get(id) ?? []), driver]);
  };
  for (const unit of rig.units) driversOf(unit, partOf(unit)).forEach(add);
  handOn(rig, nets, (leg) => found.get(nets.of(leg).id) ?? [], add);
  // Which side of a switch is its output depends on where the rails are, so switches come last.
  for (const unit of rig.units) {
    const volts = (leg: string) => railVolts(found.get(nets.of(legRef(unit.ref, leg)).id) ?? []);
    switchesOf(unit.ref, partOf(unit), volts).forEach(add);
  }
  return found;
}

/** A way through a part by which a level goes on: from one leg to another. */
interface Channel {
  readonly unit: UnitRef;
  readonly input: LegRef;
  readonly output: LegRef;
}

/** The volts of a unit's leg, where it is on a rail. */
type VoltsAt = (leg: string) => Volts | undefined;

/** Whether a chip's supply and ground legs are on rails its data sheet allows. */
export function hasPower(part: ChipPart, volts: VoltsAt): boolean {
  const supply = volts(part.supplyLeg);
  const [least, most] = part.supplyRange;
  return supply !== undefined && supply >= least && supply <= most && volts(part.groundLeg) === 0;
}

/** Buffers hand on from input to output, where they have power and their enable is low. */
function bufferChannels(unit: UnitRef, part: BufferPart, volts: VoltsAt): Channel[] {
  if (!hasPower(part, volts)) return [];
  return part.channels
    .filter(({ enable }) => volts(enable) === 0)
    .map(({ input, output }) => ({ unit, input: legRef(unit, input), output: legRef(unit, output) }));
}

/**
 * An N-channel MOSFET between two lines, its gate on a supply: whichever side is pulled down pulls the other down, and
 * each side rises to what pulls it up.
 */
function lifterChannels(unit: UnitRef, part: TransistorPart, volts: VoltsAt): Channel[] {
  const { control, out, common } = part.pins;
  const isLifter =
    part.type === "n-channel" &&
    (volts(control) ?? 0) > 0 &&
    volts(out) === undefined &&
    volts(common) === undefined;
  const [one, other] = [legRef(unit, common), legRef(unit, out)];
  return isLifter
    ? [
        { unit, input: one, output: other },
        { unit, input: other, output: one },
      ]
    : [];
}

/**
 * A resistor into a chip's input that another one leads from to ground: the two divide what drives the first. Nothing else
 * hangs there: a base or an LED takes current, and what it gets is the circuit's business.
 */
function dividerChannels(rig: Rig, nets: Nets, voltsAt: (leg: LegRef) => Volts | undefined): Channel[] {
  const parts = new Map(rig.units.map((unit) => [unit.ref, partOf(unit)]));
  const resistors = resistorsOf(rig.units);
  const far = (leg: LegRef): LegRef => {
    const { unit, leg: end } = splitLegRef(leg);
    return legRef(unit, end === "1" ? "2" : "1");
  };
  const toGround = (leg: LegRef) => voltsAt(far(leg)) === 0;
  return nets.all.flatMap(({ legs }): Channel[] => {
    const ends = legs.filter((leg) => resistors.has(splitLegRef(leg).unit));
    if (ends.length < 2 || !ends.some(toGround)) return [];
    const others = legs.filter((leg) => !ends.includes(leg));
    const isInput = (leg: LegRef) => {
      const { unit, leg: id } = splitLegRef(leg);
      const part = parts.get(unit)!;
      return (isChip(part) && part.signalLegs.includes(id)) || part.kind === "module";
    };
    if (others.length === 0 || !others.every(isInput)) return [];
    return ends
      .filter((leg) => !toGround(leg))
      .map((leg) => ({ unit: splitLegRef(leg).unit, input: far(leg), output: leg }));
  });
}

/** What stands at the lower end of a divider's resistor, as a share of what drives its upper end. */
export function dividedShare({ rig, nets, drivers }: Driven, unit: UnitRef, output: LegRef): number {
  const resistors = resistorsOf(rig.units);
  const ohms = (ref: UnitRef) => rig.units.find((one) => one.ref === ref)!.ohms!;
  const conductance = nets.of(output).legs.reduce((sum, leg) => {
    const { unit: ref, leg: end } = splitLegRef(leg);
    if (ref === unit || !resistors.has(ref)) return sum;
    const far = nets.of(legRef(ref, end === "1" ? "2" : "1"));
    return railVolts(drivers.get(far.id) ?? []) === 0 ? sum + 1 / ohms(ref) : sum;
  }, 0);
  return 1 / (1 + ohms(unit) * conductance);
}

/**
 * What drives one side of such a part drives the other side as well. One may feed the next, so they are gone through
 * until nothing new is handed on; what came out at a leg does not go back in there.
 */
function handOn(
  rig: Rig,
  nets: Nets,
  driversAt: (leg: LegRef) => readonly Driver[],
  add: (driver: Driver) => void,
): void {
  const waiting = new Set([
    ...rig.units.flatMap((unit): Channel[] => {
      const part = partOf(unit);
      const volts = (leg: string) => railVolts(driversAt(legRef(unit.ref, leg)));
      if (part.kind === "buffer") return bufferChannels(unit.ref, part, volts);
      return part.kind === "transistor" ? lifterChannels(unit.ref, part, volts) : [];
    }),
    ...dividerChannels(rig, nets, (leg) => railVolts(driversAt(leg))),
  ]);
  for (let more = true; more;) {
    more = false;
    for (const channel of waiting) {
      const given = driversAt(channel.input).filter(
        ({ kind, leg }) => kind !== "rail" && leg !== channel.input,
      );
      if (given.length === 0) continue;
      for (const driver of given) add({ ...driver, leg: channel.output, through: channel.unit });
      waiting.delete(channel);
      more = true;
    }
  }
}

/** Whether a part hands levels on from one line to another. */
export const handsLevelsOn = (drivers: ReadonlyMap<number, readonly Driver[]>, unit: UnitRef): boolean =>
  [...drivers.values()].some((here) => here.some(({ through }) => through === unit));

/** The unit whose output stands at a driver's leg: its own, or the buffer that hands it on. */
export const standsAt = (driver: Exclude<Driver, { kind: "rail" }>): UnitRef => driver.through ?? driver.unit;

/** What a unit drives, leg by leg. Resistors, capacitors and displays drive nothing. */
function driversOf(unit: Unit, part: Part): Driver[] {
  const { ref } = unit;
  if (part.kind === "controller" || part.kind === "supply") {
    return part.legs.flatMap(({ id, role }): Driver[] => {
      const leg = legRef(ref, id);
      if (role === "ground") return [{ kind: "rail", leg, volts: 0 }];
      if (role === "supply-out")
        return [{ kind: "rail", leg, volts: part.kind === "supply" ? unit.volts! : part.supplies[id]! }];
      return role === "line" ? [{ kind: "line", leg, unit: ref, line: id }] : [];
    });
  }
  if (!isChip(part) || part.kind === "buffer") return [];
  const outputs = part.outputLegs.map((id, at): Driver => {
    const leg = legRef(ref, id);
    switch (part.kind) {
      case "shift-register":
        return { kind: "register", leg, unit: ref, stage: at };
      case "selector":
        return { kind: "selected", leg, unit: ref, code: at };
      case "ring":
        return { kind: "step", leg, unit: ref, step: at };
      case "segment-decoder":
        return { kind: "segment", leg, unit: ref, at };
      case "expander":
        return { kind: "port", leg, unit: ref, at };
      case "driver-chip": {
        const digit = part.digitLegs.indexOf(id);
        return digit < 0
          ? { kind: "scanned", leg, unit: ref, side: "segment", at: part.segmentLegs.indexOf(id) }
          : { kind: "scanned", leg, unit: ref, side: "digit", at: digit };
      }
    }
  });
  const serialOut = dataOutOf(part);
  // The last output of a register without a latch is its serial output as well.
  return serialOut === undefined || part.outputLegs.includes(serialOut)
    ? outputs
    : [...outputs, { kind: "serial-out", leg: legRef(ref, serialOut), unit: ref }];
}

/** The leg by which a chip hands its bits on to the next one. */
const dataOutOf = (part: ChipPart): string | undefined =>
  part.kind === "shift-register"
    ? part.pins.serialOut
    : part.kind === "driver-chip"
      ? part.pins.dataOut
      : undefined;

/** Whether an output hands a chip's bits on: of a register without a latch its last output does that too. */
export const handsOn = (driver: Driver, partOfUnit: (ref: UnitRef) => Part): boolean => {
  if (driver.kind === "serial-out") return true;
  const part = driver.kind === "register" ? partOfUnit(driver.unit) : undefined;
  return part?.kind === "shift-register" && splitLegRef(driver.leg).leg === part.pins.serialOut;
};

/** Transistors whose one end is on a rail: the other end is what they drive. */
function switchesOf(
  unit: UnitRef,
  part: Part,
  volts: (leg: string) => Volts | undefined,
): Array<Extract<Driver, { kind: "switch" }>> {
  const make = (out: string, control: string, rail: Volts, when: 0 | 1) => ({
    kind: "switch" as const,
    leg: legRef(unit, out),
    unit,
    sends: rail > 0 ? (1 as const) : (0 as const),
    control: legRef(unit, control),
    when,
  });
  if (part.kind === "driver-array") {
    const ground = volts(part.ground);
    if (ground !== 0) return [];
    return part.outputs.map((out, at) => make(out, part.inputs[at]!, 0, 1));
  }
  if (part.kind !== "transistor") return [];
  const { control, out, common } = part.pins;
  const when = part.type === "npn" || part.type === "n-channel" ? 1 : 0;
  const atCommon = volts(common);
  if (atCommon !== undefined) return [make(out, control, atCommon, when)];
  const atOut = volts(out);
  return atOut === undefined ? [] : [make(common, control, atOut, when)];
}

/** The net's potential where it is tied to a rail; undefined where no rail, or several that differ, are on it. */
export function railVolts(drivers: readonly Driver[]): Volts | undefined {
  const volts = new Set(drivers.flatMap((driver) => (driver.kind === "rail" ? [driver.volts] : [])));
  return volts.size === 1 ? [...volts][0] : undefined;
}

/** One driver for each thing that drives: several rail legs of one potential count once. */
export function distinctDrivers(drivers: readonly Driver[]): Driver[] {
  const rails = new Set<Volts>();
  return drivers.filter((driver) => {
    if (driver.kind !== "rail") return true;
    if (rails.has(driver.volts)) return false;
    rails.add(driver.volts);
    return true;
  });
}

const resistorsOf = remembered(
  (units: Rig["units"]): ReadonlySet<UnitRef> =>
    new Set(units.filter(({ part }) => part === "resistor").map(({ ref }) => ref)),
);

/** Diodes by their legs: what is to be reached against the arrow and along it. */
const diodesOf = remembered(
  (units: Rig["units"]): ReadonlySet<UnitRef> =>
    new Set(units.filter((unit) => partOf(unit).kind === "diode").map(({ ref }) => ref)),
);

/** Which way the current runs that a leg is looked at for; levels of inputs run no current. */
export type Flow = "comes" | "goes";

/**
 * Finds what drives a leg: on its own net, or else through resistors, and through diodes that let its current pass; never
 * through an LED.
 * @returns one entry for each driver met; empty when the leg hangs open
 */
export function reachFrom(
  start: LegRef,
  rig: Rig,
  nets: Nets,
  drivers: ReadonlyMap<number, readonly Driver[]>,
  flow?: Flow,
): Reach[] {
  const resistors = resistorsOf(rig.units);
  const diodes = diodesOf(rig.units);
  /** The leg of a diode on this side, seen from an LED: current comes out of the cathode, and goes in at the anode. */
  const near = flow === "comes" ? "K" : "A";
  const seen = new Set<number>();
  const found: Reach[] = [];
  const queue: Array<{ leg: LegRef; via: UnitRef[] }> = [{ leg: start, via: [] }];
  for (let next = queue.shift(); next; next = queue.shift()) {
    const net = nets.of(next.leg);
    if (seen.has(net.id)) continue;
    seen.add(net.id);
    const here = distinctDrivers(drivers.get(net.id) ?? []);
    if (here.length > 0) {
      for (const driver of here) found.push({ driver, via: next.via });
      continue;
    }
    for (const leg of net.legs) {
      const { unit, leg: end } = splitLegRef(leg);
      if (resistors.has(unit))
        queue.push({ leg: legRef(unit, end === "1" ? "2" : "1"), via: [...next.via, unit] });
      else if (flow && end === near && diodes.has(unit))
        queue.push({ leg: legRef(unit, near === "K" ? "A" : "K"), via: [...next.via, unit] });
    }
  }
  return found;
}

type Netted = { readonly rig: Rig; readonly nets: Nets };

/** Two-ended parts of a kind with one end on the net of either leg. */
export const between = (
  { rig, nets }: Netted,
  part: "resistor" | "capacitor",
  one: LegRef,
  other: LegRef,
): Unit[] =>
  rig.units.filter((unit) => {
    if (unit.part !== part) return false;
    const ends = ["1", "2"].map((end) => nets.of(legRef(unit.ref, end)).id);
    return ends.includes(nets.of(one).id) && ends.includes(nets.of(other).id);
  });

type Driven = Netted & { readonly drivers: ReadonlyMap<number, readonly Driver[]> };

/** The highest supply, in V, that a resistor leads to from a leg's net; 0 where none does. */
export function pulledUpTo({ rig, nets, drivers }: Driven, leg: LegRef): Volts {
  const resistors = resistorsOf(rig.units);
  const ends = nets
    .of(leg)
    .legs.map(splitLegRef)
    .filter(({ unit }) => resistors.has(unit));
  return ends.reduce<Volts>((most, { unit, leg: end }) => {
    const far = nets.of(legRef(unit, end === "1" ? "2" : "1"));
    return Math.max(most, railVolts(drivers.get(far.id) ?? []) ?? 0);
  }, 0);
}

/** A resistor leads from a leg's net to a supply. */
export const isPulledUp = (model: Driven, leg: LegRef): boolean => pulledUpTo(model, leg) > 0;
