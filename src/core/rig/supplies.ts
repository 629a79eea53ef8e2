import { about, amount, choice, object, optional, type Of } from "../document";
import type { Milliamps, Ohms, Volts, Watts } from "../quantity";
import { LIMITS } from "./limits";

/** What a rig can be fed from; where none is named it is the board's 5 V leg, or a regulated supply. */
export const SUPPLY_KINDS = [
  "board-3v3",
  "usb",
  "adapter",
  "linear-5v",
  "linear-3v3",
  "step-down-5v",
  "cells-4v5",
  "lithium",
  "lithium-5v",
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

export const SUPPLY = about(
  "what feeds the rig, where it is not the board's 5 V leg or any regulated supply",
  object({
    kind: choice(...SUPPLY_KINDS),
    volts: optional(about("V of an adapter, or what goes into a regulator", amount<Volts>(LIMITS.volts))),
    milliampHours: optional(about("mAh of a battery", amount([1, 100_000]))),
  }),
);
export type Supply = Of<typeof SUPPLY>;

/** Volts of a battery after a share of what it holds was used, the share rising from 0 to 1. */
type Curve = ReadonlyArray<readonly [used: number, volts: Volts]>;

/** What is known of a kind of supply. */
export interface SupplyFacts {
  readonly title: string;
  readonly power: "board" | "separate";
  /** Between full and empty, or as it is regulated. */
  readonly volts: Volts;
  readonly battery?: {
    readonly curve: Curve;
    /** mAh of a usual one. */
    readonly milliampHours: number;
    /** What it has inside. */
    readonly ohms: Ohms;
    /** What a step-up gives, and the share of the power that comes through it. */
    readonly stepUp?: { readonly volts: Volts; readonly share: number };
  };
  /** Between what it comes from and what the rig gets. */
  readonly regulator?: {
    /** V that go in, where none is said, and the least it needs above what it gives. */
    readonly from: Volts;
    readonly headroom: Volts;
    /** Of a step-down: the share of the power that comes through. A linear one turns all that is too much into heat. */
    readonly share?: number;
    /** W it stands without a heat sink. */
    readonly bare: Watts;
  };
  /** What one must not go beyond, where something limits it. */
  readonly limit?: Milliamps;
  readonly cautions: readonly string[];
  readonly source: string;
}

const LITHIUM_CURVE: Curve = [
  [0, 4.2],
  [0.1, 4.05],
  [0.25, 3.9],
  [0.5, 3.75],
  [0.75, 3.65],
  [0.9, 3.5],
  [1, 3],
];
const LITHIUM_CAUTIONS = [
  "Only cells with a protection circuit: a short of a lithium cell starts a fire.",
  "Charge it only with a charger made for it, never while it lies unattended on something that burns; stop at 3.0 V.",
];
const NEVER_BACK_FEED =
  "Never feed it back into the board’s USB port: unplug one before the other is plugged in.";
const LITHIUM_SOURCE =
  "customary of a lithium cell at a fifth of its capacity an hour: 4.2 V full, 3.0 V empty; use the sheet of yours";

export const SUPPLIES: Readonly<Record<SupplyKind, SupplyFacts>> = {
  "board-3v3": {
    title: "the board’s 3.3 V leg",
    power: "board",
    volts: 3.3,
    cautions: ["The regulator behind this leg gives little: 50 mA on most boards."],
    source: "the leg's own figures are those of the board",
  },
  usb: {
    title: "a USB supply of its own, 5 V",
    power: "separate",
    volts: 5,
    cautions: [NEVER_BACK_FEED],
    source: "USB: 5 V within 5 %",
  },
  adapter: {
    title: "mains adapter, regulated",
    power: "separate",
    volts: 5,
    cautions: [
      "Only an adapter with a safety mark for your country; never open it, and leave mains wiring to a licensed person.",
      NEVER_BACK_FEED,
    ],
    source: "as printed on the adapter",
  },
  "linear-5v": {
    title: "a linear 5 V regulator",
    power: "separate",
    volts: 5,
    regulator: { from: 9, headroom: 2, bare: 1 },
    cautions: [
      "Its tab gets hot enough to burn fingers at 1 W. Capacitors as its sheet has them: 330 nF in front of it, 100 nF behind, close by.",
      NEVER_BACK_FEED,
    ],
    source:
      "customary of a 1 A regulator in a package with a tab: 2 V above its output, 65 K/W without a heat sink",
  },
  "linear-3v3": {
    title: "a low-drop 3.3 V regulator",
    power: "separate",
    volts: 3.3,
    regulator: { from: 5, headroom: 1.1, bare: 0.5 },
    cautions: ["It needs 10 µF behind it to stay quiet, by its sheet.", NEVER_BACK_FEED],
    source: "customary of a low-drop regulator on a small board: 1.1 V above its output at 500 mA, 90 K/W",
  },
  "step-down-5v": {
    title: "a 5 V step-down module",
    power: "separate",
    volts: 5,
    regulator: { from: 12, headroom: 1.5, share: 0.88, bare: 1.5 },
    cautions: ["Set its screw to 5.0 V before anything hangs on it.", NEVER_BACK_FEED],
    source: "customary of a small step-down module: 88 % of the power comes through",
  },
  "cells-4v5": {
    title: "three cells, 4.5 V",
    power: "separate",
    volts: 4.5,
    battery: {
      curve: [
        [0, 4.65],
        [0.1, 4.2],
        [0.25, 3.9],
        [0.5, 3.6],
        [0.75, 3.3],
        [0.9, 3],
        [1, 2.7],
      ],
      milliampHours: 2000,
      ohms: 0.6,
    },
    cautions: ["Take the cells out when it is put away: empty ones leak."],
    source: "customary of three alkaline cells in series at 100 mA: 1.55 V fresh, 0.9 V empty each",
  },
  lithium: {
    title: "one lithium cell, 3.7 V",
    power: "separate",
    volts: 3.7,
    battery: { curve: LITHIUM_CURVE, milliampHours: 2000, ohms: 0.1 },
    cautions: LITHIUM_CAUTIONS,
    source: LITHIUM_SOURCE,
  },
  "lithium-5v": {
    title: "one lithium cell and a 5 V step-up",
    power: "separate",
    volts: 5,
    battery: {
      curve: LITHIUM_CURVE,
      milliampHours: 2000,
      ohms: 0.1,
      stepUp: { volts: 5, share: 0.85 },
    },
    cautions: [...LITHIUM_CAUTIONS, NEVER_BACK_FEED],
    source: `${LITHIUM_SOURCE}; 85 % of the power comes through a small step-up (customary)`,
  },
};

/** The volts a supply of a plan gives. */
export const suppliedVolts = ({ kind, volts }: Supply): Volts =>
  kind === "adapter" ? (volts ?? SUPPLIES.adapter.volts) : SUPPLIES[kind].volts;
