import type { PipName } from "../glyph";
import type { InputAct } from "./input-acts";
import type { Farads, Hertz, Milliamps, Nanoseconds, Ohms, Volts, Watts } from "../quantity";

/** What a leg is for, seen from outside the part. */
export type LegRole =
  "supply-in" | "supply-out" | "ground" | "input" | "output" | "line" | "led" | "passive" | "not-used";

export interface Leg {
  /** Number printed in the data sheet, or the name printed on a board. Unique in its part. */
  readonly id: string;
  /** Number of the leg in its package, where its id is a name. */
  readonly number?: number;
  /** Name as most data sheets have it. */
  readonly name: string;
  /** What is printed beside it, where that is not its id. */
  readonly mark?: string;
  /** Name as others have it, where sheets disagree. */
  readonly otherName?: string;
  readonly role: LegRole;
  /** What happens when the leg is left open; present when it must not be. */
  readonly whenOpen?: string;
}

/** How legs are arranged, for drawing and for counting by finger. */
export type Outline =
  | { readonly style: "dual-in-line"; readonly legs: number }
  | { readonly style: "two-rows"; readonly perRow: number }
  | { readonly style: "header" }
  | { readonly style: "two-ended" };

/** What every part has. */
export interface PartBase {
  readonly id: string;
  readonly title: string;
  readonly outline: Outline;
  readonly legs: readonly Leg[];
  /** Legs that are joined inside the part. */
  readonly joined?: ReadonlyArray<readonly string[]>;
  /** Data sheet section or table the figures come from; says so where a figure is only customary. */
  readonly source: string;
  /** Where single figures come from, by the figure's name; {@link PartBase.source} for those not named. */
  readonly sources?: Readonly<Record<string, string>>;
}

export interface ControllerLine {
  readonly leg: string;
  /** As boards with this controller are customarily printed, where that is not what a sketch calls it. */
  readonly printed?: string;
  /** As the controller's own sheet calls it. */
  readonly port?: string;
  /** Why a maker would rather use another line, if so. */
  readonly awkward?: string;
  /** The awkward thing is only a nuisance: nothing goes wrong by it. */
  readonly mild?: boolean;
  /** Why it cannot be used as an output, if so. */
  readonly unusable?: string;
}

/** A timer that counts to a compare value and starts again. */
export interface TimerUnit {
  readonly name: string;
  readonly bits: 8 | 16 | 32;
  /** The clock the prescaler divides, in Hz. */
  readonly clock: Hertz;
  readonly prescalers: readonly number[];
  /** Interrupts may be thinned out by this divider, where there is one. */
  readonly postscalers?: readonly number[];
  /** It has no compare register: it counts up from a value that is loaded anew each time. */
  readonly reloads?: boolean;
  /** Something else on the board that uses it. */
  readonly taken?: string;
}

/** What a controller that is a chip alone needs around it (its data sheet: reset, clock, power). */
export interface ControllerAround {
  /** Pulled up to the supply, so that it does not reset by itself. */
  readonly reset: { readonly leg: string; readonly ohms: Ohms };
  /** A crystal between two legs, with a capacitor from each to ground; without it the inner clock runs. */
  readonly crystal?: {
    readonly part: string;
    readonly legs: readonly [string, string];
    readonly farads: Farads;
  };
  /** Supply legs beside the first one. */
  readonly supplyLegs?: readonly string[];
  /** What its fuses or configuration are set to for this clock. */
  readonly clockSaid: string;
  /** Legs a programmer is connected to. */
  readonly programmer: readonly string[];
}

