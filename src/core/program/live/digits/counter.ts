import {
  as,
  either,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Operator,
  type Statement,
  type Variable,
} from "../../language";
import { joined } from "../naming";

/** A number held digit by digit, ones first: each digit a variable of its own that carries into the next. */
export interface DigitCounter {
  readonly names: readonly string[];
  /** How many values each digit goes through before it carries: ten, or six of tens of seconds. */
  readonly radices: readonly number[];
}

const PLACES = [
  "ones",
  "tens",
  "hundreds",
  "thousands",
  "tenThousands",
  "hundredThousands",
  "millions",
  "tenMillions",
];

/** Says whether a digit went over its end: shared by all counters of a program. */
export const CARRY: Variable = { name: "carry", width: "u8", most: 1 };

/** A counter of plain decimal digits that goes up to a number. */
export function decimal(variable: string, most: number): DigitCounter {
  const count = Math.max(1, String(Math.floor(most)).length);
  return {
    names: PLACES.slice(0, count).map((place) => joined(variable, place)),
    radices: Array<number>(count).fill(10),
  };
}

/** A number's digits in the counter's radices; what it has no digits for is left out. */
export function digitsOf(value: number, radices: readonly number[]): number[] {
  let rest = value;
  return radices.map((radix) => {
    const digit = rest % radix;
    rest = Math.floor(rest / radix);
    return digit;
  });
}

/** What a digit of each place counts. */
export const weights = (radices: readonly number[]): number[] =>
  radices.map((_, at) => radices.slice(0, at).reduce((product, radix) => product * radix, 1));

/** One more than the largest number the counter holds. */
export const capacity = (radices: readonly number[]): number =>
  radices.reduce((product, radix) => product * radix, 1);

/** The counter's variables, each at its digit of a number. */
export const counterVariables = ({ names, radices }: DigitCounter, start: number): Variable[] =>
  names.map((own, at) => ({
    name: own,
    width: "u8",
    value: number(digitsOf(start, radices)[at]!),
    most: radices[at]! - 1,
  }));

/** Its digits as they are now, ones first. */
export const counterDigits = ({ names }: DigitCounter): Expression[] => names.map(name);

/** Its number, for what is worked out from it. */
export const counterValue = ({ names, radices }: DigitCounter): Expression =>
  names
    .map((own, at) => {
      const weight = weights(radices)[at]!;
      if (weight === 1) return name(own);
      // Beyond 16 bits the product has to be told to be wider.
      const digit = capacity(radices) > 32_767 ? as("u32", name(own)) : name(own);
      return operation(digit, "*", number(weight));
    })
    .reduceRight((sum, one) => operation(sum, "+", one));

/** Its number, by what its variables hold. */
export const counterWorth = ({ names, radices }: DigitCounter, variable: (name: string) => number): number =>
  names.reduce((sum, own, at) => sum + variable(own) * weights(radices)[at]!, 0);

/** Sets it to a number that is known. */
export const counterSet = ({ names, radices }: DigitCounter, value: number): Statement[] =>
  names.map((own, at) => set(own, number(digitsOf(value, radices)[at]!)));

/** Digits a counter is compared with or set to, ones first. */
export type DigitTexts = readonly Expression[];

/** A known number as digits. */
export const constantDigits = (value: number, radices: readonly number[]): Expression[] =>
  digitsOf(value, radices).map(number);

const TRUE = number(1);
const FALSE = number(0);
const both = (left: Expression, right: Expression): Expression => {
  if (left === FALSE || right === FALSE) return FALSE;
  if (left === TRUE) return right;
  return right === TRUE ? left : operation(left, "&&", right);
};
const oneOf = (left: Expression, right: Expression): Expression => {
  if (left === TRUE || right === TRUE) return TRUE;
  if (left === FALSE) return right;
  return right === FALSE ? left : operation(left, "||", right);
};
const negated = (condition: Expression): Expression => {
  if (condition === TRUE) return FALSE;
  return condition === FALSE ? TRUE : operation(condition, "==", number(0));
};

