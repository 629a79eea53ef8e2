import type { Live } from "../../../rig";
import {
  comeRound,
  entry,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Table,
  type Variable,
  type Width,
} from "../../language";
import type { ValueCode } from "../value-code";
import { widthFor } from "../widths";
import {
  CARRY,
  capacity,
  compareNumber,
  counterAdd,
  counterDigits,
  counterSet,
  counterValue,
  counterVariables,
  counterWorth,
  digitsOf,
  lessThan,
  sameDigits,
  weights,
  type DigitCounter,
  type Sign,
} from "./counter";

/** A number that is known, or one of some by a variable. */
export type Target =
  number | { readonly table: string; readonly of: readonly number[]; readonly at: Expression };

/** How a number is held in mind: as one variable, or digit by digit. Whoever counts asks for no more than this. */
export interface Held {
  readonly variables: readonly Variable[];
  readonly keeps: readonly string[];
  /** The width its number needs. */
  readonly width: Width;
  /** Its number, worked out where it is held in digits. */
  readonly value: Expression;
  /** Its digits, ones first, where it is held in them. */
  readonly digits?: readonly Expression[];
  /** Its number, by what its variables hold. */
  worth(variable: (name: string) => number): number;
  compare(sign: Sign, than: Target): Expression;
  /** Adds what is known to fit. */
  add(by: number): Statement[];
  /** Whether it can be stepped that far and stay within its bounds. */
  hasRoom(by: number, least: number, most: number): Expression;
  /** Adds and comes round, as hours do. */
  goRound(by: number, round: number): Statement[];
  set(to: Target): Statement[];
  /** Sets it to what is worked out. */
  setTo(to: Expression): Statement[];
  /** A number of two digits as packed BCD, a digit in each half of a byte; and set from such. */
  readonly packed: Expression;
  setPacked(byte: Expression): Statement[];
  /** Pushes a digit in from the right. */
  push(digit: number): Statement[];
  /** Sets it to what another one holds that is held alike. */
  take(other: Held): Statement[];
}

/** A number as the controller's own arithmetic has it. */
export function asNumber(variable: string, least: number, most: number, start: number): Held {
  const value = name(variable);
  const target = (of: Target): Expression => {
    if (typeof of === "number") return number(of);
    const table: Table = { name: of.table, width: widthFor(0, Math.max(...of.of)), values: of.of };
    return entry(table, of.at);
  };
  return {
    variables: [{ name: variable, width: widthFor(least, most), value: number(start) }],
    keeps: [variable],
    width: widthFor(least, most),
    value,
    worth: (read) => read(variable),
    compare: (sign, than) => operation(value, sign, target(than)),
    add: (by) => [{ do: "change", name: variable, operator: by > 0 ? "+" : "-", by: number(Math.abs(by)) }],
    hasRoom(by, low, high) {
      // The room is measured before the step, so that nothing ever runs over.
      const down = low === 0 ? value : operation(value, "-", number(low));
      return operation(by > 0 ? operation(number(high), "-", value) : down, ">=", number(Math.abs(by)));
    },
    goRound: (by, round) => [
      by === 1
        ? comeRound(variable, round)
        : set(variable, operation(operation(value, "+", number(by)), "%", number(round))),
    ],
    set: (to) => [set(variable, target(to))],
    setTo: (to) => [set(variable, to)],
    packed: operation(
      operation(operation(value, "/", number(10)), "<<", number(4)),
      "|",
      operation(value, "%", number(10)),
    ),
    setPacked: (byte) => [
      set(
        variable,
        operation(
          operation(operation(byte, ">>", number(4)), "*", number(10)),
          "+",
          operation(byte, "&", number(15)),
        ),
      ),
    ],
    push: (digit) => [set(variable, operation(operation(value, "*", number(10)), "+", number(digit)))],
    take: (other) => [set(variable, other.value)],
  };
}

/** A number digit by digit: packed like that it is shown without a division, and logic counts no other way. */
export function asDigits(counter: DigitCounter, start: number): Held {
  const { names, radices } = counter;
  const digits = counterDigits(counter);
  const tables = ({ table, of, at }: Exclude<Target, number>): Expression[] =>
    names.map((_, place) =>
      entry(
        {
          name: `${table}_${place}`,
          width: "u8",
          values: of.map((one) => digitsOf(one, radices)[place]!),
        },
        at,
      ),
    );
  const compare = (sign: Sign, than: Target): Expression => {
    if (typeof than === "number") return compareNumber(digits, radices, sign, than);
    const other = tables(than);
    const is: Readonly<Record<Sign, () => Expression>> = {
      "==": () => sameDigits(digits, other),
      "!=": () => operation(sameDigits(digits, other), "==", number(0)),
      "<": () => lessThan(digits, other),
      ">": () => lessThan(other, digits),
      "<=": () => operation(lessThan(other, digits), "==", number(0)),
      ">=": () => operation(lessThan(digits, other), "==", number(0)),
    };
    return is[sign]();
  };
  return {
    variables: [...counterVariables(counter, start), CARRY],
    keeps: names,
    width: widthFor(0, capacity(radices) - 1),
    value: counterValue(counter),
    digits,
    worth: (read) => counterWorth(counter, read),
    compare,
    add: (by) => counterAdd(counter, by),
    hasRoom: (by, least, most) => (by > 0 ? compare("<=", most - by) : compare(">=", least - by)),
    goRound: (by, round) => [
      when(compare(">=", round - by), counterAdd(counter, by - round), counterAdd(counter, by)),
    ],
    set: (to) =>
      typeof to === "number"
        ? counterSet(counter, to)
        : tables(to).map((digit, at) => set(names[at]!, digit)),
    setTo: (to) =>
      names.map((own, at) => {
        const weight = weights(radices)[at]!;
        const down = weight === 1 ? to : operation(to, "/", number(weight));
        return set(own, at === names.length - 1 ? down : operation(down, "%", number(radices[at]!)));
      }),
    packed: operation(operation(name(names[1] ?? names[0]!), "<<", number(4)), "|", name(names[0]!)),
    setPacked: (byte) => [
      set(names[0]!, operation(byte, "&", number(15))),
      ...names.slice(1, 2).map((tens) => set(tens, operation(byte, ">>", number(4)))),
    ],
    push: (digit) => [
      ...names
        .slice(1)
        .map((own, at) => set(own, name(names[at]!)))
        .reverse(),
      set(names[0]!, number(digit)),
    ],
    take: (other) => names.map((own, at) => set(own, other.digits?.[at] ?? number(0))),
  };
}

/** What a value that is one number asks of a program. */
export const heldCode = (
  held: Held,
): Pick<
  ValueCode,
  "variables" | "keeps" | "width" | "worth" | "compared" | "compare" | "part" | "digits"
> => ({
  variables: held.variables,
  keeps: held.keeps,
  width: held.width,
  worth: held.worth,
  compared: held.value,
  compare: (sign, than) => held.compare(sign, than),
  part: () => held.value,
  digits: () => held.digits,
});

/** How numbers are held: by the school that is chosen, in digits where nothing is below 0. */
export const heldAs = (
  school: Live["digits"],
  least: number,
  binary: () => Held,
  digits: () => Held,
): Held => (school === "carry" && least >= 0 ? digits() : binary());
