import type { Expression, Operator, Plain, Width } from "./language";

/** Bits of a controller's `int`: narrower values are widened to it before they are worked with. */
export type IntBits = 16 | 32;

/** How a value is held. */
interface Kind {
  readonly bits: number;
  readonly signed: boolean;
}

const kindOf = (width: Width): Kind => ({ bits: Number(width.slice(1)), signed: width.startsWith("i") });

/** A whole number cut to so many bits, as the controller keeps it. */
function wrapped(value: number, { bits, signed }: Kind): number {
  const all = 2 ** bits;
  const cut = ((value % all) + all) % all;
  return signed && cut >= all / 2 ? cut - all : cut;
}

/** A value as a variable of a width holds it. */
export const wrap = (value: number, width: Width): number => wrapped(value, kindOf(width));

const YES_OR_NO: ReadonlySet<Operator> = new Set(["<", "<=", ">", ">=", "==", "!=", "&&", "||"]);
const SHIFTS: ReadonlySet<Operator> = new Set(["<<", ">>"]);

/** What is worked out beside the rig: variables as the controller holds them, with C's rules of width. */
export class Variables {
  private readonly held = new Map<string, { readonly width: Width; value: number }>();

  /**
   * @param intBits of the controller
   * @param time since the start in µs, which the clocks tell
   */
  constructor(
    private readonly intBits: IntBits,
    private readonly time: () => number,
  ) {}

  /** Makes a variable; without a value it is 0, as those of a whole program are. */
  declare(name: string, width: Width, value = 0): void {
    this.held.set(name, { width, value: wrap(value, width) });
  }

  has(name: string): boolean {
    return this.held.has(name);
  }

  set(name: string, value: number): void {
    const variable = this.held.get(name);
    if (!variable) throw new Error(`${name} is not declared`);
    variable.value = wrap(value, variable.width);
  }

  /** Does what changes a variable. */
  apply(statement: Extract<Plain, { do: "declare" | "set" | "change" }>): void {
    switch (statement.do) {
      case "declare":
        if (statement.kept && this.has(statement.name)) return;
        return this.declare(
          statement.name,
          statement.width,
          statement.value ? this.value(statement.value) : 0,
        );
      case "set":
        return this.set(statement.name, this.value(statement.value));
      case "change": {
        const left: Expression = { is: "name", name: statement.name };
        return this.set(
          statement.name,
          this.value({ is: "operation", operator: statement.operator, left, right: statement.by }),
        );
      }
    }
  }

  /** What an expression is worth now. @throws for names nobody declared, places no table has, and division by 0 */
  value(expression: Expression): number {
    switch (expression.is) {
      case "number":
        return wrapped(expression.value, this.kind(expression));
      case "name":
        return this.variable(expression.name).value;
      case "entry": {
        const { width, values, name } = expression.table;
        const at = this.value(expression.at);
        const value = values[at];
        if (value === undefined) throw new Error(`${name} has no entry ${at}`);
        return wrap(value, width);
      }
      case "clock": {
        const time = this.time();
        return wrap(Math.floor(expression.unit === "us" ? time : time / 1000), "u32");
      }
      case "as":
        return wrap(this.value(expression.value), expression.width);
      case "either":
        return wrapped(
          this.value(this.value(expression.condition) ? expression.then : expression.otherwise),
          this.kind(expression),
        );
      case "operation":
        return this.worked(expression);
    }
  }

  private variable(name: string): { readonly width: Width; readonly value: number } {
    const variable = this.held.get(name);
    if (!variable) throw new Error(`${name} is not declared`);
    return variable;
  }

  /** How the value of an expression is held: C's rules, by the kinds of its parts alone. */
  private kind(expression: Expression): Kind {
    const int: Kind = { bits: this.intBits, signed: true };
    switch (expression.is) {
      case "number": {
        const { value } = expression;
        const fits = (bits: number) => value >= -(2 ** (bits - 1)) && value < 2 ** (bits - 1);
        return fits(this.intBits) ? int : { bits: 32, signed: fits(32) };
      }
      case "name":
        return kindOf(this.variable(expression.name).width);
      case "entry":
        return kindOf(expression.table.width);
      case "clock":
        return kindOf("u32");
      case "as":
        return kindOf(expression.width);
      case "either":
        return this.common(expression.then, expression.otherwise);
      case "operation": {
        const { operator, left, right } = expression;
        if (YES_OR_NO.has(operator)) return int;
        return SHIFTS.has(operator) ? this.promoted(left) : this.common(left, right);
      }
    }
  }

  /** Narrower than an int, a value is widened to one. */
  private promoted(expression: Expression): Kind {
    const kind = this.kind(expression);
    const stays = kind.bits > this.intBits || (kind.bits === this.intBits && !kind.signed);
    return stays ? kind : { bits: this.intBits, signed: true };
  }

  /** Both sides take the wider kind; of the same width, the one without sign. */
  private common(left: Expression, right: Expression): Kind {
    const sides = [this.promoted(left), this.promoted(right)];
    const bits = Math.max(...sides.map((side) => side.bits));
    return { bits, signed: sides.every((side) => side.signed || side.bits < bits) };
  }

  private worked(expression: Extract<Expression, { is: "operation" }>): number {
    const { operator, left, right } = expression;
    const one = this.value(left);
    if (operator === "&&") return Number(one !== 0 && this.value(right) !== 0);
    if (operator === "||") return Number(one !== 0 || this.value(right) !== 0);
    const other = this.value(right);
    if (SHIFTS.has(operator)) return wrapped(work(operator, one, other), this.kind(expression));
    const common = this.common(left, right);
    const value = work(operator, wrapped(one, common), wrapped(other, common));
    return YES_OR_NO.has(operator) ? value : wrapped(value, common);
  }
}

function work(operator: Operator, a: number, b: number): number {
  switch (operator) {
    case "+":
      return a + b;
    case "-":
      return a - b;
    case "*":
      // 32 bits by 32 bits do not go into a double: only the lower half is kept anyway.
      return Number(BigInt.asIntN(64, BigInt(a) * BigInt(b)) % 2n ** 32n);
    case "/":
    case "%":
      if (b === 0) throw new Error(`${a} ${operator} 0: nothing can be divided by 0`);
      return operator === "/" ? Math.trunc(a / b) : a % b;
    case "<<":
      return a * 2 ** b;
    case ">>":
      return Math.floor(a / 2 ** b);
    case "&":
      return Number(BigInt(a) & BigInt(b));
    case "|":
      return Number(BigInt(a) | BigInt(b));
    case "^":
      return Number(BigInt(a) ^ BigInt(b));
    case "<":
      return Number(a < b);
    case "<=":
      return Number(a <= b);
    case ">":
      return Number(a > b);
    case ">=":
      return Number(a >= b);
    case "==":
      return Number(a === b);
    case "!=":
      return Number(a !== b);
    case "&&":
    case "||":
      throw new Error(`${operator} is worked out from its first side`);
  }
}

/** How many operations an expression takes: until they are measured one by one, each lasts as long as a statement. */
export function operationsIn(expression: Expression): number {
  switch (expression.is) {
    case "number":
    case "name":
      return 0;
    case "clock":
      return 1;
    case "entry":
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