export interface ControllerPart extends PartBase {
  readonly kind: "controller";
  readonly clock: Hertz;
  readonly logic: Volts;
  /** Of its lines: what the sheet guarantees at most, and what is typical. */
  readonly outputResistance: Ohms;
  readonly outputTypical: Ohms;
  /** What a line gives before the program has set it to more, where its drive is set in steps. */
  readonly pinDefault?: Milliamps;
  readonly pinKeep: Milliamps;
  readonly pinMaximum: Milliamps;
  /** A chip alone, seated on the breadboard and fed like any other, and no board with a supply and sockets. */
  readonly bare?: boolean;
  /** What a chip alone needs around it, beside its supply and a capacitor. */
  readonly around?: ControllerAround;
  /** Its ground legs; one twice where there is only one. */
  readonly groundLegs: readonly [string, string];
  /** Volts of the legs it gives power from. */
  readonly supplies: Readonly<Record<string, Volts>>;
  /** The supply leg of its own logic level. */
  readonly supplyLeg: string;
  /** What each supply leg can give away, the board's own need taken off. */
  readonly supplyLimits: Readonly<Record<string, Milliamps>>;
  readonly lines: readonly ControllerLine[];
  /** Time the calls of the C++ sketch flavour take. */
  readonly cost: {
    /** Whether the times were measured or only estimated. */
    readonly measured: boolean;
    readonly pinMode: Nanoseconds;
    readonly pinWrite: Nanoseconds;
    readonly shiftBit: Nanoseconds;
    readonly statement: Nanoseconds;
    /** Entering and leaving an interrupt routine. */
    readonly interrupt: Nanoseconds;
  };
  /** Bytes there are for a program and its constants, and for what changes; 0 where there is no processor. */
  readonly memory: { readonly flash: number; readonly ram: number };
  /** What turns a voltage into a number. */
  readonly converter?: {
    readonly bits: number;
    readonly lines: readonly string[];
    /** One conversion with its call. */
    readonly time: Nanoseconds;
    readonly reference: Volts;
    /** The sketch has to ask for that many bits. */
    readonly asks?: boolean;
  };
  /** Its serial line to the computer it is programmed from, and the lines that takes; none over USB of its own. */
  readonly serial?: { readonly lines: readonly string[] };
  /** Memory that outlives a power cut, byte by byte. */
  readonly eeprom?: {
    readonly bytes: number;
    readonly write: Nanoseconds;
    /** Writes a cell endures. */
    readonly endures: number;
  };
  /** What its own clock goes by, and how far that may be off, in millionths. */
  readonly clockBy: {
    readonly what: "crystal" | "ceramic resonator" | "RC oscillator";
    readonly ppm: number;
  };
  /** Resistance of the pull-ups inside, and the lines that have none. */
  readonly pullUp?: { readonly ohms: Ohms; readonly none: readonly string[] };
  /** Lines whose change interrupts the program, by the sketch flavour's own call. */
  readonly interrupts?: readonly string[];
  /** Which program the board runs: the sketch flavour, plain C, or logic that acts on every clock. */
  readonly flavour: "sketch" | "plain-c" | "logic";
  readonly timers: readonly TimerUnit[];
  /** Most that may flow through its supply and ground legs together. */
  readonly allPinsMaximum?: Milliamps;
}

/** Something a hand or the world moves, and a controller reads. */
export interface InputPart extends PartBase {
  readonly kind: "input";
  readonly act: InputAct;
}

/** Something a line switches that is no LED: a buzzer, a relay on its board. */
export interface LoadPart extends PartBase {
  readonly kind: "load";
  readonly sounds: boolean;
  /** Two legs between which it works, or an input that turns it on at a level. */
  readonly pins:
    | {
        readonly plus: string;
        readonly minus: string;
        /** Between the two legs while it is on. */
        readonly ohms: Ohms;
      }
    | { readonly supply: string; readonly ground: string; readonly input: string; readonly on: 0 | 1 };
  /** Hz it is loudest at; it is silent unless its line goes up and down so fast. */
  readonly tone?: Hertz;
  /** A coil, which drives its current on when it is switched off: a diode across it leads that away. */
  readonly coil?: true;
  /** What it takes while it is on; of one with an input, what its input takes as well. */
  readonly current: Milliamps;
  readonly inputCurrent?: Milliamps;
  readonly supplyRange: readonly [Volts, Volts];
  /** What one has to know before it switches anything. */
  readonly caution?: string;
}

/** A single transistor used as a switch. */
export interface TransistorPart extends PartBase {
  readonly kind: "transistor";
  readonly type: "npn" | "pnp" | "n-channel" | "p-channel";
  readonly pins: { readonly control: string; readonly out: string; readonly common: string };
  readonly current: { readonly keep: Milliamps; readonly maximum: Milliamps };
  /** Time it stays on after its drive is gone. */
  readonly turnOff: Nanoseconds;
  readonly figures: BipolarFigures | ChannelFigures;
}

