import type { Cell } from "../glyph";
import type { Milliseconds } from "../quantity";
import type { BitOrder, LineUse } from "../rig";

/** One statement of what the controller does. The simulator runs it and the sketch writer prints it. */
export type Statement =
  | { readonly do: "line-mode"; readonly line: LineUse }
  | { readonly do: "line-write"; readonly line: LineUse; readonly level: 0 | 1 }
  /** Shifts the bytes of the routine's pattern out, first byte first. */
  | { readonly do: "shift-pattern"; readonly order: BitOrder }
  /** Runs the send routine with a pattern: the one of the loop, the first of the table, or the blank one. */
  | { readonly do: "send"; readonly pattern: "each" | "first" | "blank" }
  | { readonly do: "wait"; readonly time: Milliseconds }
  | { readonly do: "for-each-pattern"; readonly body: readonly Statement[] }
  | { readonly do: "repeat"; readonly times: number; readonly body: readonly Statement[] };

export interface Pattern {
  readonly cell: Cell;
  readonly bytes: readonly number[];
}

/** What the controller does, whole. */
export interface Program {
  readonly lines: Readonly<Record<LineUse, string>>;
  readonly patterns: readonly Pattern[];
  readonly blank: readonly number[];
  /** The routine that puts one pattern on the display. */
  readonly send: readonly Statement[];
  readonly setup: readonly Statement[];
  /** Run over and over after the set-up; empty when the show holds or has ended. */
  readonly loop: readonly Statement[];
}

/** Something the program does at a moment. */
export type ProgramEvent =
  | { readonly kind: "line-mode"; readonly line: string; readonly statement: Statement }
  | { readonly kind: "line"; readonly line: string; readonly level: 0 | 1; readonly statement: Statement }
  | { readonly kind: "sending"; readonly pattern: Pattern }
  | { readonly kind: "sent"; readonly pattern: Pattern };
