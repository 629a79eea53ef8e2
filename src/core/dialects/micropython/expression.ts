import type { Width } from "../../program";
import type { CExpression } from "./code";
import { HOLDS, asNumber, atom, bounds, cut, held, type Value } from "./values";

/** A table with where in it a place begins. */
export interface Place {
  readonly table: string;
  readonly at?: Value;
}

/** What an expression asks about the names in it. */
export interface Around {
  /** The value of a variable. */
  variable(name: string): Value;
  /** What an entry of a table is: its bounds. */
  entries(of: CExpression): { low: number; high: number; unsigned: boolean };
  /** Where a name begins that is no number; nothing where it is a number. */
  place(name: string): Place | undefined;
  /** Whether an expression is a moment of a clock. */
  isMoment(one: CExpression): boolean;
  /** What a routine of the program gives back, and how it is called. */
  called(name: string, given: readonly CExpression[]): { text: string; width: Width } | undefined;
  /** A place goes on to its next entry behind the statement at hand. */
  goOn(name: string): void;
  /** What a converter makes of full scale has so many bits. */
  readonly converterBits: number;
  /** Says that a routine is needed that Python lacks. */
  need(routine: string): void;
}

const COMPARES = new Set(["<", "<=", ">", ">=", "==", "!="]);

/** Writes C expressions as Python ones of the very same value. */
export class Expressions {
  constructor(private readonly around: Around) {}

  /** As a number. */
  number(one: CExpression): Value {
    return asNumber(this.of(one));
  }

  /** Where yes or no is asked for. */
  condition(one: CExpression): string {
    return this.of(one).text;
  }

  /** The text of a line. */
  line(one: CExpression): string {
    return this.of(one).text;
  }

  /** A place in a table, for one that is given on. */
  place(one: CExpression): Place {
    switch (one.is) {
      case "name": {
        const place = this.around.place(one.name);
        if (place) return place;
        break;
      }
      case "cast":
        return this.place(one.of);
      case "prefix":
        if (one.operator === "&" && one.of.is === "index")
          return this.onward(this.place(one.of.of), this.number(one.of.at));
        break;
      case "index":
        return { table: this.of(one).text };
      case "binary":
        return this.onward(this.place(one.left), this.number(one.right));
      case "next": {
        const place = this.place(one.of);
        if (one.of.is === "name") this.around.goOn(one.of.name);
        return place;
      }
    }
    throw new Error(`No place in a table: ${one.is}`);
  }

  private onward({ table, at }: Place, by: Value): Place {
    if (!at) return { table, at: by };
    return { table, at: this.sum(at, by) };
  }

  private sum(left: Value, right: Value): Value {
    if (right.text === "0") return left;
    return {
      text: `${held(left, HOLDS["+"]!)} + ${held(right, HOLDS["+"]! + 1)}`,
      holds: HOLDS["+"]!,
      low: left.low + right.low,
      high: left.high + right.high,
    };
  }

  private entry({ table, at }: Place, of: CExpression): Value {
    const { low, high, unsigned } = this.around.entries(of);
    return atom(`${table}[${at?.text ?? "0"}]`, low, high, unsigned);
  }

  of(one: CExpression): Value {
    switch (one.is) {
      case "number":
        return {
          ...atom(one.text, one.value, one.value),
          ...(one.value > 2 ** 31 ? { unsigned: true } : {}),
        };
      case "text":
        return atom(one.text.replace(/\\\?/g, "?"), 0, 0);
      case "name":
        if (one.name === "HIGH" || one.name === "LOW") return atom(one.name === "HIGH" ? "1" : "0", 0, 1);
        return this.around.variable(one.name);
      case "size":
        return { ...atom(`len(${this.of(one.of).text})`, 0, 65_535), unsigned: true };
      case "index":
        return this.entry(this.onwardFrom(one), one.of);
      case "prefix":
        return this.prefixed(one);
      case "cast":
        return this.around.isMoment(one.of) ? this.of(one.of) : this.castTo(one.type.width, one.of);
      case "either":
        return this.either(one);
      case "binary":
        return this.binary(one.operator, one.left, one.right);
      case "call":
        return this.call(one);
      default:
        throw new Error(`Python has nothing for ${one.is}`);
    }
  }

  private onwardFrom({ of, at }: Extract<CExpression, { is: "index" }>): Place {
    const index = this.number(at);
    const base = of.is === "index" ? { table: this.of(of).text } : this.place(of);
    return this.onward(base, index);
  }

