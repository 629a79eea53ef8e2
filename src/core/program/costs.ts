import type { Nanoseconds } from "../quantity";
import type { Expression, Statement } from "./language";
import type { Board } from "./surroundings";
import type { Variables } from "./variables";
import { YES_OR_NO } from "./widths";

/**
 * Clocks of an 8-bit AVR by what is done, for each byte of a number where that is said: fitted to what avr-gcc -Os makes
 * of the ready starts, counted on a simulated ATmega328P.
 */
const CLOCKS = {
  /** Taking a variable out of memory, or putting it back; those of a routine are in registers. */
  load: 2,
  store: 2,
  own: 0,
  /** Adding, comparing, masking; a shift. */
  add: 1,
  shift: 2,
  branch: 2.5,
  /** A single bit is looked at in its byte. */
  bit: 3,
  /** By the bytes of the wider side: 1, 2, 4. */
  multiply: { 1: 5, 2: 13, 4: 48 },
  divide: { 1: 85, 2: 210, 4: 640 },
  /** Getting at a place of an array, and of a table in flash. */
  place: 5,
  flash: 7,
  milliseconds: 24,
  microseconds: 48,
  line: 54,
  kept: 24,
  waiting: 20,
  call: 8,
  turn: 5,
} as const;

/** How long working something out takes on a board: by operation and width where that was measured, otherwise alike. */
export class Costs {
  /** ns of a clock of the 8-bit boards; of others every operation takes as long as a statement. */
  private readonly clock: Nanoseconds | undefined;
  private readonly known = new WeakMap<Expression, Nanoseconds>();
  private readonly cost: Board["cost"];
  private readonly converts: Nanoseconds;

  constructor(
    private readonly variables: Variables,
    { cost, clock, converts }: Board,
  ) {
    this.cost = cost;
    this.clock = clock;
    this.converts = converts;
  }

  /** ns of a conversion each, beside what is worked out. */
  conversions(expression: Expression): Nanoseconds {
    return conversionsIn(expression) * this.converts;
  }

  /** ns it takes to work an expression out, conversions with it. Both sides of a condition are counted: see {@link isJoined}. */
  of(expression: Expression): Nanoseconds {
    let time = this.known.get(expression);
    if (time === undefined) {
      const worked =
        this.clock === undefined
          ? operationsIn(expression) * this.cost.statement
          : Math.round(this.clocks(expression) * this.clock);
      time = worked + this.conversions(expression);
      this.known.set(expression, time);
    }
    return time;
  }

  /** ns of what a statement does beside working its expressions out. */
  statement(statement: Statement): Nanoseconds {
    if (this.clock === undefined)
      return statement.do === "count" ? 2 * this.cost.statement : this.cost.statement;
    return Math.round(this.clocksOf(statement) * this.clock);
  }

  private clocksOf(statement: Statement): number {
    switch (statement.do) {
      case "declare":
      case "set":
        return this.put(statement.name);
      case "change":
        return 2 * this.put(statement.name) + CLOCKS.add * this.bytes({ is: "name", name: statement.name });
      case "set-element":
        return (
          CLOCKS.place +
          CLOCKS.store * this.bytes({ is: "element", array: statement.array, at: statement.at })
        );
      case "if":
      case "while":
        return CLOCKS.branch;
      case "count":
        return CLOCKS.turn;
      case "call":
        return CLOCKS.call;
      default:
        return this.cost.statement / this.clock!;
    }
  }

  private put(name: string): number {
    return (this.variables.isOwn(name) ? CLOCKS.own : CLOCKS.store) * this.bytes({ is: "name", name });
  }

