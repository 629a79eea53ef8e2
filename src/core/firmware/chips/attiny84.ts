import { eepromConfig, timer0Config, timer1Config, type AVRPortConfig } from "avr8js";
import { along, type AvrChip } from "./types";

const VECTORS = [
  ...[
    "RESET",
    "INT0",
    "PCINT0",
    "PCINT1",
    "WDT",
    "TIMER1_CAPT",
    "TIMER1_COMPA",
    "TIMER1_COMPB",
    "TIMER1_OVF",
  ],
  ...["TIMER0_COMPA", "TIMER0_COMPB", "TIMER0_OVF", "ANALOG_COMP", "ADC", "EE_READY", "USI_START", "USI_OVF"],
];
/** Word address of an interrupt: one word each. */
const at = (name: string): number => VECTORS.indexOf(name);

/** GIMSK has INT0 in bit 6, PCIE1 in bit 5, PCIE0 in bit 4; GIFR its flags in the same bits. */
const [GIMSK, GIFR, MCUCR] = [0x5b, 0x5a, 0x55];
const PORT_A: AVRPortConfig = {
  PIN: 0x39,
  DDR: 0x3a,
  PORT: 0x3b,
  externalInterrupts: [],
  pinChange: {
    PCIE: 4,
    PCICR: GIMSK,
    PCIFR: GIFR,
    PCMSK: 0x32,
    pinChangeInterrupt: at("PCINT0"),
    mask: 0xff,
    offset: 0,
  },
};
const PORT_B: AVRPortConfig = {
  PIN: 0x36,
  DDR: 0x37,
  PORT: 0x38,
  externalInterrupts: [
    null,
    null,
    { EICR: MCUCR, EIMSK: GIMSK, EIFR: GIFR, index: 6, iscOffset: 0, interrupt: at("INT0") },
  ],
};

export const ATTINY84: AvrChip = {
  id: "ATtiny84",
  source: "ATtiny84 data sheet: register summary, reset and interrupt vectors; lines counted up from PB0",
  cores: ["avr25"],
  flash: 8 * 1024,
  ram: 512,
  ramFrom: 0x60,
  vectorWords: 1,
  vectors: VECTORS,
  ports: [
    { name: "A", config: PORT_A },
    { name: "B", config: PORT_B },
  ],
  lines: {
    ...along(1, 0, 2, (nth) => `${nth}`),
    ...along(0, 7, 0, (nth) => `${3 + nth}`),
    "11": { port: 1, bit: 3 },
  },
  timers: [
    {
      ...timer0Config,
      compAInterrupt: at("TIMER0_COMPA"),
      compBInterrupt: at("TIMER0_COMPB"),
      ovfInterrupt: at("TIMER0_OVF"),
      TIFR: 0x58,
      TIMSK: 0x59,
      TCCRA: 0x50,
      TCCRB: 0x53,
      TCNT: 0x52,
      OCRA: 0x56,
      OCRB: 0x5c,
      compPortA: PORT_B.PORT,
      compPinA: 2,
      compPortB: PORT_A.PORT,
      compPinB: 7,
      externalClockPort: PORT_A.PORT,
      externalClockPin: 3,
    },
    {
      ...timer1Config,
      captureInterrupt: at("TIMER1_CAPT"),
      compAInterrupt: at("TIMER1_COMPA"),
      compBInterrupt: at("TIMER1_COMPB"),
      ovfInterrupt: at("TIMER1_OVF"),
      TIFR: 0x2b,
      TIMSK: 0x2c,
      TCCRA: 0x4f,
      TCCRB: 0x4e,
      TCCRC: 0x42,
      TCNT: 0x4c,
      OCRA: 0x4a,
      OCRB: 0x48,
      ICR: 0x44,
      compPortA: PORT_A.PORT,
      compPinA: 6,
      compPortB: PORT_A.PORT,
      compPinB: 5,
      externalClockPort: PORT_A.PORT,
      externalClockPin: 4,
    },
  ],
  eeprom: {
    config: {
      ...eepromConfig,
      eepromReadyInterrupt: at("EE_READY"),
      EECR: 0x3c,
      EEDR: 0x3d,
      EEARL: 0x3e,
      EEARH: 0x3f,
    },
    bytes: 512,
  },
  watchdog: { watchdogInterrupt: at("WDT"), MCUSR: 0x54, WDTCSR: 0x41 },
  clock: { CLKPR: 0x46 },
  // MCUCR: SE bit 5, SM bits 4 and 3.
  sleep: { register: MCUCR, enable: 0x20, mode: 0x18 },
  resetFlags: { register: 0x54, powerOn: 0x01, brownOut: 0x04 },
  brownOut: 1.8,
  leftOut: "universal serial interface, converter, analogue comparator, input capture, self-programming",
};