  private castTo(width: Width, of: CExpression): Value {
    const value = cut(this.number(of), width);
    return { ...value, unsigned: width === "u32" };
  }

  private prefixed({ operator, of }: Extract<CExpression, { is: "prefix" }>): Value {
    if (operator === "*") return this.entry(this.place(of), of);
    if (operator === "!")
      return {
        text: `not ${held(this.of(of), HOLDS.not!)}`,
        holds: HOLDS.not!,
        low: 0,
        high: 1,
        isCondition: true,
      };
    const value = this.number(of);
    return {
      text: `-${held(value, HOLDS.minus!)}`,
      holds: HOLDS.minus!,
      low: -value.high,
      high: -value.low,
    };
  }

  private either({ condition, then, otherwise }: Extract<CExpression, { is: "either" }>): Value {
    const [one, other] = [this.number(then), this.number(otherwise)];
    const asked = this.of(condition);
    // One more is taken only below a bound: it stays below it.
    const least = condition.is === "binary" && condition.operator === "<" && sameText(condition.left, then);
    const high = least ? Math.min(one.high, this.number(condition.right).high - 1) : one.high;
    return {
      text: `${held(one, HOLDS.either! + 1)} if ${held(asked, HOLDS.either! + 1)} else ${held(other, HOLDS.either!)}`,
      holds: HOLDS.either!,
      low: Math.min(one.low, other.low),
      high: Math.max(high, other.high),
      ...(one.unsigned || other.unsigned ? { unsigned: true } : {}),
      ...(one.isTime && other.isTime ? { isTime: true } : {}),
    };
  }

  private binary(operator: string, left: CExpression, right: CExpression): Value {
    if (operator === "&&" || operator === "||") {
      const word = operator === "&&" ? "and" : "or";
      const sides = [held(this.of(left), HOLDS[word]!), held(this.of(right), HOLDS[word]! + 1)];
      return { text: sides.join(` ${word} `), holds: HOLDS[word]!, low: 0, high: 1, isCondition: true };
    }
    if (COMPARES.has(operator)) return this.compared(operator, left, right);
    if (this.around.isMoment(left) || this.around.isMoment(right)) {
      const call = operator === "-" ? "ticks_diff" : "ticks_add";
      if (operator === "-" || operator === "+") {
        const sides = [left, right].map((side) => this.uncut(side).text).join(", ");
        return { ...atom(`${call}(${sides})`, -(2 ** 29), 2 ** 29), isTime: true };
      }
    }
    if (operator === "/" && left.is === "size" && right.is === "size") return this.of(left);
    return this.worked(operator, this.number(left), this.number(right));
  }

  /** What a clock's call adds: it cuts by itself. */
  private uncut(one: CExpression): Value {
    return one.is === "binary" && !this.around.isMoment(one)
      ? this.worked(one.operator, this.number(one.left), this.number(one.right), true)
      : this.number(one);
  }

  private compared(operator: string, left: CExpression, right: CExpression): Value {
    const asked = this.of(left);
    const result = { low: 0, high: 1, isCondition: true };
    if (asked.isCondition && operator === "==" && right.is === "number" && right.value === 0)
      return {
        text: `not ${asked.holds < HOLDS.compare! + 1 ? `(${asked.text})` : asked.text}`,
        holds: HOLDS.not!,
        ...result,
      };
    const [one, other] = this.alike(asNumber(asked), this.number(right));
    const hold = HOLDS.compare! + 1;
    return { text: `${held(one, hold)} ${operator} ${held(other, hold)}`, holds: HOLDS.compare!, ...result };
  }

  /** Both sides as C takes them: where one has no sign in 32 bits, neither has. */
  private alike(one: Value, other: Value): [Value, Value] {
    if (!one.unsigned && !other.unsigned) return [one, other];
    const side = (value: Value) => (value.low < 0 ? cut(value, "u32") : value);
    return [side(one), side(other)];
  }

