import {
  adcConfig,
  clockConfig,
  eepromConfig,
  portBConfig,
  portCConfig,
  portDConfig,
  spiConfig,
  timer0Config,
  timer1Config,
  timer2Config,
  twiConfig,
  usart0Config,
  watchdogConfig,
} from "avr8js";
import { along, type AvrChip } from "./types";

/** ports by their place in the list */
const [B, C, D] = [0, 1, 2];

export const ATMEGA328P: AvrChip = {
  id: "ATmega328P",
  source:
    "ATmega328P data sheet: register summary, reset and interrupt vectors, sleep modes, brown-out detection",
  cores: ["avr5"],
  flash: 32 * 1024,
  ram: 2048,
  ramFrom: 0x100,
  vectorWords: 2,
  vectors: [
    ...["RESET", "INT0", "INT1", "PCINT0", "PCINT1", "PCINT2", "WDT"],
    ...["TIMER2_COMPA", "TIMER2_COMPB", "TIMER2_OVF"],
    ...["TIMER1_CAPT", "TIMER1_COMPA", "TIMER1_COMPB", "TIMER1_OVF"],
    ...["TIMER0_COMPA", "TIMER0_COMPB", "TIMER0_OVF"],
    ...[
      "SPI_STC",
      "USART_RX",
      "USART_UDRE",
      "USART_TX",
      "ADC",
      "EE_READY",
      "ANALOG_COMP",
      "TWI",
      "SPM_READY",
    ],
  ],
  ports: [
    { name: "B", config: portBConfig },
    { name: "C", config: portCConfig },
    { name: "D", config: portDConfig },
  ],
  lines: {
    ...along(D, 0, 7, (nth) => `${nth}`),
    ...along(B, 0, 5, (nth) => `${nth + 8}`),
    ...along(C, 0, 5, (nth) => `A${nth}`),
  },
  timers: [timer0Config, timer1Config, timer2Config],
  serial: usart0Config,
  spi: { config: spiConfig, clock: "13", data: "11", answer: "12" },
  twi: { config: twiConfig, clock: "A5", data: "A4" },
  converter: { config: adcConfig, lines: ["A0", "A1", "A2", "A3", "A4", "A5"] },
  eeprom: { config: eepromConfig, bytes: 1024 },
  watchdog: watchdogConfig,
  clock: clockConfig,
  // SMCR: SE bit 0, SM bits 3 to 1.
  sleep: { register: 0x53, enable: 0x01, mode: 0x0e },
  // MCUSR: PORF bit 0, BORF bit 2.
  resetFlags: { register: 0x54, powerOn: 0x01, brownOut: 0x04 },
  brownOut: 2.7,
  leftOut: "analogue comparator, input capture, self-programming",
};
