import type { Milliamps } from "../quantity";
import { withNames } from "./line-names";
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
> {
  readonly flavour?: ControllerPart["flavour"];
  readonly around?: ControllerPart["around"];
  /** Of its 5 V and its 3.3 V leg. */
  readonly gives: readonly [Milliamps, Milliamps];
  readonly lines: readonly string[];
  readonly notes: Readonly<Record<string, LineNote>>;
}

const numbered = (from: number, to: number, prefix = ""): string[] =>
  Array.from({ length: to - from + 1 }, (_, at) => `${prefix}${from + at}`);

const noted = (lines: readonly string[], note: LineNote): Record<string, LineNote> =>
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
const board = ({ lines, notes, gives, flavour = "sketch", ...profile }: Profile): ControllerPart => ({
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
const bareChip = ({
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
const MEASURED: ControllerPart["cost"] = {
  measured: true,
  pinMode: 3_500,
  pinWrite: 3_200,
  shiftBit: 16_700,
  statement: 500,
  interrupt: 3_500,
};
const scaled = (clock: number): ControllerPart["cost"] => ({
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
const avrTimers = (clock: number, wide: readonly number[], second = true): TimerUnit[] => [
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
const microsecondTimer = (bits: 16 | 32): TimerUnit[] => [
  { name: "microsecond timer", bits, clock: 1e6, prescalers: [1] },
];

const SERIAL: Record<string, LineNote> = {
  "0": { awkward: "line 0 is the receive side of the programming serial port" },
  "1": { awkward: "line 1 is the send side of the programming serial port" },
};
const USB_LEG =
  "500 mA of a customary USB port, less what the board itself takes; the 3.3 V leg of such boards is good for about 50 mA";
const REGULATOR_LEG =
  "5 V leg: 500 mA of a customary USB port, less the board’s own need; 3.3 V leg: what a customary regulator leaves beside the module";
/** Where the figures of a controller come from, each by its name. */
const figures = (sheet: string, lines: string, supply?: string): Record<string, string> => ({
  pinKeep: `${sheet}: ${lines}`,
  pinMaximum: `${sheet}: absolute maximum ratings`,
  allPinsMaximum: `${sheet}: absolute maximum ratings, through VCC and GND`,
  ...(supply ? { supplyLimits: `customary: ${supply}` } : {}),
});
const AVR_LINES = "I/O port characteristics, 20 mA";
const TIMES =
  "call times measured by compiling the calls with avr-gcc -Os and counting clocks on a simulated 16 MHz ATmega328P";
const ESTIMATED = "call times are estimated from the clock, not measured";

/** An 8-bit 5 V board with 20 usable lines at 16 MHz. */
export const ATMEGA328P_BOARD = board({
  id: "ATmega328P-board",
  memory: { flash: 32_256, ram: 2_048 },
  title: "ATmega328P board, 16 MHz, 5 V",
  source: `ATmega328P data sheet: electrical characteristics and I/O port characteristics (VOL 0.9 V at most at 20 mA: 45 Ω; typical curves: 25 Ω); ${TIMES}`,
  sources: figures("ATmega328P data sheet", AVR_LINES, USB_LEG),
  clock: 16e6,
  logic: 5,
  outputResistance: 45,
  outputTypical: 25,
  pinKeep: 20,
  pinMaximum: 40,
  gives: [450, 50],
  allPinsMaximum: 200,
  cost: MEASURED,
  timers: avrTimers(16e6, [1]),
  lines: [...numbered(0, 13), ...numbered(0, 5, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

/** Its larger sister with 70 lines. */
export const ATMEGA2560_BOARD = board({
  id: "ATmega2560-board",
  memory: { flash: 253_952, ram: 8_192 },
  title: "ATmega2560 board, 16 MHz, 5 V",
  source: `ATmega2560 data sheet: electrical characteristics (VOL 0.9 V at most at 20 mA: 45 Ω; typical curves: 25 Ω); ${TIMES}`,
  sources: figures("ATmega2560 data sheet", AVR_LINES, USB_LEG),
  clock: 16e6,
  logic: 5,
  outputResistance: 45,
  outputTypical: 25,
  pinKeep: 20,
  pinMaximum: 40,
  gives: [430, 50],
  allPinsMaximum: 200,
  cost: MEASURED,
  timers: avrTimers(16e6, [1, 3, 4, 5]),
  lines: [...numbered(0, 53), ...numbered(0, 15, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

export const ESP8266_MODULE = board({
  id: "ESP8266-module",
  memory: { flash: 1_044_464, ram: 81_920 },
  title: "ESP8266 module, 80 MHz, 3.3 V",
  source: `ESP8266 data sheet: GPIO characteristics and strapping; ${ESTIMATED}`,
  sources: figures("ESP8266 data sheet", "GPIO characteristics, 12 mA", REGULATOR_LEG),
  clock: 80e6,
  logic: 3.3,
  outputResistance: 50,
  outputTypical: 50,
  pinKeep: 12,
  pinMaximum: 12,
  gives: [400, 250],
  cost: scaled(80e6),
  timers: microsecondTimer(32),
  lines: numbered(0, 16),
  notes: {
    "1": { awkward: "line 1 is the send side of the programming serial port" },
    "3": { awkward: "line 3 is the receive side of the programming serial port" },
    ...noted(["0", "2", "15"], { awkward: "its level at reset sets the boot mode" }),
    "16": { awkward: "line 16 belongs to the sleep timer and has no interrupt" },
    ...noted(numbered(6, 11), { unusable: "it belongs to the flash memory" }),
  },
});

export const ESP32_MODULE = board({
  id: "ESP32-module",
  memory: { flash: 1_310_720, ram: 327_680 },
  title: "ESP32 module, 240 MHz, 3.3 V",
  source: `ESP32 data sheet: GPIO characteristics and strapping; ${ESTIMATED}`,
  sources: figures("ESP32 data sheet", "GPIO characteristics, 20 mA kept (customary)", REGULATOR_LEG),
  clock: 240e6,
  logic: 3.3,
  outputResistance: 30,
  outputTypical: 30,
  pinKeep: 20,
  pinMaximum: 40,
  gives: [350, 250],
  cost: scaled(240e6),
  timers: microsecondTimer(32),
  lines: [...numbered(0, 19), ...numbered(21, 23), ...numbered(25, 27), ...numbered(32, 39)],
  notes: {
    "1": { awkward: "line 1 is the send side of the programming serial port" },
    "3": { awkward: "line 3 is the receive side of the programming serial port" },
    ...noted(["0", "2", "5", "12", "15"], { awkward: "its level at reset straps the boot mode" }),
    ...noted(numbered(6, 11), { unusable: "it belongs to the flash memory" }),
    ...noted(numbered(34, 39), { unusable: "it is an input only" }),
  },
});

export const RP2040_BOARD = board({
  id: "RP2040-board",
  memory: { flash: 2_097_152, ram: 270_336 },
  title: "RP2040 board, 125 MHz, 3.3 V",
  source: `RP2040 data sheet: pad characteristics, 12 mA a pin and 50 mA together; ${ESTIMATED}`,
  sources: {
    ...figures("RP2040 data sheet", "pad characteristics at 12 mA drive", REGULATOR_LEG),
    pinDefault: "RP2040 data sheet: pads start at 4 mA drive, until the program sets more",
  },
  pinDefault: 4,
  clock: 125e6,
  logic: 3.3,
  outputResistance: 40,
  outputTypical: 40,
  pinKeep: 12,
  pinMaximum: 12,
  gives: [450, 300],
  cost: scaled(125e6),
  timers: microsecondTimer(32),
  allPinsMaximum: 50,
  lines: [...numbered(0, 22), ...numbered(26, 28)],
  notes: {},
});

/** An 8-bit chip with 12 lines, one of them its reset. */
export const ATTINY84 = bareChip({
  id: "ATtiny84",
  memory: { flash: 8_192, ram: 512 },
  title: "ATtiny84, 8 MHz, 5 V",
  source: `ATtiny84 data sheet: electrical characteristics (20 mA kept, 40 mA at most, 200 mA through VCC or GND; VOL 0.6 V at most at 10 mA: 60 Ω; typical curves: 25 Ω); lines numbered as the sketch flavour does, counting up from PB0; call times are those of the 16 MHz parts at half the clock`,
  sources: figures("ATtiny84 data sheet", AVR_LINES),
  clock: 8e6,
  logic: 5,
  outputResistance: 60,
  outputTypical: 25,
  pinKeep: 20,
  pinMaximum: 40,
  legs: ["VCC", "0", "1", "11", "2", "3", "4", "5", "6", "7", "8", "9", "10", "GND"],
  around: {
    reset: { leg: "11", ohms: 10_000 },
    clockSaid: "fuses: inner oscillator at 8 MHz, not divided by 8 (chips are sold divided: 1 MHz)",
    programmer: ["11", "4", "5", "6"],
  },
  allPinsMaximum: 200,
  cost: scaled(8e6),
  timers: avrTimers(8e6, [1], false),
  lines: numbered(0, 11),
  notes: {
    "11": { unusable: "it is the reset input unless a fuse is burnt that ends ordinary programming" },
    ...noted(["4", "5", "6"], { awkward: "the programmer is connected to it", mild: true }),
  },
});

/** Keeps the reset leg high: the sheets ask for 4.7 to 50 kΩ. */
const RESET_OHMS = 10_000;
/** Beside a crystal made for 18 to 20 pF, less what legs and board have themselves. */
const LOAD_FARADS = 22e-12;

/** The 28-leg chip of the common boards, alone: by its crystal at 16 MHz, or by its inner clock at 8 MHz. */
const atmega328pChip = (crystal: boolean): ControllerPart =>
  bareChip({
    id: crystal ? "ATmega328P-crystal" : "ATmega328P-inner",
    memory: { flash: 32_768, ram: 2_048 },
    title: `ATmega328P chip, ${crystal ? "16 MHz crystal" : "8 MHz inner clock"}, 5 V`,
    source: `ATmega328P data sheet: pin configuration (28 legs), electrical characteristics and I/O port characteristics (VOL 0.9 V at most at 20 mA: 45 Ω; typical curves: 25 Ω); lines numbered as sketches do; ${crystal ? TIMES : "call times are those of the 16 MHz boards at half the clock"}`,
    sources: figures("ATmega328P data sheet", AVR_LINES),
    clock: crystal ? 16e6 : 8e6,
    logic: 5,
    outputResistance: 45,
    outputTypical: 25,
    pinKeep: 20,
    pinMaximum: 40,
    legs: [
      ...["RESET", "0", "1", "2", "3", "4", "VCC", "GND", "XTAL1", "XTAL2", "5", "6", "7", "8"],
      ...["9", "10", "11", "12", "13", "AVCC", "AREF", "GND2", "A0", "A1", "A2", "A3", "A4", "A5"],
    ],
    around: {
      reset: { leg: "RESET", ohms: RESET_OHMS },
      ...(crystal
        ? {
            crystal: {
              part: "crystal-16MHz",
              legs: ["XTAL1", "XTAL2"] as const,
              farads: LOAD_FARADS,
            },
          }
        : {}),
      supplyLegs: ["AVCC"],
      clockSaid: crystal
        ? "fuses: crystal above 8 MHz, not divided by 8"
        : "fuses: inner oscillator at 8 MHz, not divided by 8 (chips are sold divided: 1 MHz)",
      programmer: ["RESET", "11", "12", "13"],
    },
    allPinsMaximum: 200,
    cost: crystal ? MEASURED : scaled(8e6),
    timers: avrTimers(crystal ? 16e6 : 8e6, [1]),
    lines: [...numbered(0, 13), ...numbered(0, 5, "A")],
    notes: {
      "0": { awkward: "a serial adapter is connected to it", mild: true },
      "1": { awkward: "a serial adapter is connected to it", mild: true },
      ...noted(["11", "12", "13"], { awkward: "the programmer is connected to it", mild: true }),
    },
  });

const ATMEGA328P_CRYSTAL = atmega328pChip(true);
const ATMEGA328P_INNER = atmega328pChip(false);

/** A 14-leg chip with one input-only line. */
export const PIC16F1455 = bareChip({
  id: "PIC16F1455",
  memory: { flash: 14_336, ram: 1_024 },
  title: "PIC16F1455, 16 MHz, 5 V",
  source: `PIC16F1455 data sheet: electrical specifications (25 mA a pin, 170 mA through the supply legs; VOL 0.6 V at most at 8 mA: about 70 Ω, typical 40 Ω); timer 2 counts instruction clocks, a quarter of the oscillator; ${ESTIMATED}`,
  sources: figures("PIC16F1455 data sheet", "electrical specifications, 25 mA"),
  clock: 16e6,
  logic: 5,
  outputResistance: 70,
  outputTypical: 40,
  pinKeep: 25,
  pinMaximum: 25,
  around: {
    reset: { leg: "RA3", ohms: 10_000 },
    clockSaid: "configuration: inner oscillator, 16 MHz; RA3 as MCLR",
    programmer: ["RA3", "RC0", "RC1"],
  },
  legs: ["VCC", "RA5", "RA4", "RA3", "RC5", "RC4", "RC3", "RC2", "RC1", "RC0", "VUSB", "RA1", "RA0", "GND"],
  allPinsMaximum: 170,
  flavour: "plain-c",
  cost: { measured: false, pinMode: 500, pinWrite: 500, shiftBit: 2_500, statement: 500, interrupt: 4_000 },
  timers: [
    {
      name: "timer 2",
      bits: 8,
      clock: 4e6,
      prescalers: [1, 4, 16, 64],
      postscalers: Array.from({ length: 16 }, (_, at) => at + 1),
    },
    { name: "timer 1 with reload", bits: 16, clock: 4e6, prescalers: [1, 2, 4, 8], reloads: true },
  ],
  lines: ["RA0", "RA1", "RA3", "RA4", "RA5", "RC0", "RC1", "RC2", "RC3", "RC4", "RC5"],
  notes: {
    RA3: { unusable: "it is an input only" },
    ...noted(["RA0", "RA1"], { unusable: "it is an input only while USB is off" }),
    ...noted(["RC0", "RC1"], { awkward: "the programmer is connected to it", mild: true }),
  },
});

/** Programmable logic: every line acts on the clock. */
export const FPGA_BOARD = board({
  id: "FPGA-board",
  memory: { flash: 0, ram: 0 },
  title: "FPGA board, 100 MHz, 3.3 V",
  source:
    "customary programmable-logic board: 3.3 V lines of 12 to 24 mA (12 mA kept, about 30 Ω), four or eight digits with active-low segments and digit enables",
  sources: figures("customary programmable-logic board", "12 mA drive", REGULATOR_LEG),
  clock: 100e6,
  logic: 3.3,
  outputResistance: 30,
  outputTypical: 30,
  pinKeep: 12,
  pinMaximum: 24,
  gives: [400, 400],
  flavour: "logic",
  cost: { measured: true, pinMode: 0, pinWrite: 0, shiftBit: 20, statement: 0, interrupt: 0 },
  timers: [{ name: "clock divider", bits: 32, clock: 100e6, prescalers: [1] }],
  lines: numbered(0, 31),
  notes: {},
});

const ALL: readonly ControllerPart[] = [
  ATMEGA328P_BOARD,
  ATMEGA2560_BOARD,
  ESP8266_MODULE,
  ESP32_MODULE,
  RP2040_BOARD,
  ATMEGA328P_CRYSTAL,
  ATMEGA328P_INNER,
  ATTINY84,
  PIC16F1455,
  FPGA_BOARD,
];

export const CONTROLLERS: readonly ControllerPart[] = ALL.map(withNames);

/** Lines one would take first: nothing awkward about them. */
export const easyLines = (controller: ControllerPart): string[] =>
  controller.lines.filter(({ awkward, unusable }) => !awkward && !unusable).map(({ leg }) => leg);
