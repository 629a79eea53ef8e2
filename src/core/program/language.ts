import type { Milliseconds } from "../quantity";
import type { BitOrder, UnitRef } from "../rig";

/**
 * The language programs are held in. One half of its statements say what is done to the rig (lines, states, faces); the
 * other half is what any small controller language has: variables of a stated width, integer expressions, conditions. The
 * simulator runs both, a printer puts both into words; neither knows what a program is for.
 */

/** How many bits a variable has, and whether it has a sign. It wraps as on the controller. */
export type Width = "u8" | "u16" | "u32" | "i8" | "i16" | "i32";

export type Operator =
  | "+"
  | "-"
  | "*"
  | "/"
  | "%"
  | "<<"
  | ">>"
  | "&"
  | "|"
  | "^"
  | "<"
  | "<="
  | ">"
  | ">="
  | "=="
  | "!="
  | "&&"
  | "||";

/** A whole number that is worked out when it is needed. There are no fractions: small controllers have none to spare. */
export type Expression =
  | { readonly is: "number"; readonly value: number }
  /** A variable, a constant or a parameter. */
  | { readonly is: "name"; readonly name: string }
  /** An entry of a table of numbers. */
  | { readonly is: "entry"; readonly table: Table; readonly at: Expression }
  | {
      readonly is: "operation";
      readonly operator: Operator;
      readonly left: Expression;
      readonly right: Expression;
    }
  /** One of two, as a condition is other than 0 or 0. */
  | {
      readonly is: "either";
      readonly condition: Expression;
      readonly then: Expression;
      readonly otherwise: Expression;
    }
  /** The value taken as another width: what does not fit is cut off. */
  | { readonly is: "as"; readonly width: Width; readonly value: Expression }
  /** Time since the start. Both roll over at 32 bits: after 49.7 days and after 71.6 minutes. */
  | { readonly is: "clock"; readonly unit: "ms" | "us" }
  /** ms since a moment of that clock which a variable of 32 bits holds: right over its roll-over as well. */
  | { readonly is: "elapsed"; readonly since: string }
  /** An entry of an array. */
  | { readonly is: "element"; readonly array: string; readonly at: Expression }
  /** A byte of the memory that outlives a power cut. */
  | { readonly is: "kept"; readonly at: Expression }
  /** How many bytes have come over the serial line and wait to be taken. */
  | { readonly is: "waiting" }
  /** The level on a line, or what the converter makes of its volts. */
  | { readonly is: "line" | "converter"; readonly line: string; readonly named: string }
  /** The same of the line that stands at a place of a table. */
  | { readonly is: "nth-line" | "nth-converter"; readonly lines: LineTable; readonly at: Expression };

/** Lines by their place, from 0: which of them is meant may be worked out. */
export interface LineTable {
  readonly name: string;
  readonly lines: readonly string[];
}

/** Numbers by their place, from 0. */
export interface Table {
  readonly name: string;
  readonly width: Width;
  readonly values: readonly number[];
  /** Kept in flash, where the controller has flash apart; otherwise in its memory. */
  readonly inFlash?: true;
}

/** A variable with what it holds at first; 0 where that is not said. */
export interface Variable {
  readonly name: string;
  readonly width: Width;
  readonly value?: Expression;
  /** An interrupt changes it. */
  readonly shared?: true;
  /** The largest number it ever holds, where that is less than its width has room for: logic gives it no more bits. */
  readonly most?: number;
}

/** Variables of one width side by side, all 0 at first where nothing is said. */
export interface ArrayVariable {
  readonly name: string;
  readonly width: Width;
  readonly size: number;
  readonly values?: readonly number[];
  /** What it is for, behind it. */
  readonly says?: string;
}

