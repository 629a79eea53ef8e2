import type { Deed, Statement, Subroutine } from "../language";
import type { Code, Syntax } from "./syntax";

/** Where a statement stands: what is done to the rig may be written otherwise within the loop over all faces. */
export interface Place {
  readonly inFrames: boolean;
}

/** How a language writes what is done to the rig; bodies are printed by what it is given. */
export type Words = (
  deed: Deed,
  place: Place,
  print: (body: readonly Statement[], place: Place) => Code,
) => Code;

export interface Printer {
  statements(body: readonly Statement[], place?: Place): Code;
  routine(routine: Subroutine): Code;
}

/** Prints programs: the shape of any statement comes from the syntax, what is done to the rig from the words. */
export function printer(syntax: Syntax, words: Words): Printer {
  const statements = (body: readonly Statement[], place: Place = { inFrames: false }): Code =>
    body.flatMap((statement) => print(statement, place));
  const print = (statement: Statement, place: Place): Code => {
    switch (statement.do) {
      case "declare":
      case "set":
      case "change":
      case "call":
      case "return":
      case "pause":
      case "set-element":
      case "say":
      case "receive":
        return [syntax.simple(statement)];
      case "if":
        return syntax.if(
          statement.condition,
          statements(statement.body, place),
          statement.otherwise && statements(statement.otherwise, place),
          statement.otherwise?.length === 1 && statement.otherwise[0]!.do === "if",
        );
      case "while":
        return syntax.while(statement.condition, statements(statement.body, place));
      case "count":
        return syntax.count(statement, statements(statement.body, place));
      case "guard":
        return syntax.guard(statements(statement.body, place));
      default:
        return words(statement, place, statements);
    }
  };
  return { statements, routine: (one) => syntax.routine(one, statements(one.body)) };
}
