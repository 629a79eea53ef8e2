import type { Milliseconds, Nanoseconds, Ohms, Volts } from "../quantity";

/** What an input part is moved by, beside hands: named, with its unit and how far it goes. */
export interface Sensed {
  readonly what: "warmth" | "light" | "distance";
  readonly unit: "°C" | "%" | "cm";
  readonly range: readonly [number, number];
}

/** What an input part does to its legs. */
export type InputAct =
  /** A contact between two legs, closed while it is pressed, or for as long as it is switched over. */
  | {
      readonly by: "contact";
      readonly legs: readonly [string, string];
      readonly stays: boolean;
      /** How long it customarily bounces on every press and release. */
      readonly bounce: Milliseconds;
    }
  /** A contact where each row crosses each column; `faces` row by row. */
  | {
      readonly by: "keys";
      readonly rows: readonly string[];
      readonly columns: readonly string[];
      readonly faces: readonly string[];
      readonly bounce: Milliseconds;
    }
  /** Two contacts to a common leg that close one after the other, a quarter of a step apart, as it is turned. */
  | {
      readonly by: "steps";
      readonly first: string;
      readonly second: string;
      readonly common: string;
      /** Steps of a turn one feels. */
      readonly detents: number;
      readonly bounce: Milliseconds;
    }
  /** A track between two legs, and a wiper that stands somewhere on it. */
  | {
      readonly by: "wiper";
      readonly low: string;
      readonly wiper: string;
      readonly high: string;
      readonly ohms: Ohms;
    }
  /** A resistance that falls as it gets warm: `ohms` at 25 °C, by the B value in kelvin. */
  | {
      readonly by: "thermistor";
      readonly legs: readonly [string, string];
      readonly ohms: Ohms;
      readonly b: number;
      readonly sensed: Sensed;
    }
  /** A resistance between its dark and its bright one, even in steps of ten. */
  | {
      readonly by: "light";
      readonly legs: readonly [string, string];
      readonly dark: Ohms;
      readonly bright: Ohms;
      readonly sensed: Sensed;
    }
  /** A voltage in proportion to what is sensed. */
  | {
      readonly by: "voltage";
      readonly supply: string;
      readonly ground: string;
      readonly out: string;
      readonly ohms: Ohms;
      readonly offset: Volts;
      readonly perUnit: Volts;
      readonly sensed: Sensed;
    }
  /** A pulse as long as sound takes to what is in front of it and back, after it was told to listen. */
  | {
      readonly by: "echo";
      readonly supply: string;
      readonly ground: string;
      readonly trigger: string;
      readonly echo: string;
      readonly ohms: Ohms;
      /** From the trigger to the pulse's beginning, and how long the pulse is when nothing comes back. */
      readonly begins: Nanoseconds;
      readonly givesUp: Nanoseconds;
      /** How often it may be told to at the most. */
      readonly every: Milliseconds;
      readonly sensed: Sensed;
    }
  /** The time of day on a bus of two lines that are only pulled down: it goes on by a cell while the power is off. */
  | {
      readonly by: "clock";
      readonly supply: string;
      readonly ground: string;
      readonly data: string;
      readonly clock: string;
      /** Seven bits. */
      readonly address: number;
      readonly supplyRange: readonly [Volts, Volts];
      /** What holds both lines up, on its board. */
      readonly pullUp: Ohms;
      /** How far its crystal may be off, in millionths. */
      readonly ppm: number;
      /** Least time a clock level lasts. */
      readonly step: Nanoseconds;
    };
