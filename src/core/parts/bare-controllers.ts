import type { ControllerPart } from "../sheet";
import {
  numbered,
  noted,
  bareChip,
  MEASURED,
  scaled,
  avrTimers,
  figures,
  AVR_CONVERTER,
  CRYSTAL,
  RC_OSCILLATOR,
  AVR_EEPROM,
  AVR_LINES,
  AVR_PULL_UP,
  TIMES,
  ESTIMATED,
} from "./controller-profiles";

/** An 8-bit chip with 12 lines, one of them its reset. */
export const ATTINY84 = bareChip({
  id: "ATtiny84",
  clockBy: RC_OSCILLATOR,
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
  eeprom: { ...AVR_EEPROM, bytes: 512 },
  pullUp: AVR_PULL_UP,
  interrupts: ["2"],
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
    clockBy: crystal ? CRYSTAL : RC_OSCILLATOR,
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
    // Slower clocks divide less: the converter's own clock stays at 125 kHz.
    converter: { ...AVR_CONVERTER, lines: numbered(0, 5, "A") },
    eeprom: { ...AVR_EEPROM, bytes: 1024 },
    serial: { lines: ["0", "1"] },
    pullUp: AVR_PULL_UP,
    interrupts: ["2", "3"],
    lines: [...numbered(0, 13), ...numbered(0, 5, "A")],
    notes: {
      "0": { awkward: "a serial adapter is connected to it", mild: true },
      "1": { awkward: "a serial adapter is connected to it", mild: true },
      ...noted(["11", "12", "13"], { awkward: "the programmer is connected to it", mild: true }),
    },
  });

export const ATMEGA328P_CRYSTAL = atmega328pChip(true);
export const ATMEGA328P_INNER = atmega328pChip(false);

/** A 14-leg chip with one input-only line. */
export const PIC16F1455 = bareChip({
  id: "PIC16F1455",
  clockBy: RC_OSCILLATOR,
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
