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
  setElement,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Table,
} from "../language";
import { ASCII, BLANK_CODE, FIRST_CODES, asciiCodes, forEach, numberRoutine } from "./numbers";
import { putDigits } from "./digits/put";
import { routineFor } from "./naming";
import {
  faceArrays,
  flashTable as table,
  lampsDrawn,
  onFace,
  turnBits as turn,
  type FaceCode,
  type Lamps,
} from "./face-code";
import type { Pattern } from "./pattern";
import type { ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** The glyphs of a rig's faces, by their codes; of one that shows a message, all of ASCII. */
export function glyphCodes(laid: readonly Laid[], showsText: boolean): string[] {
  const more = laid.flatMap(({ cells }) => cells.map(({ glyph }) => glyph));
  return [...new Set([...FIRST_CODES, ...more, ...(showsText ? ASCII : [])])];
}

/** What stands beside a glyph: bit 0 the point, then the marks. */
const extrasOf = ({ point, marks = [] }: Cell, all: readonly MarkName[]): number =>
  (point ? 1 : 0) | marks.reduce((bits, mark) => bits | (2 << all.indexOf(mark)), 0);

interface Drawn {
  readonly school: Live["digits"];
  readonly laid: readonly Laid[];
  readonly values: readonly ValueCode[];
  readonly digits: number;
  readonly marks: readonly MarkName[];
  readonly pattern: Pattern;
  readonly lamps: Lamps;
  /** Other than 0 while nothing is lit; lamps are, all the same. */
  readonly off: Expression | undefined;
}

/** Faces of digits: characters by their codes, numbers at fixed places, then the bytes. */
export function drawDigits({ school, laid, values, digits, marks, pattern, lamps, off }: Drawn): FaceCode {
  const texts = values.filter(
    ({ name: own, text }) =>
      text && laid.some(({ fields: all }) => all.some(({ slot }) => slot.value === own)),
  );
  const glyphs = glyphCodes(laid, texts.length > 0);
  const several = laid.length > 1;
  const usesExtras =
    texts.length > 0 || laid.some(({ cells }) => cells.some((cell) => cell.point || cell.marks?.length));
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
  const fields = laid.map(({ fields: own }) => own.flatMap((field) => putField(field, values)));
  const putAll = onFace(fields);
  const placing = placingCode(pattern, marks, usesExtras);
  const dark: Statement[] = off
    ? [
        when(off, [
          forEach("at", digits, [
            setElement("codes", at, number(BLANK_CODE)),
            ...(usesExtras ? [setElement("extras", at, number(0))] : []),
          ]),
        ]),
      ]
    : [];
  const putsNumbers = laid.some(({ fields: own }) =>
    own.some(({ slot }) => {
      const value = values.find(({ name: called }) => called === slot.value)!;
      return !value.text && !value.digits?.(slot.part);
    }),
  );
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
      ...faceArrays(pattern.base),
    ],
    routines: [
      ...(putsNumbers ? [numberRoutine(school, values)] : []),
      ...texts.map((text) => putText(text, glyphs)),
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
          ...lampsDrawn(lamps),
          { do: "hand-over" },
        ],
      },
    ],
    variables: [],
    pass: [],
    fresh: [],
    shown: ({ array }) => {
      const [shown, beside] = [array("codes"), usesExtras ? array("extras") : []];
      const cells = shown.map((code, nth): Cell => {
        const bits = beside[nth] ?? 0;
        const own = marks.filter((_, mark) => bits & (2 << mark));
        return {
          glyph: glyphs[code]!,
          point: (bits & 1) === 1,
          ...(own.length > 0 ? { marks: own } : {}),
        };
      });
      return { key: JSON.stringify(cells), face: () => ({ cells, text: joinCells(cells).trim() }) };
    },
  };
}

/** A value at its field: a text, digits as they are held, or a number that is taken apart. */
function putField({ slot, first, width }: Field, values: readonly ValueCode[]): Statement[] {
  const value = values.find(({ name: called }) => called === slot.value)!;
  if (value.text) return [call(routineFor("put", value.text.array), number(first), number(width))];
  const least = Math.max(slot.least, slot.decimals + 1);
  const digits = value.digits?.(slot.part);
  if (digits) return putDigits(digits, { first, width, least });
  return [call("putNumber", value.part(slot.part), number(first), number(width), number(least))];
}

/** Puts a text on digits, from the left: a point stands with the character before it. */
function putText({ text, name: called }: ValueCode, glyphs: readonly string[]): Subroutine {
  const { array, length } = text!;
  const [at, end, nth] = [name("at"), operation(name("first"), "+", name("width")), name("nth")];
  const byte = element(array, nth);
  const point = operation(at, "-", number(1));
  return {
    name: routineFor("put", array),
    says: [`${called}: as many of its characters as there are digits for.`],
    given: [
      { name: "first", width: "u8" },
      { name: "width", width: "u8" },
    ],
    body: [
      { do: "declare", name: "at", width: "u8", value: name("first") },
      forEach("nth", name(length), [
        when(
          operation(operation(byte, "==", number(46)), "&&", operation(at, ">", name("first"))),
          [setElement("extras", point, operation(element("extras", point), "|", number(1)))],
          [
            when(operation(at, "<", end), [
              setElement("codes", at, entry(asciiCodes(glyphs), operation(byte, "-", number(32)))),
              { do: "change", name: "at", operator: "+", by: number(1) },
            ]),
          ],
        ),
      ]),
    ],
  };
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