  private worked(operator: string, first: Value, second: Value, stays = false): Value {
    const shifts = operator === "<<" || operator === ">>";
    const [left, right] = shifts ? [first, second] : this.alike(first, second);
    const unsigned = left.unsigned === true || (!shifts && right.unsigned === true);
    const divides = operator === "/" || operator === "%";
    if (divides && (left.low < 0 || right.low < 0)) {
      const name = operator === "/" ? "quotient" : "remainder";
      this.around.need(name);
      const { low, high } = signedRange(operator, left, right);
      return atom(`${name}(${left.text}, ${right.text})`, low, high);
    }
    const written = operator === "/" ? "//" : operator;
    const holds = HOLDS[written]!;
    const value: Value = {
      text: `${held(left, holds)} ${written} ${held(right, holds + 1)}`,
      holds,
      ...rangeOf(operator, left, right),
    };
    if (!stays && unsigned && (value.low < 0 || value.high > 2 ** 32 - 1))
      return { ...cut(value, "u32"), unsigned: true };
    return { ...value, ...(unsigned ? { unsigned: true } : {}) };
  }

  private call({ name, given }: Extract<CExpression, { is: "call" }>): Value {
    switch (name) {
      case "pgm_read_byte":
      case "pgm_read_word":
      case "pgm_read_dword": {
        const of = given[0]!;
        if (of.is === "prefix" && of.operator === "&") return this.of(of.of);
        return this.entry(this.place(of), of);
      }
      case "millis":
        return atom("ticks_ms()", 0, 2 ** 30 - 1, true);
      case "micros":
        return atom("ticks_us()", 0, 2 ** 30 - 1, true);
      case "digitalRead":
        return atom(`${this.line(given[0]!)}()`, 0, 1);
      case "analogRead": {
        const bits = this.around.converterBits;
        const text = `${this.line(given[0]!)}.read_u16() >> ${16 - bits}`;
        return { text, holds: HOLDS[">>"]!, low: 0, high: 2 ** bits - 1 };
      }
      case "pulseIn": {
        const patience = this.number(given[2]!);
        return atom(`max(0, time_pulse_us(${this.line(given[0]!)}, 1, ${patience.text}))`, 0, patience.high);
      }
      case "Serial.available":
        this.around.need("serial");
        return atom("serial_waiting()", 0, 1);
      case "Serial.read":
        this.around.need("serial");
        return atom("serial_take()", 0, 255);
    }
    const own = this.around.called(name, given);
    if (!own) throw new Error(`Python has nothing for ${name}()`);
    const { low, high } = bounds(own.width);
    return atom(own.text, low, high, own.width === "u32");
  }
}

const sameText = (one: CExpression, other: CExpression): boolean =>
  JSON.stringify(one) === JSON.stringify(other);

/** The bounds of a division towards zero, or of what it leaves. */
function signedRange(operator: string, left: Value, right: Value): { low: number; high: number } {
  const by = right.low > 0 ? right.low : 1;
  const least = right.low < 0 ? -Math.max(Math.abs(left.low), left.high) : Math.ceil(left.low / by);
  const most = right.low < 0 ? -least : Math.floor(left.high / by);
  if (operator === "/") return { low: Math.min(0, least), high: Math.max(0, most) };
  const rest = Math.max(Math.abs(right.low), Math.abs(right.high)) - 1;
  return { low: Math.max(Math.min(0, left.low), -rest), high: Math.min(Math.max(0, left.high), rest) };
}

/** The bounds of what two numbers give. */
function rangeOf(operator: string, left: Value, right: Value): { low: number; high: number } {
  const corners = (work: (one: number, other: number) => number) => {
    const all = [left.low, left.high].flatMap((one) =>
      [right.low, right.high].map((other) => work(one, other)),
    );
    return { low: Math.min(...all), high: Math.max(...all) };
  };
  const bitsOf = (value: number) => 2 ** Math.ceil(Math.log2(value + 1)) - 1;
  switch (operator) {
    case "+":
      return { low: left.low + right.low, high: left.high + right.high };
    case "-":
      return { low: left.low - right.high, high: left.high - right.low };
    case "*":
      return corners((one, other) => one * other);
    case "/":
      return { low: 0, high: Math.floor(left.high / Math.max(1, right.low)) };
    case "%":
      return { low: 0, high: Math.min(left.high, Math.max(0, right.high - 1)) };
    case "<<":
      return corners((one, other) => one * 2 ** Math.min(32, Math.max(0, other)));
    case ">>":
      return corners((one, other) => Math.floor(one / 2 ** Math.min(32, Math.max(0, other))));
    case "&":
      if (left.low < 0 && right.low < 0) return bounds("i32");
      return {
        low: 0,
        high: Math.min(left.low < 0 ? right.high : left.high, right.low < 0 ? left.high : right.high),
      };
    default:
      return left.low < 0 || right.low < 0
        ? bounds("i32")
        : { low: 0, high: bitsOf(Math.max(left.high, right.high)) };
  }
}
