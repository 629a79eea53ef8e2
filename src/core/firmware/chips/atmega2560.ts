import {
  ADCMuxInputType,
  ADCReference,
  adcConfig,
  clockConfig,
  eepromConfig,
  portAConfig,
  portBConfig,
  portCConfig,
  portDConfig,
  portEConfig,
  portFConfig,
  portGConfig,
  portHConfig,
  portJConfig,
  portKConfig,
  portLConfig,
  spiConfig,
  timer0Config,
  timer1Config,
  timer2Config,
  twiConfig,
  usart0Config,
  watchdogConfig,
  type AVRExternalInterrupt,
  type AVRTimerConfig,
} from "avr8js";
import { along, type AvrChip } from "./types";

const VECTORS = [
  ...["RESET", "INT0", "INT1", "INT2", "INT3", "INT4", "INT5", "INT6", "INT7", "PCINT0", "PCINT1", "PCINT2"],
  ...["WDT", "TIMER2_COMPA", "TIMER2_COMPB", "TIMER2_OVF"],
  ...["TIMER1_CAPT", "TIMER1_COMPA", "TIMER1_COMPB", "TIMER1_COMPC", "TIMER1_OVF"],
  ...["TIMER0_COMPA", "TIMER0_COMPB", "TIMER0_OVF", "SPI_STC", "USART0_RX", "USART0_UDRE", "USART0_TX"],
  ...["ANALOG_COMP", "ADC", "EE_READY"],
  ...["TIMER3_CAPT", "TIMER3_COMPA", "TIMER3_COMPB", "TIMER3_COMPC", "TIMER3_OVF"],
  ...["USART1_RX", "USART1_UDRE", "USART1_TX", "TWI", "SPM_READY"],
  ...["TIMER4_CAPT", "TIMER4_COMPA", "TIMER4_COMPB", "TIMER4_COMPC", "TIMER4_OVF"],
  ...["TIMER5_CAPT", "TIMER5_COMPA", "TIMER5_COMPB", "TIMER5_COMPC", "TIMER5_OVF"],
  ...["USART2_RX", "USART2_UDRE", "USART2_TX", "USART3_RX", "USART3_UDRE", "USART3_TX"],
];
/** Word address of an interrupt: two words each. */
const at = (name: string): number => VECTORS.indexOf(name) * 2;

/** External interrupts 0 to 3 are ruled by EICRA at 0x69, 4 to 7 by EICRB at 0x6a. */
const external = (index: number): AVRExternalInterrupt => ({
  EICR: index < 4 ? 0x69 : 0x6a,
  EIMSK: 0x3d,
  EIFR: 0x3c,
  index,
  iscOffset: (index % 4) * 2,
  interrupt: at(`INT${index}`),
});
const change = (nth: number, mask: number, offset: number) => ({
  PCIE: nth,
  PCICR: 0x68,
  PCIFR: 0x3b,
  PCMSK: 0x6b + nth,
  pinChangeInterrupt: at(`PCINT${nth}`),
  mask,
  offset,
});

/** A timer of 16 bits with three outputs of its own: its registers stand in the same order from TCCRnA on. */
const wideTimer = (
  nth: number,
  from: number,
  flags: number,
  mask: number,
  outputs: readonly [port: number, pin: number][],
  clock: readonly [port: number, pin: number],
): AVRTimerConfig => ({
  ...timer1Config,
  captureInterrupt: at(`TIMER${nth}_CAPT`),
  compAInterrupt: at(`TIMER${nth}_COMPA`),
  compBInterrupt: at(`TIMER${nth}_COMPB`),
  compCInterrupt: at(`TIMER${nth}_COMPC`),
  ovfInterrupt: at(`TIMER${nth}_OVF`),
  TIFR: flags,
  TIMSK: mask,
  TCCRA: from,
  TCCRB: from + 1,
  TCCRC: from + 2,
  TCNT: from + 4,
  ICR: from + 6,
  OCRA: from + 8,
  OCRB: from + 10,
  OCRC: from + 12,
  OCFC: 8,
  OCIEC: 8,
  compPortA: outputs[0]![0],
  compPinA: outputs[0]![1],
  compPortB: outputs[1]![0],
  compPinB: outputs[1]![1],
  compPortC: outputs[2]![0],
  compPinC: outputs[2]![1],
  externalClockPort: clock[0],
  externalClockPin: clock[1],
});

const [B, D, E, G, H, L] = [portBConfig, portDConfig, portEConfig, portGConfig, portHConfig, portLConfig].map(
  ({ PORT }) => PORT,
) as [number, number, number, number, number, number];

const PORTS = ["A", "B", "C", "D", "E", "F", "G", "H", "J", "K", "L"];
const on = (name: string): number => PORTS.indexOf(name);
const bit = (name: string, nth: number) => ({ port: on(name), bit: nth });

