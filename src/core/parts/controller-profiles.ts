import type { Milliamps } from "../quantity";
import type { ControllerLine, ControllerPart, Leg, TimerUnit } from "../sheet";

type LineNote = Pick<ControllerLine, "awkward" | "mild" | "unusable">;

interface Profile extends Pick<
  ControllerPart,
  | "id"
  | "title"
  | "source"
  | "clock"
  | "logic"
  | "outputResistance"
  | "pinKeep"
  | "pinMaximum"
  | "outputTypical"
  | "pinDefault"
  | "sources"
  | "cost"
  | "timers"
  | "allPinsMaximum"
  | "memory"
  | "converter"
  | "eeprom"
  | "serial"
  | "pullUp"
  | "interrupts"
  | "clockBy"
> {
  readonly flavour?: ControllerPart["flavour"];
  readonly around?: ControllerPart["around"];
  /** Of its 5 V and its 3.3 V leg. */
  readonly gives: readonly [Milliamps, Milliamps];
  readonly lines: readonly string[];
  readonly notes: Readonly<Record<string, LineNote>>;
}

export const numbered = (from: number, to: number, prefix = ""): string[] =>
  Array.from({ length: to - from + 1 }, (_, at) => `${prefix}${from + at}`);

export const noted = (lines: readonly string[], note: LineNote): Record<string, LineNote> =>
  Object.fromEntries(lines.map((line) => [line, note]));

const POWER_LEGS: readonly Leg[] = [
  { id: "5V", name: "5 V", role: "supply-out" },
  { id: "GND1", name: "GND", role: "ground" },
  { id: "GND2", name: "GND", role: "ground" },
  { id: "3V3", name: "3.3 V", role: "supply-out" },
  { id: "VIN", name: "VIN", role: "not-used" },
  { id: "RESET", name: "RESET", role: "not-used" },
];

/** A board with its power legs and numbered lines; its chips run on the supply leg of its logic level. */
export const board = ({ lines, notes, gives, flavour = "sketch", ...profile }: Profile): ControllerPart => ({
  ...profile,
  flavour,
  kind: "controller",
  outline: { style: "header" },
  legs: [...POWER_LEGS, ...lines.map((id): Leg => ({ id, name: `line ${id}`, role: "line" }))],
  joined: [["GND1", "GND2"]],
  groundLegs: ["GND1", "GND2"],
  supplies: { "5V": 5, "3V3": 3.3 },
  supplyLimits: { "5V": gives[0], "3V3": gives[1] },
  supplyLeg: profile.logic === 5 ? "5V" : "3V3",
  lines: lines.map((leg) => ({ leg, ...notes[leg] })),
});

/** A chip alone: its legs by number, each a line, its supply, its ground, or of no use here. */
export const bareChip = ({
  legs,
  lines,
  notes,
  flavour = "sketch",
  ...profile
}: Omit<Profile, "gives"> & { readonly legs: readonly string[] }): ControllerPart => ({
  ...profile,
  flavour,
  kind: "controller",
  bare: true,
  outline: { style: "dual-in-line", legs: legs.length },
  legs: legs.map((id, at): Leg => {
    const number = at + 1;
    if (id.endsWith("VCC"))
      return { id, number, name: id, role: "supply-in", whenOpen: "the chip has no supply" };
    if (id.startsWith("GND"))
      return { id, number, name: "GND", role: "ground", whenOpen: "the chip has no return path" };
    return lines.includes(id)
      ? { id, number, name: `line ${id}`, role: "line" }
      : { id, number, name: id, role: "not-used" };
  }),
  groundLegs: ["GND", legs.includes("GND2") ? "GND2" : "GND"],
  supplies: {},
  supplyLimits: {},
  supplyLeg: "VCC",
  lines: lines.map((leg) => ({ leg, ...notes[leg] })),
});

