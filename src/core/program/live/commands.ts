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

/** Values that can be asked for, with those that can be set. */
export function commandCode(
  live: { readonly values: readonly LiveValue[] },
  values: readonly ValueCode[],
): CommandCode {
  const known = live.values.flatMap((value) => {
    const code = values.find(({ name: own }) => own === value.name);
    return code && !code.text ? [{ value, code }] : [];
  });
  const bytes = known.map(({ value }) => [...value.name].map((letter) => letter.charCodeAt(0)).concat(0));
  const names = flashTable("NAMES", "u8", bytes.flat().concat(0));
  const starts = bytes.map((_, nth) => bytes.slice(0, nth).reduce((sum, { length }) => sum + length, 0));
  const [at, length, place] = [name("at"), name("lineLength"), name("lineAfter")];
  const inLine = element("line", at);
  const answers = (code: ValueCode, called: string): Statement => ({
    do: "tell",
    parts: [`${called} `, code.told ?? code.compared],
  });
  const branches = known.map(({ value, code }, nth): Statement[] => {
    const [least, high] = rangeOf(value);
    const most = code.takes?.most ?? high;
    const given = name("given");
    const sets = code.setTo?.(given);
    const outside = operation(
      operation(given, "<", number(least)),
      "||",
      operation(given, ">", number(most)),
    );
    const wrong = code.takes
      ? operation(outside, "||", operation(code.takes.valid(given), "==", number(0)))
      : outside;
    return [
      call("findName", number(starts[nth]!)),
      when(place, [
        ...(sets
          ? [
              when(operation(place, "<", length), [
                call("readNumber"),
                when(operation(operation(name("isNumber"), "==", number(0)), "||", wrong), [
                  {
                    do: "tell",
                    parts: [code.takes?.says ?? `${value.name} is from ${least} to ${most}`],
                  },
                  { do: "return" },
                ]),
                ...sets,
              ]),
            ]
          : [
              when(operation(place, "<", length), [
                { do: "tell", parts: [`${value.name} cannot be set`] },
                { do: "return" },
              ]),
            ]),
        answers(code, value.name),
        { do: "return" },
      ]),
    ];
  });
  const anySet = known.some(({ code }) => code.setTo);
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
      ...(known.length > 0 ? [findName(names, inLine, length)] : []),
      ...(anySet ? [readNumber(inLine, length)] : []),
      {
        name: "doCommand",
        says: ["A line that begins with #: a name asks for a value, a number behind it sets it."],
        given: [],
        body: [...branches.flat(), { do: "tell", parts: ["no value of that name"] }],
      },
    ],
  };
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
