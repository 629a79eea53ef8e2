import type {
  ADCConfig,
  AVREEPROMConfig,
  AVRClockConfig,
  AVRPortConfig,
  AVRTimerConfig,
  SPIConfig,
  TWIConfig,
  usart0Config,
  WatchdogConfig,
} from "avr8js";
import type { Volts } from "../../quantity";

/** Where a line is: its port, by its place among the chip's, and its bit. */
export interface PortBit {
  readonly port: number;
  readonly bit: number;
}

/** A controller as its data sheet's register summary has it: what the simulated core is given. */
export interface AvrChip {
  readonly id: "ATmega328P" | "ATmega2560" | "ATtiny84";
  readonly source: string;
  /** Variants of the core its programs are built for. */
  readonly cores: readonly string[];
  /** Bytes. */
  readonly flash: number;
  readonly ram: number;
  /** Data address of the first byte of RAM. */
  readonly ramFrom: number;
  /** Words of flash an interrupt vector takes. */
  readonly vectorWords: 1 | 2;
  /** Names of the interrupts by their number. */
  readonly vectors: readonly string[];
  readonly ports: ReadonlyArray<{ readonly name: string; readonly config: AVRPortConfig }>;
  readonly lines: Readonly<Record<string, PortBit>>;
  readonly timers: readonly AVRTimerConfig[];
  readonly serial?: typeof usart0Config;
  readonly spi?: {
    readonly config: SPIConfig;
    readonly clock: string;
    readonly data: string;
    readonly answer: string;
  };
  readonly twi?: { readonly config: TWIConfig; readonly clock: string; readonly data: string };
  /** The converter, and the line of each of its channels. */
  readonly converter?: { readonly config: ADCConfig; readonly lines: readonly string[] };
  readonly eeprom: { readonly config: AVREEPROMConfig; readonly bytes: number };
  readonly watchdog: WatchdogConfig;
  readonly clock: AVRClockConfig;
  readonly sleep: { readonly register: number; readonly enable: number; readonly mode: number };
  /** Why it was reset: the register, and its bits for power-up and for the brown-out detector. */
  readonly resetFlags: { readonly register: number; readonly powerOn: number; readonly brownOut: number };
  /** Volts below which the brown-out detector of the customary boards holds it in reset. */
  readonly brownOut: Volts;
  /** What the sheet has and the simulated chip does not. */
  readonly leftOut: string;
}

/** Lines that count up along a port's bits. */
export const along = (port: number, from: number, to: number, line: (bit: number) => string) =>
  Object.fromEntries(
    Array.from({ length: Math.abs(to - from) + 1 }, (_, nth) => {
      const bit = from < to ? from + nth : from - nth;
      return [line(nth), { port, bit }];
    }),
  );