/** Call times of the 8-bit boards, measured; a faster clock is taken to make the same calls faster in proportion. */
const MEASURED_AT = 16e6;
export const MEASURED: ControllerPart["cost"] = {
  measured: true,
  pinMode: 3_500,
  pinWrite: 3_200,
  shiftBit: 16_700,
  statement: 500,
  interrupt: 3_500,
};
export const scaled = (clock: number): ControllerPart["cost"] => ({
  measured: false,
  pinMode: Math.round((MEASURED.pinMode * MEASURED_AT) / clock),
  pinWrite: Math.round((MEASURED.pinWrite * MEASURED_AT) / clock),
  shiftBit: Math.round((MEASURED.shiftBit * MEASURED_AT) / clock),
  statement: Math.round((MEASURED.statement * MEASURED_AT) / clock),
  interrupt: Math.round((MEASURED.interrupt * MEASURED_AT) / clock),
});

const AVR_PRESCALERS = [1, 8, 64, 256, 1024];
const CALL_TIMER = "the sketch flavour's delay() and millis() count with it";
const TONE_TIMER = "tone() and the analogue writes of two lines use it";

/** Timers of the 8-bit boards: 0 and 2 with 8 bits, the others with 16. */
export const avrTimers = (clock: number, wide: readonly number[], second = true): TimerUnit[] => [
  ...wide.map((n): TimerUnit => ({ name: `timer ${n}`, bits: 16, clock, prescalers: AVR_PRESCALERS })),
  ...(second
    ? [
        {
          name: "timer 2",
          bits: 8 as const,
          clock,
          prescalers: [1, 8, 32, 64, 128, 256, 1024],
          taken: TONE_TIMER,
        },
      ]
    : []),
  { name: "timer 0", bits: 8, clock, prescalers: AVR_PRESCALERS, taken: CALL_TIMER },
];

/** A timer that counts microseconds, as the sketch flavour of the 32-bit boards offers it. */
export const microsecondTimer = (bits: 16 | 32): TimerUnit[] => [
  { name: "microsecond timer", bits, clock: 1e6, prescalers: [1] },
];

export const SERIAL: Record<string, LineNote> = {
  "0": { awkward: "line 0 is the receive side of the programming serial port" },
  "1": { awkward: "line 1 is the send side of the programming serial port" },
};
export const USB_LEG =
  "500 mA of a typical USB port, less what the board itself takes; the 3.3 V leg of such boards is good for about 50 mA";
export const REGULATOR_LEG =
  "5 V leg: 500 mA of a typical USB port, less the board’s own need; 3.3 V leg: what a typical regulator leaves beside the module";
/** Where the figures of a controller come from, each by its name. */
export const figures = (sheet: string, lines: string, supply?: string): Record<string, string> => ({
  pinKeep: `${sheet}: ${lines}`,
  pinMaximum: `${sheet}: absolute maximum ratings`,
  allPinsMaximum: `${sheet}: absolute maximum ratings, through VCC and GND`,
  ...(supply ? { supplyLimits: `typical: ${supply}` } : {}),
});
export const AVR_LINES = "I/O port characteristics, 20 mA";
export const TIMES =
  "call times measured by compiling the calls with avr-gcc -Os and counting clocks on a simulated 16 MHz ATmega328P";
export const ESTIMATED = "call times are estimated from the clock, not measured";

/** What clocks go by, customarily: 50 ppm are 4 s a day, half a per cent is 7 minutes, and an RC oscillator is off by per cents. */
export const CRYSTAL = { what: "crystal", ppm: 50 } as const;
export const RESONATOR = { what: "ceramic resonator", ppm: 5_000 } as const;
export const RC_OSCILLATOR = { what: "RC oscillator", ppm: 100_000 } as const;

/** The converter of the 8-bit boards: 13 clocks at 125 kHz, and the call around them. */
export const AVR_CONVERTER = { bits: 10, time: 112_000, reference: 5 } as const;
/** EEPROM of the 8-bit boards: 3.3 ms a byte, 100,000 writes a cell (memory programming, endurance). */
export const AVR_EEPROM = { write: 3_300_000, endures: 100_000 } as const;
/** Pull-ups of 20 to 50 kΩ (I/O port characteristics). */
export const AVR_PULL_UP = { ohms: 35_000, none: [] } as const;
