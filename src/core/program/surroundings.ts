import type { LineEdge } from "../inputs";
import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import type { UnitRef } from "../rig";
import type { Spent } from "./tally";
import type { ProgramEvent } from "./types";
import type { IntBits } from "./widths";

export type TimedEvent = ProgramEvent & { readonly at: Nanoseconds };

/** What a program runs in: what stands on its lines, as far as the hands are known. */
export interface Surroundings {
  level(line: string, now: Nanoseconds): 0 | 1;
  convert(line: string, now: Nanoseconds): number;
  isSteady(line: string): boolean;
  /** A byte of the memory that outlives a power cut. */
  kept(at: number): number;
  /** Writes one. @returns how long it takes: nothing where it is there already */
  keep(at: number, value: number, now: Nanoseconds): Nanoseconds;
  input(line: string, pulledUp: boolean): void;
  /** A line is pulled low, or let go. */
  pull(line: string, low: boolean, now: Nanoseconds): void;
  /** From now on the changes of a line are told of, one after the other. */
  watch(line: string, now: Nanoseconds): void;
  /** The next change of such a line that comes by a moment, until it is taken. */
  edgeBy(until: Nanoseconds): LineEdge | undefined;
  takeEdge(): void;
  /** When the echo of a distance sensor begins that is told to listen now, and how long it lasts. */
  echo(unit: UnitRef, now: Nanoseconds): { readonly begins: Nanoseconds; readonly lasts: Nanoseconds };
  /** What the chips of a bus tell of their keys. */
  keys(units: readonly UnitRef[], now: Nanoseconds): readonly number[];
  /** Bytes that came over the serial line and were not taken; 0 stays so until the next move. */
  waiting(now: Nanoseconds): number;
  receive(now: Nanoseconds): number;
  /** When a hand moves next, and how many moves there were. */
  readonly nextMove: Nanoseconds;
  readonly moved: number;
  /** Up to when what the hands do is known. */
  readonly knownUntil: Nanoseconds;
}

/** The board a program runs on, as far as it matters to its run. */
export interface Board {
  readonly cost: ControllerPart["cost"];
  readonly intBits: IntBits;
  /** ns of one conversion. */
  readonly converts: Nanoseconds;
  /** ns of a clock, where what operations take is known in clocks: of the 8-bit boards. */
  readonly clock?: Nanoseconds;
}

export const boardOf = ({ cost, converter, id, clock }: ControllerPart): Board => ({
  cost,
  ...(id.startsWith("AT") ? { clock: 1e9 / clock } : {}),
  intBits: /^(AT|PIC)/.test(id) ? 16 : 32,
  converts: converter?.time ?? 0,
});

/** A program that runs. */
export interface ProgramRun {
  readonly events: Iterator<TimedEvent, void>;
  /** What a variable holds now; undefined before it is there. */
  readonly look: (variable: string) => number | undefined;
  /** What an array holds now. */
  readonly lookAt: (array: string) => readonly number[];
  /** How long the last pass took in which nothing happened. */
  readonly passTime: () => Nanoseconds;
  /** Where its time went since power-up. */
  readonly spent: () => Spent;
  /** Nobody looks on up to a moment: what is put out again and again is not told until then. */
  readonly unseen: (until: Nanoseconds) => void;
}
