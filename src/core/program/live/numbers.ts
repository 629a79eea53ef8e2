import type { Live } from "../../rig";
import {
  as,
  entry,
  name,
  number,
  operation,
  set,
  setElement,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Table,
  type Width,
} from "../language";
import type { ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** Codes of glyphs: the digits are their own, then blank and minus, then what the faces need beside them. */
export const BLANK_CODE = 10;
export const MINUS_CODE = 11;
export const FIRST_CODES = ["0", "1", "2", "3", "4", "5", "6", "7", "8", "9", " ", "-"];

/** What a message may hold. */
export const ASCII = Array.from({ length: 95 }, (_, at) => String.fromCharCode(32 + at));

/** The codes of ASCII's characters, from the blank on. */
export const asciiCodes = (characters: readonly string[]): Table => ({
  name: "CODE_OF",
  width: "u8",
  values: ASCII.map((character) => characters.indexOf(character)),
  inFlash: true,
});

/** Counts a variable up to a bound: a number, or what is worked out and fits a byte. */
export const forEach = (
  counter: string,
  below: number | Expression,
  body: readonly Statement[],
  from = 0,
): Statement => ({
  do: "count",
  name: counter,
  width: typeof below === "number" ? widthFor(0, below) : "u8",
  from: number(from),
  below: typeof below === "number" ? number(below) : below,
  body,
});

const WIDE: ReadonlySet<Width> = new Set(["u16", "u32", "i32"]);

/** Takes a number apart into digits, from the right: by division, or by taking away tens, hundreds and so on. */
export function numberRoutine(digits: Live["digits"], values: readonly ValueCode[]): Subroutine {
  const isWide = values.some(({ width }) => WIDE.has(width));
  const [signed, plain]: [Width, Width] = isWide ? ["i32", "u32"] : ["i16", "u16"];
  const [value, rest, at, first, width, least, minus] = [
    "value",
    "rest",
    "at",
    "first",
    "width",
    "least",
    "minus",
  ].map(name) as [Expression, Expression, Expression, Expression, Expression, Expression, Expression];
  const given: Subroutine["given"] = [
    { name: "value", width: signed },
    { name: "first", width: "u8" },
    { name: "width", width: "u8" },
    { name: "least", width: "u8" },
  ];
  const one = number(1);
  const put = (code: Expression): Statement[] => [
    { do: "change", name: "at", operator: "-", by: one },
    setElement("codes", at, code),
  ];
  const begin: Statement[] = [
    { do: "declare", name: "minus", width: "u8", value: operation(value, "<", number(0)) },
    {
      do: "declare",
      name: "rest",
      width: plain,
      value: as(plain, {
        is: "either",
        condition: minus,
        then: operation(number(0), "-", value),
        otherwise: value,
      }),
    },
    { do: "declare", name: "at", width: "u8", value: operation(first, "+", width) },
  ];
  const sign: Statement[] = [
    when(operation(minus, "&&", operation(at, ">", first)), [
      ...put(number(MINUS_CODE)),
      set("minus", number(0)),
    ]),
    when(operation(operation(rest, ">", number(0)), "||", minus), [
      { do: "say", text: "It does not fit: dashes say so." },
      {
        do: "count",
        name: "place",
        width: "u8",
        from: first,
        below: operation(first, "+", width),
        body: [setElement("codes", name("place"), number(MINUS_CODE))],
      },
      { do: "return" },
    ]),
    { do: "while", condition: operation(at, ">", first), body: put(number(BLANK_CODE)) },
  ];
  const room = operation(at, ">", first);
  if (digits === "divide")
    return {
      name: "putNumber",
      says: [
        "Puts a number at the right of a field, with at least so many digits: each is the remainder of a division by ten.",
      ],
      given,
      body: [
        ...begin,
        {
          do: "while",
          condition: operation(
            room,
            "&&",
            operation(
              operation(rest, ">", number(0)),
              "||",
              operation(operation(operation(first, "+", width), "-", at), "<", least),
            ),
          ),
          body: [...put(operation(rest, "%", number(10))), set("rest", operation(rest, "/", number(10)))],
        },
        ...sign,
      ],
    };
  const places = isWide ? 10 : 5;
  const tens: Table = {
    name: "TENS",
    width: plain,
    values: Array.from({ length: places }, (_, nth) => 10 ** (places - 1 - nth)),
    inFlash: true,
  };
  const fromRight = operation(number(places - 1), "-", name("place"));
  const target = operation(operation(operation(first, "+", width), "-", one), "-", fromRight);
  return {
    name: "putNumber",
    says: [
      "Puts a number at the right of a field, with at least so many digits: tens, hundreds and so on are taken away",
      "until nothing is left of them. No division, which an 8-bit board takes long for.",
    ],
    given,
    body: [
      ...begin,
      { do: "declare", name: "started", width: "u8", value: number(0) },
      when(
        operation(
          operation(width, ">=", number(places)),
          "||",
          operation(rest, "<", entry(tens, operation(number(places - 1), "-", width))),
        ),
        [
          forEach("place", places, [
            { do: "declare", name: "count", width: "u8", value: number(0) },
            {
              do: "while",
              condition: operation(rest, ">=", entry(tens, name("place"))),
              body: [
                { do: "change", name: "rest", operator: "-", by: entry(tens, name("place")) },
                { do: "change", name: "count", operator: "+", by: one },
              ],
            },
            when(
              operation(
                operation(name("started"), "||", operation(name("count"), ">", number(0))),
                "||",
                operation(fromRight, "<", least),
              ),
              [
                when(operation(name("started"), "==", number(0)), [set("at", target)]),
                set("started", one),
                setElement("codes", target, name("count")),
              ],
            ),
          ]),
        ],
      ),
      ...sign,
    ],
  };
}
