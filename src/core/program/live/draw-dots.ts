import type { DotGrid, RigModel } from "../../address";
import { fontHeight, makeBitmap } from "../../dots";
import { fontById, type Live } from "../../rig";
import { linePieces, signText } from "../../show";
import {
  call,
  clock,
  either,
  elapsed,
  element,
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
  type Width,
} from "../language";
import type { DotBits } from "./dot-bits";
import { columnWidth, columnsOf, spaceBehind, startsOf } from "./dot-glyphs";
import { charactersOf, lineWriter, textOf } from "./dot-line";
import { faceArrays, flashTable, lampsDrawn, onFace, turnBits, type FaceCode, type Lamps } from "./face-code";
import { BLANK_CODE, forEach, numberRoutine } from "./numbers";
import { OFF } from "./light";
import { REDRAW, type ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** ms from column to column, where commands may set it. */
export const STEP_MS = "stepMs";
/** Rows of a font a column of which is one number. */
export const MOST_ROWS = 32;
/** Stands in the table of dots where no LED is. */
const NO_DOT = 0xffff;

/** A text that runs begins at its start. */
export const RUNS_ANEW: readonly Statement[] = [
  set("offset", number(0)),
  set("steppedAt", clock("ms")),
  set("ran", number(0)),
];

interface Drawn {
  readonly model: RigModel;
  readonly grid: DotGrid;
  readonly live: Live;
  readonly school: Live["digits"];
  /** Those of its faces, templates that cannot be shown left blank. */
  readonly faces: Live["faces"];
  readonly values: readonly ValueCode[];
  readonly wired: DotBits;
  readonly lamps: Lamps;
  /** Other than 0 while nothing is lit; lamps are, all the same. */
  readonly off: Expression | undefined;
  /** Commands over the serial line may set how fast a text runs. */
  readonly talks: boolean;
}

/** What is done where something may be lit. */
const lit = (off: Expression | undefined, body: readonly Statement[]): readonly Statement[] =>
  off ? [when(operation(off, "==", number(0)), body)] : body;

/**
 * Faces of dots: the characters of a line one after the other, numbers taking just the room they need; then its columns,
 * and of each column the bits of its dots, as the wires and modules lie.
 */
export function drawDots({
  model,
  grid,
  live,
  school,
  faces,
  values,
  wired,
  lamps,
  off,
  talks,
}: Drawn): FaceCode {
  const { font: fontId, align, step } = signText(model.rig);
  const font = fontById(model.rig, fontId);
  const { width, height } = grid;
  const pieces = faces.map(({ shows }) =>
    linePieces(shows, live).filter(
      (piece) => typeof piece === "string" || values.some(({ name: own }) => own === piece.slot.value),
    ),
  );
  const showsText = pieces.flat().some((piece) => typeof piece !== "string" && textOf(piece, values));
  const characters = charactersOf(pieces, showsText);
  const top = Math.floor((height - fontHeight(font)) / 2);
  const cells = characters.map((character, code) =>
    code === BLANK_CODE ? [] : columnsOf(font, character, top, height),
  );
  const puts = lineWriter(pieces, characters, values);
  const running = faces.flatMap(({ runs }, nth) => (runs ? [nth] : []));
  const columns = flashTable("GLYPH_COLUMNS", columnWidth(cells), cells.flat());
  const starts = flashTable("GLYPH_AT", widthFor(0, cells.flat().length), startsOf(cells));
  const dots = flashTable(
    "DOTS",
    "u16",
    [...wired.bits].map((bit) => (bit < 0 ? NO_DOT : bit)),
  );
  const base = flashTable("BASE", "u8", wired.base);
  const [at, across, x] = [name("at"), name("across"), name("x")];
  const code = element("codes", at);
  const [from, to] = [entry(starts, code), entry(starts, operation(code, "+", number(1)))];
  const write = onFace(puts.faces);
  return {
    variables: [
      { name: "length", width: "u8" },
      { name: "across", width: "i16" },
      ...(running.length > 0
        ? [
            { name: "offset", width: "i16" as const },
            { name: "steppedAt", width: "u32" as const },
            { name: "ran", width: "u8" as const },
            ...(talks ? [{ name: STEP_MS, width: "u16" as const, value: number(step) }] : []),
          ]
        : []),
    ],
    arrays: [
      { name: "codes", width: "u8", size: puts.room, says: "the characters of the line" },
      ...faceArrays(wired.base),
    ],
    routines: [
      ...(puts.putsNumbers ? [numberRoutine(school, values)] : []),
      ...puts.routines,
      ...(running.length > 0
        ? [
            runRoutine(
              running,
              faces.length,
              talks ? name(STEP_MS) : number(step),
              width,
              values.flatMap(({ through = [] }) => through),
            ),
          ]
        : []),
      turnDot(dots, wired.bits.includes(-1)),
      {
        name: "draw",
        says: [
          "Draws the face: the characters of its line, where they stand, then the bits their dots are for these wires.",
        ],
        given: [],
        body: [
          set("length", number(0)),
          ...write,
          set("across", number(0)),
          forEach("at", name("length"), [
            { do: "change", name: "across", operator: "+", by: operation(to, "-", from) },
          ]),
          when(operation(across, ">", number(0)), [
            { do: "change", name: "across", operator: "-", by: number(spaceBehind(cells)) },
          ]),
          forEach("at", wired.base.length, [setElement("drawn", at, entry(base, at))]),
          { do: "declare", name: "x", width: "i16", value: placeOf(faces, align, width) },
          ...lit(off, [
            forEach("at", name("length"), [
              {
                do: "count",
                name: "column",
                width: "u16",
                from,
                below: to,
                body: [
                  when(
                    operation(operation(x, ">=", number(0)), "&&", operation(x, "<", number(width))),
                    drawColumn(entry(columns, name("column")), columns.width, Math.max(0, top), width),
                  ),
                  { do: "change", name: "x", operator: "+", by: number(1) },
                ],
              },
            ]),
          ]),
          ...lampsDrawn(lamps),
          { do: "hand-over" },
        ],
      },
    ],
    pass: running.length > 0 ? [call("runText")] : [],
    fresh: running.length > 0 ? RUNS_ANEW : [],
    shown: ({ array, variable }) => {
      const codes = array("codes").slice(0, variable("length"));
      const isOff = off !== undefined && OFF.some((one) => variable(one) > 0);
      const text = isOff ? "" : codes.map((one) => (one === BLANK_CODE ? "" : characters[one]!)).join("");
      const drawn = array("drawn");
      return {
        key: `${text}\n${drawn.join()}`,
        face: () => {
          const bytes = [...drawn];
          const lit = (place: number): 0 | 1 => {
            const bit = wired.bits[place]!;
            return bit < 0 ? 0 : ((((bytes[bit >> 3]! ^ wired.base[bit >> 3]!) >> (bit & 7)) & 1) as 0 | 1);
          };
          return {
            cells: [],
            text: text.trim(),
            bitmap: () => makeBitmap(width, height, (column, row) => lit(row * width + column)),
          };
        },
      };
    },
  };
}

/** The column of the display at which the line begins. */
function placeOf(faces: Live["faces"], align: "left" | "center" | "right", width: number): Expression {
  const [across, offset] = [name("across"), name("offset")];
  const spare = operation(number(width), "-", across);
  const still =
    align === "left"
      ? number(0)
      : // What does not fit begins at the left, so that its beginning is read.
        either(
          operation(across, "<", number(width)),
          align === "right" ? spare : operation(spare, "/", number(2)),
          number(0),
        );
  const of = ({ runs }: Live["faces"][number]): Expression =>
    runs === "left"
      ? operation(number(width - 1), "-", offset)
      : runs === "right"
        ? operation(operation(offset, "+", number(1)), "-", across)
        : still;
  const places = faces.map(of);
  if (new Set(places.map((one) => JSON.stringify(one))).size === 1) return places[0]!;
  return places
    .slice(0, -1)
    .reduceRight<Expression>(
      (otherwise, place, nth) => either(operation(name("face"), "==", number(nth)), place, otherwise),
      places.at(-1)!,
    );
}

/** Lights the dots of a column of the display. */
const drawColumn = (bits: Expression, width: Width, top: number, across: number): Statement[] => [
  { do: "declare", name: "bits", width, value: bits },
  {
    do: "declare",
    name: "place",
    width: "u16",
    value: top === 0 ? name("x") : operation(name("x"), "+", number(top * across)),
  },
  {
    do: "while",
    condition: name("bits"),
    body: [
      when(operation(name("bits"), "&", number(1)), [call("turnDot", name("place"))]),
      set("bits", operation(name("bits"), ">>", number(1))),
      { do: "change", name: "place", operator: "+", by: number(across) },
    ],
  },
];

/** Turns the bit of a dot around. */
function turnDot(dots: Parameters<typeof entry>[0], hasHoles: boolean): Subroutine {
  const bit = name("bit");
  const masks = flashTable("MASKS", "u8", [1, 2, 4, 8, 16, 32, 64, 128]);
  const turned = turnBits(operation(bit, ">>", number(3)), entry(masks, operation(bit, "&", number(7))));
  return {
    name: "turnDot",
    says: ["Turns one dot of the face to the opposite."],
    given: [{ name: "place", width: "u16" }],
    body: [
      { do: "declare", name: "bit", width: "u16", value: entry(dots, name("place")) },
      hasHoles ? when(operation(bit, "!=", number(NO_DOT)), [turned]) : turned,
    ],
  };
}

/** Moves a text that runs on by a column, whenever it is time. */
function runRoutine(
  running: readonly number[],
  faces: number,
  step: Expression,
  width: number,
  through: readonly Statement[],
): Subroutine {
  const due = operation(elapsed("steppedAt"), ">=", step);
  const runs =
    running.length === faces
      ? undefined
      : running
          .map((nth) => operation(name("face"), "==", number(nth)))
          .reduce((all, one) => operation(all, "||", one));
  return {
    name: "runText",
    says: [
      `The text runs on by a column every ${step.is === "number" ? step.value : STEP_MS} ms, and comes again once it is through.`,
    ],
    given: [],
    body: [
      when(runs ? operation(runs, "&&", due) : due, [
        { do: "change", name: "steppedAt", operator: "+", by: step },
        { do: "change", name: "offset", operator: "+", by: number(1) },
        when(operation(name("offset"), ">=", operation(name("across"), "+", number(width))), [
          set("offset", number(0)),
          set("ran", number(1)),
          ...through,
        ]),
        REDRAW,
      ]),
    ],
  };
}
