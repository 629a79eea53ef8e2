import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import type { LineUse } from "../rig";
import type { Pattern, Program, ProgramEvent, Statement } from "./types";

export type TimedEvent = ProgramEvent & { readonly at: Nanoseconds };

const BLANK_CELL = { glyph: " ", point: false };

/**
 * Runs a program: yields everything it does with the moment it happens, in integer nanoseconds from its start. Each
 * step takes what the controller's profile says the call costs. Ends when nothing is left to do.
 */
export function* runProgram(program: Program, cost: ControllerPart["cost"]): Generator<TimedEvent, void> {
  let now: Nanoseconds = 0;

  function* write(line: LineUse, level: 0 | 1, statement: Statement): Generator<TimedEvent, void> {
    yield { kind: "line", line: program.lines[line], level, statement, at: now };
  }

  function* run(statements: readonly Statement[], pattern: Pattern | undefined): Generator<TimedEvent, void> {
    for (const statement of statements) {
      switch (statement.do) {
        case "line-mode":
          yield { kind: "line-mode", line: program.lines[statement.line], statement, at: now };
          now += cost.pinMode;
          break;
        case "line-write":
          yield* write(statement.line, statement.level, statement);
          now += cost.pinWrite;
          break;
        case "shift-pattern":
          yield* shift(pattern!, statement);
          break;
        case "send": {
          const chosen =
            statement.pattern === "blank"
              ? { cell: BLANK_CELL, bytes: program.blank }
              : statement.pattern === "first"
                ? program.patterns[0]!
                : pattern!;
          yield { kind: "sending", pattern: chosen, at: now };
          yield* run(program.send, chosen);
          yield { kind: "sent", pattern: chosen, at: now };
          break;
        }
        case "wait":
          now += statement.time * 1_000_000;
          break;
        case "for-each-pattern":
          for (const each of program.patterns) {
            yield* run(statement.body, each);
            now += cost.statement;
          }
          break;
        case "repeat":
          for (let turn = 0; turn < statement.times; turn += 1) yield* run(statement.body, pattern);
          break;
      }
    }
  }

  /** One byte after the other; in each bit the data line is set, then the clock goes up and down. */
  function* shift(
    pattern: Pattern,
    statement: Extract<Statement, { do: "shift-pattern" }>,
  ): Generator<TimedEvent, void> {
    const third = Math.round(cost.shiftBit / 3);
    for (const byte of pattern.bytes) {
      for (let turn = 0; turn < 8; turn += 1) {
        const bit = statement.order === "msb-first" ? 7 - turn : turn;
        yield* write("data", ((byte >> bit) & 1) as 0 | 1, statement);
        now += third;
        yield* write("clock", 1, statement);
        now += third;
        yield* write("clock", 0, statement);
        now += cost.shiftBit - 2 * third;
      }
    }
  }

  yield* run(program.setup, undefined);
  while (program.loop.length > 0) yield* run(program.loop, undefined);
}
