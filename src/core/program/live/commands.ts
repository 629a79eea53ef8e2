import { rangeOf } from "../../show";
import type { LiveValue } from "../../rig";
import {
  as,
  call,
  element,
  entry,
  name,
  number,
  operation,
  set,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import { flashTable } from "./face-code";
import type { ValueCode } from "./value-code";

/** What commands over the serial line ask of a program: `#name` asks for a value, `#name 12` sets it. */
export interface CommandCode {
  readonly variables: readonly Variable[];
  readonly routines: readonly Subroutine[];
}

const [SPACE, MINUS, ZERO] = [32, 45, 48];
/** The largest number that is read: what is longer is none. */
const MOST_DIGITS = 8;

/** A word behind the mark of a command. */
export interface Command {
  readonly name: string;
  /** What is done where nothing is behind it. */
  readonly alone?: readonly Statement[];
  /** A number behind it: its bounds, what is done with it, and what is answered to any other. */
  readonly sets?: {
    readonly least: number;
    readonly most: number;
    with(given: Expression): readonly Statement[];
    /** Beside its bounds. */
    valid?(given: Expression): Expression;
    readonly says?: string;
  };
  /** What is answered once it is done. */
  readonly answer: ReadonlyArray<string | Expression>;
}

/** A value by its name: it is asked for, and set where it can be. */
function valueCommand(value: LiveValue, code: ValueCode): Command {
  const [least, most] = rangeOf(value);
  const { setTo, takes } = code;
  return {
    name: value.name,
    ...(setTo
      ? {
          sets: {
            least,
            most: takes?.most ?? most,
            with: (given: Expression) => setTo(given),
            ...(takes ? { valid: takes.valid, says: takes.says } : {}),
          },
        }
      : {}),
    answer: [`${value.name} `, code.told ?? code.compared],
  };
}

/** @param more words of the program's own; a value of the same name goes before one */
export function commandCode(
  live: { readonly values: readonly LiveValue[] },
  values: readonly ValueCode[],
  more: readonly Command[],
): CommandCode {
  const known = live.values.flatMap((value): Command[] => {
    const code = values.find(({ name: own }) => own === value.name);
    return code && !code.text ? [valueCommand(value, code)] : [];
  });
  const commands = [
    ...known,
    ...more.filter(({ name: word }) => !live.values.some((value) => value.name === word)),
  ];
  const bytes = commands.map(({ name: word }) => [...word].map((letter) => letter.charCodeAt(0)).concat(0));
  const names = flashTable("NAMES", "u8", bytes.flat().concat(0));
  const starts = bytes.map((_, nth) => bytes.slice(0, nth).reduce((sum, { length }) => sum + length, 0));
  const [at, length] = [name("at"), name("lineLength")];
  const inLine = element("line", at);
  const anySet = commands.some(({ sets }) => sets);
  return {
    variables: [
      { name: "lineAfter", width: "u8" },
      ...(anySet
        ? [
            { name: "given", width: "i32" as const },
            { name: "isNumber", width: "u8" as const },
          ]
        : []),
    ],
    routines: [
      ...(commands.length > 0 ? [findName(names, inLine, length)] : []),
      ...(anySet ? [readNumber(inLine, length)] : []),
      {
        name: "doCommand",
        says: [
          "A line that begins with #: a word asks for a value or does something, a number behind it sets it.",
        ],
        given: [],
        body: [
          ...commands.flatMap((command, nth) => commandBranch(command, starts[nth]!)),
          { do: "tell", parts: ["no value of that name"] },
        ],
      },
    ],
  };
}

/** Takes a command if the line is its. */
function commandBranch({ name: word, alone = [], sets, answer }: Command, start: number): Statement[] {
  const [place, length, given] = [name("lineAfter"), name("lineLength"), name("given")];
  const refuse = (says: string): Statement[] => [{ do: "tell", parts: [says] }, { do: "return" }];
  const set = (): Statement[] => {
    if (!sets) return refuse(`${word} cannot be set`);
    const bounds = operation(
      operation(given, "<", number(sets.least)),
      "||",
      operation(given, ">", number(sets.most)),
    );
    const wrong = sets.valid
      ? operation(bounds, "||", operation(sets.valid(given), "==", number(0)))
      : bounds;
    return [
      call("readNumber"),
      when(
        operation(operation(name("isNumber"), "==", number(0)), "||", wrong),
        refuse(sets.says ?? `${word} is from ${sets.least} to ${sets.most}`),
      ),
      ...sets.with(given),
    ];
  };
  return [
    call("findName", number(start)),
    when(place, [
      when(operation(place, "<", length), set(), alone.length > 0 ? alone : undefined),
      { do: "tell", parts: answer },
      { do: "return" },
    ]),
  ];
}

/** Whether the command names a value; where the number behind the name begins, or the end of the line. */
function findName(names: Parameters<typeof entry>[0], inLine: Expression, length: Expression): Subroutine {
  const [at, letter] = [name("at"), name("letter")];
  const known = entry(names, letter);
  return {
    name: "findName",
    says: ["Whether the line names a value: how far it goes, or 0."],
    given: [{ name: "first", width: "u8" }],
    body: [
      set("lineAfter", number(0)),
      { do: "declare", name: "at", width: "u8", value: number(1) },
      { do: "declare", name: "letter", width: "u8", value: name("first") },
      {
        do: "while",
        condition: operation(
          operation(at, "<", length),
          "&&",
          operation(operation(known, ">", number(0)), "&&", operation(inLine, "==", known)),
        ),
        body: [
          { do: "change", name: "at", operator: "+", by: number(1) },
          { do: "change", name: "letter", operator: "+", by: number(1) },
        ],
      },
      when(operation(known, ">", number(0)), [{ do: "return" }]),
      when(operation(at, "==", length), [set("lineAfter", length), { do: "return" }]),
      when(operation(inLine, "==", number(SPACE)), [set("lineAfter", operation(at, "+", number(1)))]),
    ],
  };
}

function readNumber(inLine: Expression, length: Expression): Subroutine {
  const at = name("at");
  const digit = operation(inLine, "-", number(ZERO));
  return {
    name: "readNumber",
    says: ["The number behind the name, if there is one."],
    given: [],
    body: [
      { do: "declare", name: "at", width: "u8", value: name("lineAfter") },
      { do: "declare", name: "below", width: "u8", value: operation(inLine, "==", number(MINUS)) },
      when(name("below"), [{ do: "change", name: "at", operator: "+", by: number(1) }]),
      set("given", number(0)),
      set(
        "isNumber",
        operation(
          operation(at, "<", length),
          "&&",
          operation(operation(length, "-", at), "<=", number(MOST_DIGITS)),
        ),
      ),
      {
        do: "while",
        condition: operation(name("isNumber"), "&&", operation(at, "<", length)),
        body: [
          when(
            operation(operation(inLine, ">=", number(ZERO)), "&&", operation(inLine, "<=", number(ZERO + 9))),
            [
              set("given", operation(operation(name("given"), "*", number(10)), "+", as("i32", digit))),
              { do: "change", name: "at", operator: "+", by: number(1) },
            ],
            [set("isNumber", number(0))],
          ),
        ],
      },
      when(name("below"), [set("given", operation(number(0), "-", name("given")))]),
    ],
  };
}