/** What any small language has. */
export type Plain =
  /** Kept, it holds its value from one call of its routine to the next. */
  | ({ readonly do: "declare"; readonly kept?: true } & Variable)
  | { readonly do: "set"; readonly name: string; readonly value: Expression }
  | {
      readonly do: "change";
      readonly name: string;
      readonly operator: "+" | "-";
      readonly by: Expression;
    }
  | {
      readonly do: "if";
      readonly condition: Expression;
      readonly body: readonly Statement[];
      readonly otherwise?: readonly Statement[];
    }
  | { readonly do: "while"; readonly condition: Expression; readonly body: readonly Statement[] }
  /** Counts a variable of its own, up to what it stays below. */
  | {
      readonly do: "count";
      readonly name: string;
      readonly width: Width;
      readonly from: Expression;
      readonly below: Expression;
      readonly body: readonly Statement[];
    }
  | {
      readonly do: "set-element";
      readonly array: string;
      readonly at: Expression;
      readonly value: Expression;
    }
  /** Takes the next byte that came over the serial line. */
  | { readonly do: "receive"; readonly name: string }
  /** A word to whoever reads the program. */
  | { readonly do: "say"; readonly text: string }
  | { readonly do: "call"; readonly routine: string; readonly given: readonly Expression[] }
  /** Ends the routine. */
  | { readonly do: "return" }
  /** Lets time pass: ms of any length, µs up to what the board's call keeps exactly. */
  | { readonly do: "pause"; readonly unit: "ms" | "us"; readonly time: Expression }
  /** Holds interrupts off meanwhile. */
  | { readonly do: "guard"; readonly body: readonly Statement[] };

/** What is done to the rig. */
export type Deed =
  /** The line becomes an output, or is let go where it is only ever pulled down. */
  | { readonly do: "line-mode"; readonly line: string; readonly released?: boolean }
  /** The line is read from now on, held by the pull-up inside or by the rig's own. */
  | {
      readonly do: "line-input";
      readonly line: string;
      readonly named: string;
      readonly pulledUp: boolean;
    }
  /** From here on a routine runs whenever the level on a line changes. */
  | { readonly do: "attach"; readonly line: string; readonly named: string; readonly routine: string }
  /** The line becomes an output at the level that was last put on it. */
  | { readonly do: "line-output"; readonly line: string; readonly named: string }
  /** Pulls a line low, or lets it go so that what hangs on it decides. */
  | { readonly do: "line-pull"; readonly line: string; readonly named: string; readonly low: 0 | 1 }
  /** Asks the chip of a bus for its keys: what it answers is put into an array. */
  | { readonly do: "read-keys"; readonly bus: number; readonly array: string }
  /** Puts a level that is worked out on a line; with a tone it goes up and down so many times a second instead of high. */
  | {
      readonly do: "line-set";
      readonly line: string;
      readonly named: string;
      readonly level: Expression;
      readonly tone?: Expression;
    }
  /** The line at a place of a table is driven, or let go, held by the pull-up inside or by nothing of the board's. */
  | {
      readonly do: "nth-line";
      readonly lines: LineTable;
      readonly at: Expression;
      readonly becomes: "low" | "high" | "released" | "pulled-up";
    }
  /**
   * Tells a distance sensor to listen and waits for its echo: how long that lasted, in µs, or 0 where nothing comes back
   * in time.
   */
  | {
      readonly do: "echo";
      readonly trigger: string;
      readonly triggerNamed: string;
      readonly echo: string;
      readonly echoNamed: string;
      readonly unit: UnitRef;
      /** The variable that takes it. */
      readonly into: string;
      /** µs it waits at the most. */
      readonly patience: number;
    }
  /** Writes a byte into the memory that outlives a power cut, unless it is there already. */
  | { readonly do: "keep"; readonly at: Expression; readonly value: Expression }
  /** The serial line is listened to and spoken on from now on, so many bits a second. */
  | { readonly do: "listen"; readonly baud: number }
  /** Sends a line of text and numbers over the serial line. */
  | { readonly do: "tell"; readonly parts: ReadonlyArray<string | Expression> }
  /** Sets the driver chips to a step of brightness. */
  | { readonly do: "dim"; readonly step: Expression }
  /** What was drawn is shown from now on. */
  | { readonly do: "hand-over" }
  | { readonly do: "line-write"; readonly line: string; readonly level: 0 | 1 }
  /** Shifts the bytes of the state out, first byte first. */
  | { readonly do: "shift-state"; readonly order: BitOrder }
  /** Writes the direct lines of the state, in their order: all of them, or only those that switch digits. */
  | { readonly do: "write-lines"; readonly which: "all" | "digits" }
  /** Brings the ring to the state's digit: a reset before the first, clock pulses to the others. */
  | { readonly do: "step-ring" }
  /** Sends the state's writes to the driver chips. */
  | { readonly do: "send-writes" }
  /** Sets the driver chips up: memory cleared before they are switched on. */
  | { readonly do: "set-up-chips" }
  /** Puts out a state: the one of the slot, or the one in which everything is dark. */
  | { readonly do: "show"; readonly state: "slot" | "blank" }
  /** Makes everything dark between two slots. */
  | { readonly do: "darken" }
  /** Waits so long, or as long as the face at hand is to be shown, while a timer keeps the digits going. */
  | { readonly do: "wait"; readonly time: Milliseconds | "frame" }
  /** From here on the time of the faces counts. */
  | { readonly do: "start-clock" }
  /**
   * Waits for what is left of a face's time, drawing and sending counted: faces follow each other at just that time. What
   * comes late is not made up for: the next face's time counts from there.
   */
  | { readonly do: "wait-until-due"; readonly time: Milliseconds | "frame" }
  /** Waits a slot's on-time or the blank time. */
  | { readonly do: "wait-slot"; readonly time: "on" | "blank" }
  | { readonly do: "for-each-frame"; readonly body: readonly Statement[] }
  | { readonly do: "for-each-slot"; readonly body: readonly Statement[] }
  | {
      readonly do: "repeat";
      /** So often, or as often as makes up the time the face at hand is to be shown. */
      readonly times: number | "frame";
      readonly what: "rounds" | "refreshes";
      readonly body: readonly Statement[];
    }
  /** Chooses the face that is shown from now on: the loop's, the first, the last, or the dark one. */
  | { readonly do: "take-frame"; readonly frame: "each" | "first" | "last" | "blank" }
  /** From here on the tick routine runs at the end of every slot. */
  | { readonly do: "start-timer" };

