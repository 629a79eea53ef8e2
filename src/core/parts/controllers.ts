import type { ControllerLine, ControllerPart, Leg } from "./types";

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
  | "supplyMaximum"
  | "cost"
> {
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
const board = ({ lines, notes, ...profile }: Profile): ControllerPart => ({
  ...profile,
  kind: "controller",
  outline: { style: "header" },
  legs: [...POWER_LEGS, ...lines.map((id): Leg => ({ id, name: `line ${id}`, role: "line" }))],
  joined: [["GND1", "GND2"]],
  supplies: { "5V": 5, "3V3": 3.3 },
  supplyLeg: profile.logic === 5 ? "5V" : "3V3",
  lines: lines.map((leg) => ({ leg, ...notes[leg] })),
});

/** Call times of the 8-bit boards, measured; a faster clock is taken to make the same calls faster in proportion. */
const MEASURED_AT = 16e6;
const MEASURED: ControllerPart["cost"] = {
  pinMode: 3_500,
  pinWrite: 3_200,
  shiftBit: 16_700,
  statement: 500,
};
const scaled = (clock: number): ControllerPart["cost"] => ({
  pinMode: Math.round((MEASURED.pinMode * MEASURED_AT) / clock),
  pinWrite: Math.round((MEASURED.pinWrite * MEASURED_AT) / clock),
  shiftBit: Math.round((MEASURED.shiftBit * MEASURED_AT) / clock),
  statement: Math.round((MEASURED.statement * MEASURED_AT) / clock),
});

const SERIAL: Record<string, LineNote> = {
  "0": { awkward: "line 0 is the receive side of the programming serial port" },
  "1": { awkward: "line 1 is the send side of the programming serial port" },
};
const USB_SUPPLY = "supply leg: 500 mA of a customary USB port less about 50 mA for the board itself";
const TIMES =
  "call times measured by compiling the calls with avr-gcc -Os and counting clocks on a simulated 16 MHz ATmega328P";
const ESTIMATED = "call times are estimated from the clock, not measured";
const REGULATOR = "supply leg: what a customary 3.3 V regulator leaves beside the module";

/** An 8-bit 5 V board with 20 usable lines at 16 MHz. */
export const ATMEGA328P_BOARD = board({
  id: "ATmega328P-board",
  title: "ATmega328P board, 16 MHz, 5 V",
  source: `ATmega328P data sheet: electrical characteristics and I/O port characteristics (about 25 Ω at 5 V, 20 mA); ${USB_SUPPLY}; ${TIMES}`,
  clock: 16e6,
  logic: 5,
  outputResistance: 25,
  pinKeep: 20,
  pinMaximum: 40,
  supplyMaximum: 450,
  cost: MEASURED,
  lines: [...numbered(0, 13), ...numbered(0, 5, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

/** Its larger sister with 70 lines. */
export const ATMEGA2560_BOARD = board({
  id: "ATmega2560-board",
  title: "ATmega2560 board, 16 MHz, 5 V",
  source: `ATmega2560 data sheet: electrical characteristics; ${USB_SUPPLY}; ${TIMES}`,
  clock: 16e6,
  logic: 5,
  outputResistance: 25,
  pinKeep: 20,
  pinMaximum: 40,
  supplyMaximum: 430,
  cost: MEASURED,
  lines: [...numbered(0, 53), ...numbered(0, 15, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

export const ESP8266_MODULE = board({
  id: "ESP8266-module",
  title: "ESP8266 module, 80 MHz, 3.3 V",
  source: `ESP8266 data sheet: GPIO characteristics and strapping; ${REGULATOR}; ${ESTIMATED}`,
  clock: 80e6,
  logic: 3.3,
  outputResistance: 50,
  pinKeep: 12,
  pinMaximum: 12,
  supplyMaximum: 250,
  cost: scaled(80e6),
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
  title: "ESP32 module, 240 MHz, 3.3 V",
  source: `ESP32 data sheet: GPIO characteristics and strapping; ${REGULATOR}; ${ESTIMATED}`,
  clock: 240e6,
  logic: 3.3,
  outputResistance: 30,
  pinKeep: 20,
  pinMaximum: 40,
  supplyMaximum: 250,
  cost: scaled(240e6),
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
  title: "RP2040 board, 125 MHz, 3.3 V",
  source: `RP2040 data sheet: pad characteristics, 12 mA a pin and 50 mA together; ${REGULATOR}; ${ESTIMATED}`,
  clock: 125e6,
  logic: 3.3,
  outputResistance: 40,
  pinKeep: 12,
  pinMaximum: 12,
  supplyMaximum: 300,
  cost: scaled(125e6),
  lines: [...numbered(0, 22), ...numbered(26, 28)],
  notes: {},
});

export const CONTROLLERS: readonly ControllerPart[] = [
  ATMEGA328P_BOARD,
  ATMEGA2560_BOARD,
  ESP8266_MODULE,
  ESP32_MODULE,
  RP2040_BOARD,
];

/** Lines one would take first: nothing awkward about them. */
export const easyLines = (controller: ControllerPart): string[] =>
  controller.lines.filter(({ awkward, unusable }) => !awkward && !unusable).map(({ leg }) => leg);
