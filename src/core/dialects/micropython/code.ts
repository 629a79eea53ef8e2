/**
 * The C that sketches are printed in, as a tree: the part of the language the printers use, no more. What it is turned
 * into asks this tree and not the text.
 */

import type { Width } from "../../program";

/** A type: numbers of a width, or a place in a table of them. */
export interface CType {
  readonly width: Width;
  readonly pointer: boolean;
}

export type CExpression =
  | { readonly is: "number"; readonly text: string; readonly value: number }
  | { readonly is: "text"; readonly text: string }
  | { readonly is: "name"; readonly name: string }
  | { readonly is: "call"; readonly name: string; readonly given: readonly CExpression[] }
  | { readonly is: "index"; readonly of: CExpression; readonly at: CExpression }
  | { readonly is: "prefix"; readonly operator: "-" | "!" | "*" | "&"; readonly of: CExpression }
  /** `x++`, the value from before. */
  | { readonly is: "next"; readonly of: CExpression }
  | { readonly is: "cast"; readonly type: CType; readonly of: CExpression }
  | {
      readonly is: "binary";
      readonly operator: string;
      readonly left: CExpression;
      readonly right: CExpression;
    }
  | {
      readonly is: "either";
      readonly condition: CExpression;
      readonly then: CExpression;
      readonly otherwise: CExpression;
    }
  | { readonly is: "size"; readonly of: CExpression }
  /** `lines` are those its items begin in, `ends` that of its bracket. */
  | {
      readonly is: "list";
      readonly items: readonly CExpression[];
      readonly lines: readonly number[];
      readonly ends: number;
    };

/** A statement; `line` and `ends` are the first and last of its lines in the text. */
export type CStatement = { readonly line: number; readonly ends: number } & (
  | CDeclaration
  | {
      readonly do: "assign";
      readonly operator: string;
      readonly target: CExpression;
      readonly value: CExpression;
    }
  | { readonly do: "expression"; readonly of: CExpression }
  | {
      readonly do: "if";
      readonly condition: CExpression;
      readonly then: readonly CStatement[];
      readonly otherwise?: readonly CStatement[];
    }
  | { readonly do: "while"; readonly condition: CExpression; readonly body: readonly CStatement[] }
  | {
      readonly do: "for";
      readonly first: CStatement;
      readonly condition: CExpression;
      readonly steps: readonly CStatement[];
      readonly body: readonly CStatement[];
    }
  | { readonly do: "return"; readonly value?: CExpression }
);

export interface CDeclaration {
  readonly do: "declare";
  readonly name: string;
  readonly type: CType;
  readonly isConstant: boolean;
  /** Keeps its value from one call of its routine to the next. */
  readonly isStatic: boolean;
  /** The sizes of a table, outermost first; without one where its list says it. */
  readonly sizes?: ReadonlyArray<CExpression | undefined>;
  readonly value?: CExpression;
}

export interface CRoutine {
  readonly name: string;
  readonly result?: CType;
  readonly given: ReadonlyArray<{ readonly name: string; readonly type: CType }>;
  readonly body: readonly CStatement[];
  readonly line: number;
  readonly ends: number;
}

export interface CCode {
  /** Constants, tables, variables, in their order. */
  readonly variables: ReadonlyArray<CDeclaration & { readonly line: number; readonly ends: number }>;
  readonly routines: readonly CRoutine[];
  /** By line: a comment that stands alone, or behind code. */
  readonly comments: ReadonlyMap<number, { readonly text: string; readonly alone: boolean }>;
}

/** Every expression within one, itself first. */
export function* within(expression: CExpression): Generator<CExpression, void> {
  yield expression;
  for (const part of partsOf(expression)) yield* within(part);
}

function partsOf(expression: CExpression): readonly CExpression[] {
  switch (expression.is) {
    case "number":
    case "text":
    case "name":
      return [];
    case "call":
      return expression.given;
    case "index":
      return [expression.of, expression.at];
    case "binary":
      return [expression.left, expression.right];
    case "either":
      return [expression.condition, expression.then, expression.otherwise];
    case "list":
      return expression.items;
    default:
      return [expression.of];
  }
}

/** Every statement of some, with those in their bodies. */
export function* everyStatement(statements: readonly CStatement[]): Generator<CStatement, void> {
  for (const statement of statements) {
    yield statement;
    if (statement.do === "for") {
      yield statement.first;
      yield* everyStatement(statement.steps);
    }
    if ("body" in statement) yield* everyStatement(statement.body);
    if (statement.do === "if") {
      yield* everyStatement(statement.then);
      if (statement.otherwise) yield* everyStatement(statement.otherwise);
    }
  }
}

/** The expressions of a statement itself, without those of its body. */
export function expressionsOf(statement: CStatement): readonly CExpression[] {
  switch (statement.do) {
    case "declare":
      return [...(statement.sizes ?? []), statement.value].filter((one) => one !== undefined);
    case "assign":
      return [statement.target, statement.value];
    case "expression":
      return [statement.of];
    case "if":
    case "while":
    case "for":
      return [statement.condition];
    case "return":
      return statement.value ? [statement.value] : [];
  }
}
