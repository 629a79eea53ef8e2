import { joinCells, type Cell, type MarkName } from "../../glyph";
import type { Live } from "../../rig";
import type { Field, Laid } from "../../show";
import {
  as,
  call,
  element,
  entry,
  name,
  number,
  operation,
  set,
  setElement,
  when,
  type ArrayVariable,
  type Expression,
  type Statement,
  type Subroutine,
  type Table,
  type Width,
} from "../language";
import type { OutputCode } from "./outputs";
import type { Pattern } from "./pattern";
import type { ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** Codes of glyphs: the digits are their own, then blank and minus, then what the faces need beside them. */
export const BLANK_CODE = 10;
export const MINUS_CODE = 11;
const FIRST_CODES = ["0", "1", "2", "3", "4", "5", "6", "7", "8", "9", " ", "-"];

/** The glyphs of a rig's faces, by their codes. */
export function glyphCodes(laid: readonly Laid[]): string[] {
  const more = laid.flatMap(({ cells }) => cells.map(({ glyph }) => glyph));
  return [...new Set([...FIRST_CODES, ...more])];
}

/** What stands beside a glyph: bit 0 the point, then the marks. */
const extrasOf = ({ point, marks = [] }: Cell, all: readonly MarkName[]): number =>
  (point ? 1 : 0) | marks.reduce((bits, mark) => bits | (2 << all.indexOf(mark)), 0);

/** Everything about drawing: arrays, tables in flash, routines. */
export interface DrawCode {
  readonly arrays: readonly ArrayVariable[];
  readonly routines: readonly Subroutine[];
  readonly tables: readonly Table[];
  /** What is meant to stand on the face, by what was drawn. */
  cellsOf(array: (name: string) => readonly number[]): Cell[];
}

interface Drawn {
  readonly live: Live;
  readonly laid: readonly Laid[];
  readonly values: readonly ValueCode[];
  readonly digits: number;
  readonly marks: readonly MarkName[];
  readonly pattern: Pattern;
  readonly lamps: ReadonlyArray<{ readonly output: OutputCode; readonly bits: ReturnType<Pattern["lamp"]> }>;
}

const table = (called: string, width: Width, values: readonly number[]): Table => ({
  name: called,
  width,
  values,
  inFlash: true,
});

export function drawCode({ live, laid, values, digits, marks, pattern, lamps }: Drawn): DrawCode {
  const glyphs = glyphCodes(laid);
  const several = laid.length > 1;
  const blinks = live.faces.some((face) => face.blinks);
  const usesExtras = laid.some(({ cells }) => cells.some((cell) => cell.point || cell.marks?.length));
  const codes = table(
    "FACE_CODES",
    "u8",
    laid.flatMap(({ cells }) => cells.map(({ glyph }) => glyphs.indexOf(glyph))),
  );
  const extras = table(
    "FACE_EXTRAS",
    "u8",
    laid.flatMap(({ cells }) => cells.map((cell) => extrasOf(cell, marks))),
  );
  const base = table("BASE", "u8", pattern.base);
  const at = name("at");
  const ofFace = several ? operation(operation(name("face"), "*", number(digits)), "+", at) : at;
  const fields = laid.map(({ fields: own }) => own.map((field) => putField(field, values)));
  const putAll = putOnFaces(fields);
  const placing = placingCode(pattern, marks, usesExtras);
  const dark: Statement[] = blinks
    ? [
        when(name("blinkedOff"), [
          forEach("at", digits, [
            setElement("codes", at, number(BLANK_CODE)),
            ...(usesExtras ? [setElement("extras", at, number(0))] : []),
          ]),
        ]),
      ]
    : [];
  const numbers = numberRoutine(live, values, laid);
  return {
    arrays: [
      {
        name: "codes",
        width: "u8",
        size: digits,
        values: Array<number>(digits).fill(BLANK_CODE),
        says: "the character of each digit",
      },
      ...(usesExtras
        ? [{ name: "extras", width: "u8" as const, size: digits, says: "its point and marks" }]
        : []),
      {
        name: "drawn",
        width: "u8",
        size: pattern.base.length,
        values: pattern.base,
        says: "a face while it is drawn",
      },
      {
        name: "pattern",
        width: "u8",
        size: pattern.base.length,
        values: pattern.base,
        says: "the face that is shown",
      },
    ],
    tables: [codes, ...(usesExtras ? [extras] : []), base, ...placing.tables, ...numbers.tables],
    routines: [
      ...numbers.routines,
      {
        name: "draw",
        says: ["Draws the face: what stands on it, the values, then the bytes these wires ask for."],
        given: [],
        body: [
          forEach("at", digits, [
            setElement("codes", at, entry(codes, ofFace)),
            ...(usesExtras ? [setElement("extras", at, entry(extras, ofFace))] : []),
          ]),
          ...putAll,
          ...dark,
          forEach("at", pattern.base.length, [setElement("drawn", at, entry(base, at))]),
          ...placing.body,
          ...lamps.map(({ output, bits }) =>
            when(
              name(output.variable),
              bits.map(({ at: place, mask }) => turn(number(place), number(mask))),
            ),
          ),
          { do: "hand-over" },
        ],
      },
    ],
    cellsOf: (array) => {
      const [shown, beside] = [array("codes"), usesExtras ? array("extras") : []];
      return shown.map((code, nth): Cell => {
        const bits = beside[nth] ?? 0;
        const own = marks.filter((_, mark) => bits & (2 << mark));
        return {
          glyph: glyphs[code]!,
          point: (bits & 1) === 1,
          ...(own.length > 0 ? { marks: own } : {}),
        };
      });
    },
  };
}

/** A face's text as its cells read. */
export const textOf = (cells: readonly Cell[]): string => joinCells(cells).trim();

const forEach = (counter: string, below: number, body: readonly Statement[], from = 0): Statement => ({
  do: "count",
  name: counter,
  width: widthFor(0, below),
  from: number(from),
  below: number(below),
  body,
});

/** Turns bits of the drawing around: what is dark lights, whichever level lights it. */
const turn = (place: Expression, mask: Expression): Statement =>
  setElement("drawn", place, operation(element("drawn", place), "^", mask));

/** What is put on which face; alike on all of them, it is put whichever is shown. */
function putOnFaces(fields: ReadonlyArray<readonly Statement[]>): readonly Statement[] {
  const alike = new Set(fields.map((puts) => JSON.stringify(puts))).size === 1;
  if (alike) return fields[0]!;
  return fields.flatMap((puts, nth) =>
    puts.length === 0 ? [] : [when(operation(name("face"), "==", number(nth)), puts)],
  );
}

function putField({ slot, first, width }: Field, values: readonly ValueCode[]): Statement {
  const value = values.find(({ name: called }) => called === slot.value)!;
  const least = Math.max(slot.least, slot.decimals + 1);
  return call("putNumber", value.part(slot.part), number(first), number(width), number(least));
}

interface Placed {
  readonly tables: readonly Table[];
  readonly body: readonly Statement[];
}

/** How the glyphs of the digits get among the bytes. */
function placingCode({ placing }: Pattern, marks: readonly MarkName[], usesExtras: boolean): Placed {
  const digits = placing.places.length / placing.perDigit;
  const width = widthFor(0, Math.max(...placing.places, 0));
  const places = table("PLACES", width, placing.places);
  const digit = name("digit");
  const code = element("codes", digit);
  const count = 1 + marks.length;
  if (placing.way === "segments") {
    const per = placing.perDigit;
    const shapes = table("SEGMENTS_OF", widthFor(0, Math.max(...placing.segments)), placing.segments);
    const masks = table("MASKS", "u8", placing.masks);
    const at = operation(operation(digit, "*", number(per)), "+", name("segment"));
    // The point is the eighth segment, marks come behind it.
    const lit: Statement[] = usesExtras
      ? [
          {
            do: "declare",
            name: "lit",
            width: "u16",
            value: operation(
              entry(shapes, code),
              "|",
              operation(as("u16", element("extras", digit)), "<<", number(7)),
            ),
          },
        ]
      : [{ do: "declare", name: "lit", width: "u16", value: entry(shapes, code) }];
    return {
      tables: [shapes, places, masks],
      body: [
        forEach("digit", digits, [
          ...lit,
          forEach("segment", per, [
            when(operation(operation(name("lit"), ">>", name("segment")), "&", number(1)), [
              turn(entry(places, at), entry(masks, at)),
            ]),
          ]),
        ]),
      ],
    };
  }
  const per = placing.perDigit;
  const own = placing.way === "own-shapes";
  const glyphs = placing.shapes.length / per / (own ? digits : 1);
  const shapes = table("SHAPES", "u8", placing.shapes);
  const beside = table("EXTRAS", "u8", placing.extras);
  const perPlace = (nth: number) => {
    const place = per === 1 ? digit : operation(operation(digit, "*", number(per)), "+", number(nth));
    const times = (what: Expression) =>
      per === 1 ? what : operation(operation(what, "*", number(per)), "+", number(nth));
    const ofGlyph = own ? operation(operation(digit, "*", number(glyphs)), "+", code) : code;
    const ofExtra = (extra: number): Expression =>
      own
        ? times(operation(operation(digit, "*", number(count)), "+", number(extra)))
        : number(extra * per + nth);
    return [
      turn(entry(places, place), entry(shapes, times(ofGlyph))),
      ...(usesExtras
        ? Array.from({ length: count }, (_, extra) =>
            when(operation(element("extras", digit), "&", number(1 << extra)), [
              turn(entry(places, place), entry(beside, ofExtra(extra))),
            ]),
          )
        : []),
    ];
  };
  return {
    tables: [places, shapes, ...(usesExtras ? [beside] : [])],
    body: [forEach("digit", digits, Array.from({ length: per }, (_, nth) => perPlace(nth)).flat())],
  };
}

/** Takes a number apart into digits, from the right: by division, or by taking away tens, hundreds and so on. */
function numberRoutine(
  live: Live,
  values: readonly ValueCode[],
  laid: readonly Laid[],
): { readonly routines: readonly Subroutine[]; readonly tables: readonly Table[] } {
  if (!laid.some(({ fields }) => fields.length > 0)) return { routines: [], tables: [] };
  const isWide = values.some(({ variables, variable }) => {
    const width = variables.find((one) => one.name === variable)?.width;
    return width === "u16" || width === "u32" || width === "i32";
  });
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
  if (live.digits === "divide")
    return {
      tables: [],
      routines: [
        {
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
        },
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
    tables: [tens],
    routines: [
      {
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
      },
    ],
  };
}
