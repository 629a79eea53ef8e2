import { ATMEGA328P_CRYSTAL, ATMEGA328P_INNER, ATTINY84, PIC16F1455 } from "./bare-controllers";
import {
  numbered,
  noted,
  board,
  MEASURED,
  scaled,
  avrTimers,
  microsecondTimer,
  SERIAL,
  USB_LEG,
  REGULATOR_LEG,
  figures,
  AVR_CONVERTER,
  CRYSTAL,
  RESONATOR,
  AVR_EEPROM,
  AVR_LINES,
  AVR_PULL_UP,
  TIMES,
  ESTIMATED,
} from "./controller-profiles";
import { withNames } from "./line-names";
import type { ControllerPart } from "../sheet";

/** An 8-bit 5 V board with 20 usable lines at 16 MHz. */
export const ATMEGA328P_BOARD = board({
  id: "ATmega328P-board",
  clockBy: RESONATOR,
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
  converter: { ...AVR_CONVERTER, lines: numbered(0, 5, "A") },
  eeprom: { ...AVR_EEPROM, bytes: 1024 },
  serial: { lines: ["0", "1"] },
  pullUp: AVR_PULL_UP,
  interrupts: ["2", "3"],
  lines: [...numbered(0, 13), ...numbered(0, 5, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

/** Its larger sister with 70 lines. */
export const ATMEGA2560_BOARD = board({
  id: "ATmega2560-board",
  clockBy: RESONATOR,
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
  converter: { ...AVR_CONVERTER, lines: numbered(0, 15, "A") },
  eeprom: { ...AVR_EEPROM, bytes: 4096 },
  serial: { lines: ["0", "1"] },
  pullUp: AVR_PULL_UP,
  interrupts: ["2", "3", ...numbered(18, 21)],
  lines: [...numbered(0, 53), ...numbered(0, 15, "A")],
  notes: { ...SERIAL, "13": { awkward: "line 13 also carries the LED on the board", mild: true } },
});

export const ESP8266_MODULE = board({
  id: "ESP8266-module",
  clockBy: CRYSTAL,
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
  serial: { lines: ["1", "3"] },
  pullUp: { ohms: 60_000, none: ["16"] },
  interrupts: numbered(0, 15),
  lines: numbered(0, 16),
  notes: {
    "1": { awkward: "line 1 is the send side of the programming serial port" },
    "3": { awkward: "line 3 is the receive side of the programming serial port" },
    ...noted(["0", "2", "15"], { awkward: "its level at reset sets the boot mode" }),
    "16": { awkward: "line 16 belongs to the sleep timer and has no interrupt" },
    ...noted(numbered(6, 11), { unusable: "it belongs to the flash memory" }),
  },
});

const ESP32_LINES = [...numbered(0, 19), ...numbered(21, 23), ...numbered(25, 27), ...numbered(32, 39)];

export const ESP32_MODULE = board({
  id: "ESP32-module",
  clockBy: CRYSTAL,
  memory: { flash: 1_310_720, ram: 327_680 },
  title: "ESP32 module, 240 MHz, 3.3 V",
  source: `ESP32 data sheet: GPIO characteristics and strapping; ${ESTIMATED}`,
  sources: figures("ESP32 data sheet", "GPIO characteristics, 20 mA kept (typical)", REGULATOR_LEG),
  clock: 240e6,
  logic: 3.3,
  outputResistance: 30,
  outputTypical: 30,
  pinKeep: 20,
  pinMaximum: 40,
  gives: [350, 250],
  cost: scaled(240e6),
  timers: microsecondTimer(32),
  converter: { bits: 12, lines: numbered(32, 39), time: 40_000, reference: 3.3, asks: true },
  serial: { lines: ["1", "3"] },
  pullUp: { ohms: 45_000, none: numbered(34, 39) },
  interrupts: ESP32_LINES,
  lines: ESP32_LINES,
  notes: {
    "1": { awkward: "line 1 is the send side of the programming serial port" },
    "3": { awkward: "line 3 is the receive side of the programming serial port" },
    ...noted(["0", "2", "5", "12", "15"], { awkward: "its level at reset straps the boot mode" }),
    ...noted(numbered(6, 11), { unusable: "it belongs to the flash memory" }),
    ...noted(numbered(34, 39), { unusable: "it is an input only" }),
  },
});

const RP2040_LINES = [...numbered(0, 22), ...numbered(26, 28)];

export const RP2040_BOARD = board({
  id: "RP2040-board",
  clockBy: CRYSTAL,
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
  converter: { bits: 12, lines: numbered(26, 28), time: 12_000, reference: 3.3, asks: true },
  serial: { lines: [] },
  pullUp: { ohms: 65_000, none: [] },
  interrupts: RP2040_LINES,
  lines: RP2040_LINES,
  notes: {},
});

/** Programmable logic: every line acts on the clock, and a step of a program takes one clock of 10 ns. */
export const FPGA_BOARD = board({
  id: "FPGA-board",
  clockBy: CRYSTAL,
  memory: { flash: 0, ram: 0 },
  title: "FPGA board, 100 MHz, 3.3 V",
  source:
    "typical programmable-logic board: 3.3 V lines of 12 to 24 mA (12 mA kept, about 30 Ω), four or eight digits with active-low segments and digit enables",
  sources: figures("typical programmable-logic board", "12 mA drive", REGULATOR_LEG),
  clock: 100e6,
  logic: 3.3,
  outputResistance: 30,
  outputTypical: 30,
  pinKeep: 12,
  pinMaximum: 24,
  gives: [400, 400],
  flavour: "logic",
  cost: { measured: true, pinMode: 0, pinWrite: 0, shiftBit: 20, statement: 10, interrupt: 0 },
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
