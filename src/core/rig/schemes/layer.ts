import {
  isChip,
  partById,
  type ChipPart,
  type ControllerAround,
  type DisplayPart,
  type LegUse,
} from "../../parts";
import type { Farads, Ohms, Volts } from "../../quantity";
import { partOf } from "../part-of";
import { controllerById, digitCount, matrixSize } from "../plan-facts";
import {
  asUnit,
  legRef,
  type LedValues,
  type LegRef,
  type LineUse,
  type Plan,
  type Unit,
  type UnitRef,
  type Wire,
} from "../document";

export interface SchemeValues {
  /** In the way of each segment, or of each common. */
  readonly ohms: Ohms;
  /** In the way of each transistor's base. */
  readonly baseOhms?: Ohms;
  /** At the leg by which a chip's current is set. */
  readonly setOhms?: Ohms;
  /** In each segment line of a driver chip; 0 for none, and as the chip's limits ask where it is left out. */
  readonly segmentOhms?: Ohms;
  readonly led: LedValues;
}

/** A chip on the table, with its legs by their ids. */
export interface Chip {
  readonly ref: UnitRef;
  readonly part: ChipPart;
  leg(id: string): LegRef;
}

/** Close to the supply legs of every chip. */
const BYPASS_FARADS: Farads = 100e-9;
/** Keeps a gate off while nothing drives it. */
const GATE_OHMS: Ohms = 10_000;

export const BOARD = asUnit("MCU1");
export const SUPPLY = asUnit("PS1");

/** Whether a supply of its own feeds the rig: by choice, or because the controller is a chip that gives nothing. */
const isSeparate = ({ power, controller }: Plan): boolean =>
  power === "separate" || controllerById(controller).bare === true;

/** One digit of the displays in reading order. */
export interface DigitPlace {
  readonly unit: Unit;
  readonly part: DisplayPart;
  /** Number inside its unit. */
  readonly digit: number;
}

/** Collects the units and wires a scheme lays down. Wires come in working order: power, control, lines, commons, segments. */
export class Layer {
  readonly units: Unit[] = [];
  readonly wires: Wire[] = [];
  readonly plus: LegRef;
  readonly minus: LegRef;
  readonly minus2: LegRef;
  readonly cathode: boolean;
  readonly places: readonly DigitPlace[];
  private readonly counts = new Map<string, number>();

  constructor(
    readonly plan: Plan,
    /** Every value, also those that are only the usual ones. */
    readonly values: Required<SchemeValues>,
    private readonly shown: readonly Unit[],
    /** What the chips work on. */
    private readonly volts: Volts,
  ) {
    const controller = controllerById(plan.controller);
    const separate = isSeparate(plan);
    this.cathode = plan.polarity === "common-cathode";
    const leg =
      volts === controller.logic
        ? controller.supplyLeg
        : (Object.entries(controller.supplies).find(([, gives]) => gives === volts)?.[0] ?? "5V");
    this.plus = separate ? legRef(SUPPLY, "+") : legRef(BOARD, leg);
    this.minus = separate ? legRef(SUPPLY, "-") : legRef(BOARD, controller.groundLegs[0]);
    this.minus2 = separate ? this.minus : legRef(BOARD, controller.groundLegs[1]);
    this.places = shown.flatMap((unit) => {
      const part = partOf(unit) as DisplayPart;
      return Array.from({ length: part.digits }, (_, at) => ({ unit, part, digit: at + 1 }));
    });
  }

  get digits(): number {
    return digitCount(this.plan);
  }

  /** Displays that have segment drivers of their own: each block of dots for itself, digits all together. */
  get blocks(): ReadonlyArray<readonly UnitRef[]> {
    const units = [...new Set(this.places.map(({ unit }) => unit.ref))];
    return matrixSize(this.plan) ? units.map((ref) => [ref]) : [units];
  }

  /** Puts a unit on the table; its reference is the next free one of its letters. */
  unit(letters: string, part: string, values: Partial<Unit> = {}): UnitRef {
    const number = (this.counts.get(letters) ?? 0) + 1;
    this.counts.set(letters, number);
    const ref = asUnit(`${letters}${number}`);
    this.units.push({ ref, part, ...values });
    return ref;
  }

  wire(id: string, from: LegRef, to: LegRef): void {
    this.wires.push({ id, from, to, placed: false });
  }