export interface BipolarFigures {
  /** Base-emitter drop and its slope. */
  readonly baseDrop: Volts;
  readonly baseSlope: Ohms;
  readonly gain: number;
  /** Collector-emitter drop when saturated, and its slope. */
  readonly saturation: Volts;
  readonly saturationSlope: Ohms;
}

export interface ChannelFigures {
  readonly threshold: Volts;
  /** Gate voltage below which every one is off, and above which every one is on. */
  readonly thresholdRange: readonly [Volts, Volts];
  readonly onResistance: Ohms;
}

/** Darlington sinks in one package, each with its base resistor inside. */
export interface DriverArrayPart extends PartBase {
  readonly kind: "driver-array";
  readonly inputs: readonly string[];
  readonly outputs: readonly string[];
  readonly ground: string;
  readonly common: string;
  readonly inputOhms: Ohms;
  readonly figures: BipolarFigures;
  readonly turnOff: Nanoseconds;
  readonly outputMaximum: Milliamps;
  readonly packageMaximum: Milliamps;
  readonly powerMaximum: Watts;
}

export const POLARITIES = ["common-cathode", "common-anode"] as const;
export type Polarity = (typeof POLARITIES)[number];

export interface LedJunction {
  readonly digit: number;
  readonly segment: PipName;
  readonly anode: string;
  readonly cathode: string;
}

export interface DisplayPart extends PartBase {
  readonly kind: "display";
  readonly polarity: Polarity;
  /** Digits; of a matrix its rows, one of which takes its turn like a digit. */
  readonly digits: number;
  /** Dots in a row of a matrix; 0 for digits. */
  readonly columns: number;
  readonly leds: readonly LedJunction[];
  /** Single LEDs, alone or in a bar: lit or dark, and no place of a text or picture. */
  readonly single?: true;
}

export interface ResistorPart extends PartBase {
  readonly kind: "resistor";
  readonly powerKeep: Watts;
  readonly powerMaximum: Watts;
}

export interface CrystalPart extends PartBase {
  readonly kind: "crystal";
  readonly frequency: Hertz;
}

/** Lets current through one way. */
export interface DiodePart extends PartBase {
  readonly kind: "diode";
  readonly pins: { readonly anode: string; readonly cathode: string };
  /** Forward drop at the test current, in mA, and its rise. */
  readonly forward: Volts;
  readonly testCurrent: Milliamps;
  readonly slope: Ohms;
  readonly current: { readonly keep: Milliamps; readonly maximum: Milliamps };
}

export interface CapacitorPart extends PartBase {
  readonly kind: "capacitor";
}

/** A board with a header, as it is bought: what its pins are joined to is wired inside. */
export interface ModulePart extends PartBase {
  readonly kind: "module";
  /** Pins at its other end, for the next module. */
  readonly out: readonly string[];
}

export interface SupplyPart extends PartBase {
  readonly kind: "supply";
}

/** Current at which a forward drop is named where nothing else is said. */
export const TEST_CURRENT: Milliamps = 10;

/**
 * Where the straight line through an LED's drop begins: the drop is named at a test current, so its threshold lies
 * lower by slope × test current.
 */
export const ledThreshold = (led: {
  readonly forward: Volts;
  readonly slope: Ohms;
  readonly testCurrent?: Milliamps;
}): Volts => Math.max(0, led.forward - (led.slope * (led.testCurrent ?? TEST_CURRENT)) / 1000);

/** Figures of an LED colour; the forward drop is the one at {@link TEST_CURRENT}, slope is its rise per ampere. */
export interface LedFigures {
  readonly colour: LedColour;
  readonly title: string;
  readonly forward: Volts;
  readonly slope: Ohms;
  readonly keep: Milliamps;
  /** Above this a small LED ages fast or dies. */
  readonly maximum: Milliamps;
  /** Most in short pulses, at a tenth duty or less. */
  readonly peak: Milliamps;
  readonly source: string;
}

export const LED_COLOURS = ["red", "amber", "yellow-green", "green", "blue", "white"] as const;
export type LedColour = (typeof LED_COLOURS)[number];
