import type { Expression, Plain, Subroutine } from "../language";

/** Lines of a program, each with the indent it has within its block. */
export type Code = readonly string[];

/** How a language writes what any language has. A new language is one of these, and words for what is done to the rig. */
export interface Syntax {
  expression(expression: Expression): string;
  /** One statement without a body. */
  simple(statement: Exclude<Plain, { body: unknown }>): string;
  /** A head over a body: a loop, a condition, a routine. */
  block(head: string, body: Code): Code;
  /** @param goesOn what is done otherwise is one condition more */
  if(condition: Expression, then: Code, otherwise: Code | undefined, goesOn: boolean): Code;
  while(condition: Expression, body: Code): Code;
  count(counter: Omit<Extract<Plain, { do: "count" }>, "do" | "body">, body: Code): Code;
  guard(body: Code): Code;
  routine(routine: Subroutine, body: Code): Code;
}