  /** What hung on one leg hangs on another from now on. */
  reroute(from: LegRef, to: LegRef): void {
    this.wires.forEach((wire, at) => {
      if (wire.from === from) this.wires[at] = { ...wire, from: to };
      else if (wire.to === from) this.wires[at] = { ...wire, to };
    });
  }

  line(use: LineUse): LegRef {
    return legRef(BOARD, this.plan.lines[use] ?? "");
  }

  /** The board, the displays, and room for the resistors: always in this order, so that references stay the same. */
  board(): void {
    this.units.push({ ref: BOARD, part: this.plan.controller });
  }

  displays(): void {
    this.units.push(...this.shown);
  }

  resistor(ohms: Ohms = this.values.ohms): UnitRef {
    return this.unit("R", "resistor", { ohms });
  }

  /** A chip with its supply, ground, bypass capacitor and tied inputs. Ids of the first chip carry no number. */
  chip(part: string): Chip {
    const found = partById(part);
    if (!isChip(found)) throw new Error(`${part} is no chip`);
    const ref = this.unit("U", part);
    return { ref, part: found, leg: (id) => legRef(ref, id) };
  }

  powerChip({ ref, part }: Chip): void {
    const tail = ref === "U1" ? "" : `-${ref.slice(1)}`;
    const supply = legRef(ref, part.supplyLeg);
    const ground = legRef(ref, part.groundLeg);
    this.wire(`power${tail}`, this.plus, supply);
    this.wire(`ground${tail}`, this.minus, ground);
    if (tail === "") this.shareGround();
    part.joined?.forEach(([first, ...rest], group) =>
      rest.forEach((leg, at) => {
        const kind = first === part.groundLeg ? "ground" : "power";
        this.wire(
          `${kind}-pair${group}${at > 0 ? `-${at}` : ""}${tail}`,
          legRef(ref, first!),
          legRef(ref, leg),
        );
      }),
    );
    const capacitor = this.unit("C", "capacitor", { farads: 100e-9 });
    this.wire(`bypass-plus${tail}`, supply, legRef(capacitor, "1"));
    this.wire(`bypass-minus${tail}`, legRef(capacitor, "2"), ground);
    for (const { leg, to } of [...part.ties].sort((one, other) => other.to - one.to)) {
      const pins = part.kind === "shift-register" ? part.pins : undefined;
      const name = pins?.clear === leg ? "clear" : pins?.outputEnable === leg ? "enable" : undefined;
      const id = name === undefined ? `tie-${ref.toLowerCase()}-${leg}` : name + tail;
      this.wire(id, legRef(ref, leg), to ? supply : ground);
    }
  }

  /** Puts the resistor that sets its current between a register's leg and ground, where it has such a leg. */
  setCurrent(chip: Chip): void {
    const leg = chip.part.kind === "shift-register" ? chip.part.constantCurrent?.leg : undefined;
    if (leg === undefined) return;
    const tail = chip.ref === "U1" ? "" : `-${chip.ref.slice(1)}`;
    const resistor = this.resistor(this.values.setOhms);
    this.wire(`set${tail}`, chip.leg(leg), legRef(resistor, "1"));
    this.wire(`set-ground${tail}`, legRef(resistor, "2"), chip.leg(chip.part.groundLeg));
  }

  shareGround(): void {
    if (!isSeparate(this.plan)) return;
    const { bare, groundLegs, supplyLeg, around } = controllerById(this.plan.controller);
    const ground = legRef(BOARD, groundLegs[0]);
    this.wire("shared-ground", ground, this.minus);
    if (!bare) return;
    // A chip alone is fed like the others, with a capacitor of its own.
    const supply = legRef(BOARD, supplyLeg);
    this.wire("power-board", this.plus, supply);
    const capacitor = this.unit("C", "capacitor", { farads: BYPASS_FARADS });
    this.wire("bypass-plus-board", supply, legRef(capacitor, "1"));
    this.wire("bypass-minus-board", legRef(capacitor, "2"), ground);
    if (groundLegs[1] !== groundLegs[0]) this.wire("ground-board-2", ground, legRef(BOARD, groundLegs[1]));
    if (around) this.surround(around, supply, ground);
  }

