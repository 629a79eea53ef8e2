import type { Operator, Width } from "./language";

/** Bits of a controller's `int`: narrower values are widened to it before they are worked with. */
export type IntBits = 16 | 32;

/** How a value is held. */
export interface Kind {
  readonly bits: number;
  readonly signed: boolean;
}

export const kindOf = (width: Width): Kind => ({
  bits: Number(width.slice(1)),
  signed: width.startsWith("i"),
});

/** Cuts a whole number to so many bits, as the controller keeps it. */
export function cutter({ bits, signed }: Kind): (value: number) => number {
  // The operators take a number modulo 2^32 before they do anything.
  if (bits === 32) return signed ? (value) => value | 0 : (value) => value >>> 0;
  const spare = 32 - bits;
  return signed ? (value) => (value << spare) >> spare : (value) => (value << spare) >>> spare;
}

/** A value as a variable of a width holds it. */
export const wrap = (value: number, width: Width): number => cutter(kindOf(width))(value);

export const YES_OR_NO: ReadonlySet<Operator> = new Set(["<", "<=", ">", ">=", "==", "!=", "&&", "||"]);
export const SHIFTS: ReadonlySet<Operator> = new Set(["<<", ">>"]);

/** The kind a plain number has: an int, or a long where it does not fit. */
export function kindOfNumber(value: number, intBits: IntBits): Kind {
  const fits = (bits: number) => value >= -(2 ** (bits - 1)) && value < 2 ** (bits - 1);
  return fits(intBits) ? { bits: intBits, signed: true } : { bits: 32, signed: fits(32) };
}

/** Narrower than an int, a value is widened to one. */
export function promoted(kind: Kind, intBits: IntBits): Kind {
  const stays = kind.bits > intBits || (kind.bits === intBits && !kind.signed);
  return stays ? kind : { bits: intBits, signed: true };
}

/** Both sides take the wider kind; of the same width, the one without sign. */
export function common(left: Kind, right: Kind, intBits: IntBits): Kind {
  const sides = [promoted(left, intBits), promoted(right, intBits)];
  const bits = Math.max(...sides.map((side) => side.bits));
  return { bits, signed: sides.every((side) => side.signed || side.bits < bits) };
}

/** Up to here a product of two numbers is exact in a double. */
const EXACT = 2 ** 26;

/** Two whole numbers worked together, before the result is cut. @throws for a division by 0 */
export function work(operator: Operator, a: number, b: number): number {
  switch (operator) {
    case "+":
      return a + b;
    case "-":
      return a - b;
    case "*":
      if (Math.abs(a) < EXACT && Math.abs(b) < EXACT) return a * b;
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
      return a & b;
    case "|":
      return a | b;
    case "^":
      return a ^ b;
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
