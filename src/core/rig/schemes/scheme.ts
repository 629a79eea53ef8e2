import type { BusChipPart, ControllerPart } from "../../parts";
import type { Microseconds, Milliamps, Ohms, Volts } from "../../quantity";
import type { LineUse, Plan } from "../document";
import type { Layer } from "./layer";

/** Modules of dots a way reaches to, or why it reaches to none. */
export type DotsReach =
  { readonly never: string } | { readonly modules: number; readonly columns: number; readonly rows: number };

/** One way to drive a display: what lines it needs, what is wrong with it, how it is laid. */
export interface Scheme {
  readonly name: string;
  /** Every digit has outputs of its own: all are lit at once, however many there are. */
  readonly each?: true;
  /** The chip on a bus it is named after. */
  readonly chip?: BusChipPart;
  /** The register it is named after, whatever the plan says. */
  readonly register?: string;
  /** Everything in hardware: it needs a board with programmable logic. */
  readonly logic?: true;
  /** A register, decoder or lines can drive a single digit; a digit select is for several. */
  readonly forOne?: true;
  /** The lines it needs, in the order they are given out. */
  lines(plan: Plan): LineUse[];
  /** Why a plan cannot be laid this way, if so, with what to change. */
  problem(plan: Plan, controller: ControllerPart): string | undefined;
  dots(plan: Plan): DotsReach;
  lay(layer: Layer): void;
  /** What one starts from before anybody has tuned it. */
  readonly usual: {
    /** What one segment may get while it is lit, well within its drivers. */
    segment(plan: Plan, controller: ControllerPart): Milliamps;
    /** What the outputs that drive segments have themselves, at the end where the most flows. */
    ohms(plan: Plan, controller: ControllerPart): Ohms;
    /** What the output that carries a whole digit may take; without it a line of the controller does. */
    digit?(plan: Plan): Milliamps;
    /** Lost in the outputs beside their resistance. */
    drop?(plan: Plan): Volts;
    readonly blank: Microseconds;
  };
  /** Which outputs may be dealt out anew: those of segments, and those of digits. */
  readonly free: { readonly segments: boolean; readonly digits: boolean };
}

/** Sets where one register, or lines, serve a module of dots. */
export const oneModule = (): DotsReach => ({ modules: 1, columns: 8, rows: 8 });

/** Blocks whose rows are switched together, each with a register of its own for its columns. */
const MOST_BLOCKS = 4;

/** Sets where a register for the columns of each block serves several modules of dots. */
export const severalModules = (): DotsReach => ({ modules: MOST_BLOCKS, columns: 8, rows: 8 });

/** The share of its keep-current one takes from a line of a controller. */
export const ofLines = ({ pinDefault, logic, pinKeep }: ControllerPart): Milliamps =>
  pinDefault ? pinDefault * 0.8 : logic < 5 ? pinKeep / 2 : pinKeep * 0.6;
