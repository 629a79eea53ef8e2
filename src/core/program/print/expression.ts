import type { Expression, Operator } from "../language";

/** How tightly an operator holds its sides, as C has it, and Verilog after it. */
const HOLDS: Readonly<Record<Operator, number>> = {
  "*": 10,
  "/": 10,
  "%": 10,
  "+": 9,
  "-": 9,
  "<<": 8,
  ">>": 8,
  "<": 7,
  "<=": 7,
  ">": 7,
  ">=": 7,
  "==": 6,
  "!=": 6,
  "&": 5,
  "^": 4,
  "|": 3,
  "&&": 2,
  "||": 1,
};
const UNARY = 11;
const CHOICE = 0;
const BITWISE: ReadonlySet<Operator> = new Set(["<<", ">>", "&", "^", "|"]);
const COMPARING: ReadonlySet<Operator> = new Set(["==", "!=", "<", "<=", ">", ">="]);

/** Where compilers warn without brackets, because readers go wrong. */
const isUnclear = (outer: Operator, inner: Operator): boolean =>
  outer !== inner &&
  (BITWISE.has(outer) ||
    (outer === "||" && inner === "&&") ||
    (COMPARING.has(outer) && COMPARING.has(inner)));

/** A text with how tightly it holds together. */
export interface Written {
  readonly text: string;
  readonly holds: number;
}

/** What stands alone and needs no brackets. */
export const alone = (text: string): Written => ({ text, holds: UNARY + 1 });
/** What a sign or a cast in front of it holds together. */
export const prefixed = (text: string): Written => ({ text, holds: UNARY });

/** What expressions are made of, as a language writes it; what they are joined by is written alike in C and in Verilog. */
export type Leaf = Exclude<Expression, { is: "operation" | "either" }>;
export type LeafWriter = (leaf: Leaf, write: (expression: Expression, least?: number) => string) => Written;

/** How tightly the text behind a sign or a cast has to hold together. */
export const TIGHT = UNARY;

/** Writes expressions with just the brackets they need, and those without which a reader could not say. */
export function expressionWriter(leaf: LeafWriter): (expression: Expression) => string {
  const written = (expression: Expression): Written & { readonly by?: Operator } => {
    if (expression.is === "either")
      return {
        text: `${held(expression.condition, CHOICE + 1)} ? ${held(expression.then, CHOICE + 1)} : ${held(expression.otherwise, CHOICE + 1)}`,
        holds: CHOICE,
      };
    if (expression.is !== "operation") return leaf(expression, held);
    const { operator, left, right } = expression;
    const holds = HOLDS[operator];
    return {
      text: `${held(left, holds, operator)} ${operator} ${held(right, holds + 1, operator)}`,
      holds,
      by: operator,
    };
  };
  /** In brackets where it would fall apart, or where a reader could not say. */
  const held = (expression: Expression, least = CHOICE, beside?: Operator): string => {
    const { text, holds, by } = written(expression);
    const unclear = beside !== undefined && by !== undefined && isUnclear(beside, by);
    return holds < least || unclear ? `(${text})` : text;
  };
  return (expression) => written(expression).text;
}