export type Sign = Extract<Operator, "<" | "<=" | "==" | "!=" | ">=" | ">">;

/** Compares with a known number, digit by digit from the highest on, as one does on paper. */
export function compareNumber(
  digits: readonly Expression[],
  radices: readonly number[],
  sign: Sign,
  than: number,
): Expression {
  const below = (bound: number): Expression => {
    if (bound <= 0) return FALSE;
    return bound >= capacity(radices) ? TRUE : lessThan(digits, constantDigits(bound, radices));
  };
  switch (sign) {
    case "<":
      return below(Math.ceil(than));
    case "<=":
      return below(Math.floor(than) + 1);
    case ">=":
      return negated(below(Math.ceil(than)));
    case ">":
      return negated(below(Math.floor(than) + 1));
    default: {
      const held = than >= 0 && than < capacity(radices) && Number.isInteger(than);
      const same = held ? sameDigits(digits, constantDigits(than, radices)) : FALSE;
      return sign === "==" ? same : negated(same);
    }
  }
}

/** Whether all digits are the same. */
export const sameDigits = (digits: readonly Expression[], than: DigitTexts): Expression =>
  digits.map((digit, at) => operation(digit, "==", than[at]!)).reduceRight(both);

/** Whether the digits make less than others. */
export const lessThan = (digits: readonly Expression[], than: DigitTexts): Expression =>
  digits.reduce<Expression>((lower, own, at) => {
    const other = than[at]!;
    const isZero = other.is === "number" && other.value === 0;
    const less = isZero ? FALSE : operation(own, "<", other);
    return oneOf(less, both(operation(own, "==", other), lower));
  }, FALSE);

/** Adds one, with carries: a digit at its end goes back to 0 and the next one goes on. */
export function countUp({ names, radices }: DigitCounter, at = 0): Statement[] {
  const own = names[at];
  if (own === undefined) return [];
  return [
    when(
      operation(name(own), "<", number(radices[at]! - 1)),
      [{ do: "change", name: own, operator: "+", by: number(1) }],
      [set(own, number(0)), ...countUp({ names, radices }, at + 1)],
    ),
  ];
}

/** Takes one away, with borrows. */
export function countDown({ names, radices }: DigitCounter, at = 0): Statement[] {
  const own = names[at];
  if (own === undefined) return [];
  return [
    when(
      operation(name(own), ">", number(0)),
      [{ do: "change", name: own, operator: "-", by: number(1) }],
      [set(own, number(radices[at]! - 1)), ...countDown({ names, radices }, at + 1)],
    ),
  ];
}

/** Adds a number that is known, or takes it away, digit by digit; what goes over the highest digit is lost. */
export function counterAdd(counter: DigitCounter, by: number): Statement[] {
  if (by === 0) return [];
  if (by === 1) return countUp(counter);
  if (by === -1) return countDown(counter);
  const { names, radices } = counter;
  const steps = digitsOf(Math.abs(by), radices);
  const place = (at: number, step: number): Statement[] => {
    const [own, radix] = [names[at]!, radices[at]!];
    const digit = name(own);
    if (step === 0) return [set(CARRY.name, number(0))];
    if (step === radix) return [set(CARRY.name, number(1))];
    const over = by > 0 ? operation(digit, ">=", number(radix - step)) : operation(digit, "<", number(step));
    const [goes, comes] = by > 0 ? (["-", "+"] as const) : (["+", "-"] as const);
    return [
      set(CARRY.name, over),
      set(
        own,
        either(
          name(CARRY.name),
          operation(digit, goes, number(radix - step)),
          operation(digit, comes, number(step)),
        ),
      ),
    ];
  };
  return steps.flatMap((step, at) =>
    at === 0 ? place(0, step) : [when(name(CARRY.name), place(at, step + 1), place(at, step))],
  );
}
