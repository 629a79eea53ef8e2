import type { RigModel } from "../../address";
import {
  BAUD,
  contactLine,
  converterLine,
  echoLines,
  encoderLines,
  inputUnits,
  keypadLines,
  type ContactLine,
} from "../../inputs";
import { name, number, type Expression, type Statement, type Variable } from "../language";
import { lineConstant, unitName } from "../live/naming";
import type { PlainCode } from "../plain";

/** ms between two lines that are told. */
const TOLD_MS = 300;

/** What a part contributes: how it is set up, asked, and told. */
interface Asked {
  readonly lines: PlainCode["lines"];
  readonly variables?: readonly Variable[];
  readonly setup: readonly Statement[];
  readonly ask?: readonly Statement[];
  readonly tell: ReadonlyArray<string | Expression>;
}

/** Parts whose lines cannot be read, each with what to mend. */
export interface Unasked {
  readonly unit: string;
  readonly problem: string;
}

/**
 * Reads every button, knob, keypad and sensor of a rig and tells over the serial line what stands on its lines: nothing is
 * made of it, so that a wire that is missing shows.
 */
export function echoCode(model: RigModel): { readonly code: PlainCode | undefined; readonly not: Unasked[] } {
  const not: Unasked[] = [];
  const asked = inputUnits(model.rig).flatMap(({ unit, part }): Asked[] => {
    const { ref } = unit;
    switch (part.act.by) {
      case "contact":
        return readable(contactLine(model, ref), not, (one) => [levels(ref, [["", one.line]], one.pull)]);
      case "steps":
        return readable(encoderLines(model, ref), not, (one) => [
          levels(
            ref,
            [
              ["A", one.first],
              ["B", one.second],
            ],
            one.pull,
          ),
        ]);
      case "keys":
        return readable(keypadLines(model, ref), not, ({ rows, columns, pull }) => [
          keypad(ref, rows, columns, pull),
        ]);
      case "echo":
        return readable(echoLines(model, ref), not, ({ trigger, echo, patience }) => [
          distance(ref, trigger, echo, patience),
        ]);
      case "clock":
        return [];
      default:
        return readable(converterLine(model, ref), not, ({ line }) => [converted(ref, line)]);
    }
  });
  if (asked.length === 0) return { code: undefined, not };
  const all = <Of>(of: (one: Asked) => readonly Of[] | undefined): Of[] =>
    asked.flatMap((one) => of(one) ?? []);
  return {
    not,
    code: {
      says: [
        "Tells what stands on every input, over and over: 0 and 1 as they are, numbers of the converter.",
      ],
      lines: all(({ lines }) => lines),
      variables: all(({ variables }) => variables),
      setup: [{ do: "listen", baud: BAUD }, ...all(({ setup }) => setup)],
      loop: [
        ...all(({ ask }) => ask),
        { do: "tell", parts: all(({ tell }) => tell) },
        { do: "pause", unit: "ms", time: number(TOLD_MS) },
      ],
    },
  };
}

function readable<Lines extends object>(
  lines: Lines,
  not: Unasked[],
  asked: (lines: Exclude<Lines, Unasked>) => Asked[],
): Asked[] {
  if (!("problem" in lines)) return asked(lines as Exclude<Lines, Unasked>);
  not.push(lines as unknown as Unasked);
  return [];
}

const input = (line: string, named: string, pull: ContactLine["pull"]): Statement => ({
  do: "line-input",
  line,
  named,
  pulledUp: pull === "inside",
});

/** Contacts, each on a line of its own. */
function levels(
  ref: string,
  contacts: ReadonlyArray<readonly [which: string, line: string]>,
  pull: ContactLine["pull"],
): Asked {
  const named = contacts.map(([which, line]) => ({
    named: lineConstant(`${ref}${which && `_${which}`}`),
    line,
  }));
  return {
    lines: named,
    setup: named.map(({ line, named: as }) => input(line, as, pull)),
    tell: [
      `${ref} `,
      ...named.flatMap(({ line, named: as }): Array<string | Expression> => [
        { is: "line", line, named: as },
        " ",
      ]),
      " ",
    ],
  };
}

const converted = (ref: string, line: string): Asked => ({
  lines: [{ named: lineConstant(ref), line }],
  setup: [],
  tell: [`${ref} `, { is: "converter", line, named: lineConstant(ref) }, "  "],
});

function distance(ref: string, trigger: string, echo: string, patience: number): Asked {
  const [triggerNamed, echoNamed] = [lineConstant(`${ref}_TRIG`), lineConstant(`${ref}_ECHO`)];
  const into = `${unitName(ref)}Echo`;
  return {
    lines: [
      { named: triggerNamed, line: trigger },
      { named: echoNamed, line: echo },
    ],
    variables: [{ name: into, width: "i32" }],
    setup: [{ do: "line-output", line: trigger, named: triggerNamed }, input(echo, echoNamed, "wired")],
    ask: [{ do: "echo", trigger, triggerNamed, echo, echoNamed, unit: ref as never, into, patience }],
    tell: [`${ref} `, name(into), " us  "],
  };
}

/** One row after the other is pulled low: what is told of it are its columns, 0 where a key is down. */
function keypad(
  ref: string,
  rows: readonly string[],
  columns: readonly string[],
  pull: ContactLine["pull"],
): Asked {
  const rowLines = rows.map((line, at) => ({ named: lineConstant(`${ref}_ROW${at + 1}`), line }));
  const columnLines = columns.map((line, at) => ({ named: lineConstant(`${ref}_COLUMN${at + 1}`), line }));
  const held = (row: number, column: number) => `${unitName(ref)}Row${row + 1}Column${column + 1}`;
  return {
    lines: [...rowLines, ...columnLines],
    variables: rowLines.flatMap((_, row) =>
      columnLines.map((__, column): Variable => ({ name: held(row, column), width: "u8", most: 1 })),
    ),
    setup: [
      ...rowLines.map(({ line, named }): Statement => ({ do: "line-input", line, named, pulledUp: false })),
      ...columnLines.map(({ line, named }) => input(line, named, pull)),
    ],
    ask: rowLines.flatMap((row, at): Statement[] => [
      { do: "line-pull", ...row, low: 1 },
      ...columnLines.map(({ line, named }, column): Statement => ({
        do: "set",
        name: held(at, column),
        value: { is: "line", line, named },
      })),
      { do: "line-pull", ...row, low: 0 },
    ]),
    tell: rowLines.flatMap((_, row) => [
      `${ref} row ${row + 1}: `,
      ...columnLines.map((__, column) => name(held(row, column))),
      "  ",
    ]),
  };
}