  /** What a controller that is a chip alone needs to run: reset held high, its other supply legs, its crystal. */
  private surround(
    { reset, crystal, supplyLegs = [] }: ControllerAround,
    supply: LegRef,
    ground: LegRef,
  ): void {
    for (const leg of supplyLegs) {
      const name = leg.toLowerCase();
      const capacitor = this.unit("C", "capacitor", { farads: BYPASS_FARADS });
      this.wire(`power-${name}`, supply, legRef(BOARD, leg));
      this.wire(`bypass-plus-${name}`, legRef(BOARD, leg), legRef(capacitor, "1"));
      this.wire(`bypass-minus-${name}`, legRef(capacitor, "2"), ground);
    }
    const pull = this.resistor(reset.ohms);
    this.wire("reset-plus", supply, legRef(pull, "1"));
    this.wire("reset", legRef(pull, "2"), legRef(BOARD, reset.leg));
    if (!crystal) return;
    const clock = this.unit("X", crystal.part);
    crystal.legs.forEach((leg, at) => {
      const load = this.unit("C", "capacitor", { farads: crystal.farads });
      this.wire(`crystal-${at + 1}`, legRef(BOARD, leg), legRef(clock, String(at + 1)));
      this.wire(`load-${at + 1}`, legRef(clock, String(at + 1)), legRef(load, "1"));
      this.wire(`load-ground-${at + 1}`, legRef(load, "2"), ground);
    });
  }

  supply(): void {
    if (!isSeparate(this.plan)) return;
    this.units.push({ ref: SUPPLY, part: "supply", volts: this.volts });
  }

  /** The legs of one use, in the order of the displays; only the first leg of each display. */
  legsOf(use: LegUse): LegRef[] {
    const seen = new Set<UnitRef>();
    return this.places.flatMap(({ unit, part }) => {
      if (seen.has(unit.ref)) return [];
      seen.add(unit.ref);
      const leg = legOfUse(part, use);
      return leg === undefined ? [] : [legRef(unit.ref, leg)];
    });
  }

  commonOf(place: DigitPlace): LegRef {
    const led = place.part.leds.find(({ digit }) => digit === place.digit)!;
    return legRef(place.unit.ref, this.cathode ? led.cathode : led.anode);
  }

  /** Where a common goes when nothing switches it. */
  get commonSide(): LegRef {
    return this.cathode ? this.minus2 : this.plus;
  }

  /**
   * Puts a switch between a digit's common and the rail.
   * @param control the output that turns it on
   * @param array the shared Darlington array and its channel, for that way of switching
   */
  digitSwitch(
    number: number,
    common: LegRef,
    control: LegRef,
    array?: { readonly ref: UnitRef; readonly input: string; readonly output: string },
  ): void {
    const id = `digit-${number}`;
    switch (this.plan.digitSwitch) {
      case "bare":
      case "power-register":
        return this.wire(id, control, common);
      case "darlington":
        this.wire(`drive-${number}`, control, legRef(array!.ref, array!.input));
        return this.wire(id, legRef(array!.ref, array!.output), common);
      case "transistor": {
        const ref = this.unit("Q", this.cathode ? "npn-switch" : "pnp-switch");
        const base = this.resistor(this.values.baseOhms);
        this.wire(`rail-${number}`, this.cathode ? this.minus : this.plus, legRef(ref, "E"));
        this.wire(`drive-${number}`, control, legRef(base, "1"));
        this.wire(`base-${number}`, legRef(base, "2"), legRef(ref, "B"));
        return this.wire(id, legRef(ref, "C"), common);
      }
      case "mosfet": {
        const ref = this.unit("Q", this.cathode ? "n-channel-switch" : "p-channel-switch");
        const pull = this.resistor(GATE_OHMS);
        const rail = this.cathode ? this.minus : this.plus;
        this.wire(`rail-${number}`, rail, legRef(ref, "S"));
        this.wire(`drive-${number}`, control, legRef(ref, "G"));
        this.wire(`pull-${number}`, legRef(ref, "G"), legRef(pull, "1"));
        this.wire(`pull-rail-${number}`, legRef(pull, "2"), rail);
        return this.wire(id, legRef(ref, "D"), common);
      }
    }
  }
}

/** The leg of a display joined to a segment, or undefined where it has none. */
function legOfUse(part: DisplayPart, use: LegUse): string | undefined {
  return part.legs.find(({ name, role }) => role === "led" && name === use)?.id;
}