/** One statement of what the controller does. The simulator runs it and the writers print it. */
export type Statement = Deed | Plain;

/** A routine with what it is given. */
export interface Subroutine {
  readonly name: string;
  /** What it is for, line by line, as a comment above it. */
  readonly says?: readonly string[];
  readonly given: ReadonlyArray<Omit<Variable, "value">>;
  readonly body: readonly Statement[];
  /** It runs whenever a line asks for it, whatever the program is at. */
  readonly interrupts?: true;
}

/** A number as it stands. */
export const number = (value: number): Expression => ({ is: "number", value });
/** A variable or constant by its name. */
export const name = (of: string): Expression => ({ is: "name", name: of });
/** An entry of a table; printed as a read from flash where the controller has flash apart. */
export const entry = (table: Table, at: Expression): Expression => ({ is: "entry", table, at });
/** Two values joined by an operator, in the widths C gives them on that controller. */
export const operation = (left: Expression, operator: Operator, right: Expression): Expression => ({
  is: "operation",
  operator,
  left,
  right,
});
/** One of two values by a condition. */
export const either = (condition: Expression, then: Expression, otherwise: Expression): Expression => ({
  is: "either",
  condition,
  then,
  otherwise,
});
/** A value cut or widened to a width: the place where an overflow happens is said, not left to the compiler. */
export const as = (width: Width, value: Expression): Expression => ({ is: "as", width, value });
/** The controller's own time since power-up; it rolls over. */
export const clock = (unit: "ms" | "us"): Expression => ({ is: "clock", unit });

/** ms since the moment a variable holds. */
export const elapsed = (since: string): Expression => ({ is: "elapsed", since });
/** An entry of an array. */
export const element = (array: string, at: Expression): Expression => ({ is: "element", array, at });
/** A variable goes on by one and, behind the last of so many, back to 0: no division for it. */
export const comeRound = (variable: string, count: number): Statement =>
  set(
    variable,
    either(
      operation(name(variable), "==", number(count - 1)),
      number(0),
      operation(name(variable), "+", number(1)),
    ),
  );
export const set = (name: string, value: Expression): Statement => ({ do: "set", name, value });
export const setElement = (array: string, at: Expression, value: Expression): Statement => ({
  do: "set-element",
  array,
  at,
  value,
});
export const when = (
  condition: Expression,
  body: readonly Statement[],
  otherwise?: readonly Statement[],
): Statement => ({ do: "if", condition, body, ...(otherwise ? { otherwise } : {}) });
export const call = (routine: string, ...given: readonly Expression[]): Statement => ({
  do: "call",
  routine,
  given,
});

/** Every statement of some, with those in their bodies, in the order they stand. */
export function* statementsIn(statements: readonly Statement[]): Generator<Statement, void> {
  for (const statement of statements) {
    yield statement;
    if ("body" in statement) yield* statementsIn(statement.body);
    if (statement.do === "if" && statement.otherwise) yield* statementsIn(statement.otherwise);
  }
}