export const ATMEGA2560: AvrChip = {
  id: "ATmega2560",
  source:
    "ATmega2560 data sheet: register summary, reset and interrupt vectors; lines numbered as the customary board does",
  cores: ["avr6"],
  flash: 256 * 1024,
  ram: 8192,
  ramFrom: 0x200,
  vectorWords: 2,
  vectors: VECTORS,
  ports: [
    { name: "A", config: portAConfig },
    { name: "B", config: { ...portBConfig, pinChange: change(0, 0xff, 0) } },
    { name: "C", config: { ...portCConfig, pinChange: undefined } },
    {
      name: "D",
      config: { ...portDConfig, pinChange: undefined, externalInterrupts: [0, 1, 2, 3].map(external) },
    },
    {
      name: "E",
      config: { ...portEConfig, externalInterrupts: [null, null, null, null, ...[4, 5, 6, 7].map(external)] },
    },
    { name: "F", config: portFConfig },
    { name: "G", config: portGConfig },
    { name: "H", config: portHConfig },
    { name: "J", config: { ...portJConfig, pinChange: change(1, 0x7f, 1) } },
    { name: "K", config: { ...portKConfig, pinChange: change(2, 0xff, 0) } },
    { name: "L", config: portLConfig },
  ],
  lines: {
    ...{ "0": bit("E", 0), "1": bit("E", 1), "2": bit("E", 4), "3": bit("E", 5), "4": bit("G", 5) },
    ...{ "5": bit("E", 3), "6": bit("H", 3), "7": bit("H", 4), "8": bit("H", 5), "9": bit("H", 6) },
    ...along(on("B"), 4, 7, (nth) => `${10 + nth}`),
    ...{ "14": bit("J", 1), "15": bit("J", 0), "16": bit("H", 1), "17": bit("H", 0) },
    ...along(on("D"), 3, 0, (nth) => `${18 + nth}`),
    ...along(on("A"), 0, 7, (nth) => `${22 + nth}`),
    ...along(on("C"), 7, 0, (nth) => `${30 + nth}`),
    ...{ "38": bit("D", 7), "39": bit("G", 2), "40": bit("G", 1), "41": bit("G", 0) },
    ...along(on("L"), 7, 0, (nth) => `${42 + nth}`),
    ...along(on("B"), 3, 0, (nth) => `${50 + nth}`),
    ...along(on("F"), 0, 7, (nth) => `A${nth}`),
    ...along(on("K"), 0, 7, (nth) => `A${8 + nth}`),
  },
  timers: [
    {
      ...timer0Config,
      compAInterrupt: at("TIMER0_COMPA"),
      compBInterrupt: at("TIMER0_COMPB"),
      ovfInterrupt: at("TIMER0_OVF"),
      compPortA: B,
      compPinA: 7,
      compPortB: G,
      compPinB: 5,
      externalClockPort: D,
      externalClockPin: 7,
    },
    wideTimer(1, 0x80, 0x36, 0x6f, [[B, 5], [B, 6], [B, 7]], [D, 6]),
    {
      ...timer2Config,
      compAInterrupt: at("TIMER2_COMPA"),
      compBInterrupt: at("TIMER2_COMPB"),
      ovfInterrupt: at("TIMER2_OVF"),
      compPortA: B,
      compPinA: 4,
      compPortB: H,
      compPinB: 6,
    },
    wideTimer(3, 0x90, 0x38, 0x71, [[E, 3], [E, 4], [E, 5]], [E, 6]),
    wideTimer(4, 0xa0, 0x39, 0x72, [[H, 3], [H, 4], [H, 5]], [H, 7]),
    wideTimer(5, 0x120, 0x3a, 0x73, [[L, 3], [L, 4], [L, 5]], [L, 2]),
  ],
  serial: {
    ...usart0Config,
    rxCompleteInterrupt: at("USART0_RX"),
    dataRegisterEmptyInterrupt: at("USART0_UDRE"),
    txCompleteInterrupt: at("USART0_TX"),
  },
  spi: { config: { ...spiConfig, spiInterrupt: at("SPI_STC") }, clock: "52", data: "51", answer: "50" },
  twi: { config: { ...twiConfig, twiInterrupt: at("TWI") }, clock: "21", data: "20" },
  converter: {
    config: {
      ...adcConfig,
      adcInterrupt: at("ADC"),
      numChannels: 16,
      muxInputMask: 0x3f,
      muxChannels: Object.fromEntries(
        Array.from({ length: 16 }, (_, channel) => [
          channel < 8 ? channel : channel - 8 + 32,
          { type: ADCMuxInputType.SingleEnded, channel },
        ]),
      ),
      adcReferences: [
        ADCReference.AREF,
        ADCReference.AVCC,
        ADCReference.Internal1V1,
        ADCReference.Internal2V56,
      ],
    },
    lines: Array.from({ length: 16 }, (_, nth) => `A${nth}`),
  },
  eeprom: { config: { ...eepromConfig, eepromReadyInterrupt: at("EE_READY") }, bytes: 4096 },
  watchdog: { ...watchdogConfig, watchdogInterrupt: at("WDT") },
  clock: clockConfig,
  sleep: { register: 0x53, enable: 0x01, mode: 0x0e },
  resetFlags: { register: 0x54, powerOn: 0x01, brownOut: 0x04 },
  brownOut: 2.7,
  leftOut: "serial lines 1 to 3, analogue comparator, input capture, memory outside, self-programming",
};