  private clocks(expression: Expression): number {
    switch (expression.is) {
      case "number":
        return 0;
      case "name":
        return this.variables.isOwn(expression.name) ? 0 : CLOCKS.load * this.bytes(expression);
      case "entry":
        return (
          (expression.table.inFlash ? CLOCKS.flash : CLOCKS.place) +
          CLOCKS.load * this.bytes(expression) +
          this.clocks(expression.at)
        );
      case "element":
        return CLOCKS.place + CLOCKS.load * this.bytes(expression) + this.clocks(expression.at);
      case "clock":
        return expression.unit === "ms" ? CLOCKS.milliseconds : CLOCKS.microseconds;
      case "elapsed":
        return CLOCKS.milliseconds + (CLOCKS.load + CLOCKS.add) * 4;
      case "line":
        return CLOCKS.line;
      case "nth-line":
        return CLOCKS.line + CLOCKS.flash + CLOCKS.load + this.clocks(expression.at);
      case "nth-converter":
        return CLOCKS.flash + CLOCKS.load + this.clocks(expression.at);
      case "converter":
        return 0;
      case "kept":
        return CLOCKS.kept + this.clocks(expression.at);
      case "waiting":
        return CLOCKS.waiting;
      case "as":
        return this.clocks(expression.value);
      case "either":
        return (
          CLOCKS.branch +
          this.clocks(expression.condition) +
          Math.max(this.clocks(expression.then), this.clocks(expression.otherwise))
        );
      case "operation":
        return this.operation(expression);
    }
  }

  private operation({ operator, left, right }: Extract<Expression, { is: "operation" }>): number {
    if (operator === "&" && isOne(right) && left.is === "operation" && left.operator === ">>")
      return CLOCKS.bit + (left.right.is === "number" ? 0 : this.clocks(left.right));
    const sides = this.clocks(left) + this.clocks(right);
    const bytes = Math.max(this.bytes(left), this.bytes(right)) as 1 | 2 | 4;
    switch (operator) {
      case "*":
        return sides + CLOCKS.multiply[bytes];
      case "/":
      case "%":
        return sides + CLOCKS.divide[bytes];
      case "<<":
      case ">>":
        return sides + CLOCKS.shift * this.bytes(left);
      case "&&":
      case "||":
        return sides + CLOCKS.branch;
      default:
        return sides + CLOCKS.add * bytes;
    }
  }

  /** Bytes a compiler works with: as few as the number's own width has, whatever C widens it to. */
  private bytes(expression: Expression): number {
    switch (expression.is) {
      case "number": {
        const { value } = expression;
        return value >= -128 && value < 256 ? 1 : value >= -32_768 && value < 65_536 ? 2 : 4;
      }
      case "as":
        return Math.min(Number(expression.width.slice(1)) / 8, this.bytes(expression.value));
      case "either":
        return Math.max(this.bytes(expression.then), this.bytes(expression.otherwise));
      case "operation":
        return YES_OR_NO.has(expression.operator)
          ? 1
          : Math.max(this.bytes(expression.left), this.bytes(expression.right));
      case "line":
      case "nth-line":
      case "waiting":
        return 1;
      default:
        return this.variables.kind(expression).bits / 8;
    }
  }
}

const isOne = (expression: Expression): boolean => expression.is === "number" && expression.value === 1;

/** Conditions joined so that the second is only looked at where the first does not decide. */
export const isJoined = (
  expression: Expression,
): expression is Extract<Expression, { is: "operation" }> & { readonly operator: "&&" | "||" } =>
  expression.is === "operation" && (expression.operator === "&&" || expression.operator === "||");

/** How often an expression asks the converter. */
export function conversionsIn(expression: Expression): number {
  switch (expression.is) {
    case "converter":
      return 1;
    case "nth-converter":
      return 1 + conversionsIn(expression.at);
    case "operation":
      return conversionsIn(expression.left) + conversionsIn(expression.right);
    case "as":
      return conversionsIn(expression.value);
    case "either":
      return Math.max(conversionsIn(expression.then), conversionsIn(expression.otherwise));
    case "element":
    case "entry":
      return conversionsIn(expression.at);
    default:
      return 0;
  }
}

/** How many operations an expression takes, where each lasts as long as a statement. */
function operationsIn(expression: Expression): number {
  switch (expression.is) {
    case "number":
    case "name":
      return 0;
    case "clock":
    case "line":
    case "converter":
    case "waiting":
      return 1;
    case "elapsed":
      return 2;
    case "entry":
    case "element":
    case "kept":
    case "nth-line":
    case "nth-converter":
      return 1 + operationsIn(expression.at);
    case "as":
      return operationsIn(expression.value);
    case "either":
      return (
        1 +
        operationsIn(expression.condition) +
        Math.max(operationsIn(expression.then), operationsIn(expression.otherwise))
      );
    case "operation":
      return 1 + operationsIn(expression.left) + operationsIn(expression.right);
  }
}
