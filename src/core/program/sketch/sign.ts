import { gridOf, heldPips, stateFor, type DotGrid, type RigModel } from "../../address";
import { bitmapHex, packColumns, type Bitmap, type View } from "../../dots";
import { besideRound } from "../../rig";
import { sceneTitle, signRun, type SignFrame } from "../../show";
import { updateWrites } from "../driver-writes";
import { C } from "../print/c";
import type { Code } from "../print/syntax";
import { comment, plain, type SketchLine } from "./text";
import type { Program } from "../types";
import { storedWrites } from "../stored";

const INDENT = "  ";

/** Frames of one ribbon that follow each other by equal steps. */
interface Move {
  readonly ribbon: Bitmap;
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
  readonly shown: number;
  readonly wider: number;
  readonly count: number;
  readonly ms: number;
  readonly inverted: boolean;
  readonly scene: number;
}

/** Takes a run apart into moves: as few as equal steps allow. */
function movesOf(frames: readonly SignFrame[]): Move[] {
  const moves: Move[] = [];
  let last: (View & { ms: number }) | undefined;
  let open: { -readonly [Key in keyof Move]: Move[Key] } | undefined;
  for (const { view, time, scene } of frames) {
    const now = { ...view(), ms: Math.round(time) };
    const same =
      last &&
      open &&
      sameRibbon(open.ribbon, now.ribbon) &&
      open.ms === now.ms &&
      open.inverted === now.inverted;
    const step = same && { dx: now.x - last!.x, dy: now.y - last!.y, wider: now.shown - last!.shown };
    const small = step && Object.values(step).every((value) => Math.abs(value) < 128);
    if (open && step && small && open.count === 1 && open.scene === scene) {
      Object.assign(open, step, { count: 2 });
    } else if (
      open &&
      step &&
      open.scene === scene &&
      step.dx === open.dx &&
      step.dy === open.dy &&
      step.wider === open.wider
    ) {
      open.count += 1;
    } else {
      open = {
        ribbon: now.ribbon,
        x: now.x,
        y: now.y,
        dx: 0,
        dy: 0,
        shown: now.shown,
        wider: 0,
        count: 1,
        ms: now.ms,
        inverted: now.inverted,
        scene,
      };
      moves.push(open);
    }
    last = now;
  }
  return moves;
}

const sameRibbon = (one: Bitmap, other: Bitmap): boolean =>
  one === other ||
  (one.width === other.width && one.height === other.height && bitmapHex(one) === bitmapHex(other));

/** Where in the stored transfers of a face each dot is: the bit, counted from the first byte's lowest; -1 for none. */
function dotBits(model: RigModel, grid: DotGrid, program: Program): Int32Array {
  const memory = program.dark.states[0]!.memory ?? {};
  const cells = Object.entries(memory).flatMap(([unit, values]) =>
    values.map((_, address) => `${unit} ${address}`),
  );
  const numberOf = new Map(cells.map((cell, at) => [cell, at]));
  /** The transfers with a byte in every cell of the memory. */
  const withCells = (byte: (cell: number) => number) => {
    const filled = Object.entries(memory).map(([unit, values]) => [
      unit,
      values.map((_, address) => byte(numberOf.get(`${unit} ${address}`)!)),
    ]);
    const writes = updateWrites(model, Object.fromEntries(filled));
    return storedWrites({ slot: 0, bytes: [], levels: [], writes });
  };
  // Where the bytes of two fillings differ there is a cell; two more fillings say which.
  const [dark, full] = [withCells(() => 0), withCells(() => 0xff)];
  const [low, high] = [withCells((cell) => cell & 0xff), withCells((cell) => cell >> 8)];
  const placeOf = new Map<string, number>();
  dark.forEach((byte, place) => {
    if (byte !== full[place]) placeOf.set(cells[low[place]! | (high[place]! << 8)]!, place);
  });
  const needs = new Map(model.encoding.pips.map((entry) => [entry.pip, entry.needs]));
  return grid.at.map((index) => {
    const need = index < 0 ? undefined : needs.get(model.addresses[index]!.pip)?.find((one) => "chip" in one);
    const place = need && "chip" in need ? placeOf.get(`${need.chip} ${need.address}`) : undefined;
    return place === undefined || !need || !("chip" in need) ? -1 : place * 8 + need.bit;
  });
}

/** Values in lines that stay readable. */
const listed = (values: readonly (number | string)[], perLine: number): SketchLine[] =>
  Array.from({ length: Math.ceil(values.length / perLine) }, (_, line) => ({
    text: `${INDENT}${values.slice(line * perLine, (line + 1) * perLine).join(", ")},`,
  }));

const NO_DOT = 0xffff;

/** What the tables of a drawn sign hold. */
interface SignData {
  readonly columns: readonly number[];
  readonly rows: ReadonlyArray<{ readonly values: readonly number[]; readonly scene: number }>;
  readonly bits: Int32Array;
  /** The dark faces, one for each text of a display beside the sign; moves name theirs where there are several. */
  readonly blanks: ReadonlyArray<readonly number[]>;
}

/** Bytes of a drawn sign's tables in flash, and of the face it draws in memory. */
export function signBytes(model: RigModel, program: Program): { flash: number; ram: number } {
  const { columns, rows, bits, blanks } = signData(model, gridOf(model)!, program);
  const moves = rows.reduce((sum, { values }) => sum + values.length * 2, 0);
  const size = blanks[0]!.length;
  return { flash: columns.length + moves + size * blanks.length + bits.length * 2, ram: size };
}

function signData(model: RigModel, grid: DotGrid, program: Program): SignData {
  const moves = movesOf(signRun(model.rig, grid.width, grid.height).frames);
  const starts = new Map<string, number>();
  const columns: number[] = [];
  const startOf = (ribbon: Bitmap): number => {
    const key = `${ribbon.width} ${ribbon.height} ${bitmapHex(ribbon)}`;
    const known = starts.get(key);
    if (known !== undefined) return known;
    const start = columns.length;
    columns.push(...packColumns(ribbon));
    starts.set(key, start);
    return start;
  };
  const blanks = blankFaces(model, program);
  const rows = moves.map(({ ribbon, x, y, dx, dy, shown, wider, count, ms, inverted, scene }) => ({
    values: [
      startOf(ribbon),
      ribbon.width,
      ribbon.height,
      x,
      y,
      dx,
      dy,
      shown,
      wider,
      count,
      ms,
      Number(inverted),
      ...(blanks.length > 1 ? [Math.max(0, scene) % blanks.length] : []),
    ],
    scene,
  }));
  const bits = dotBits(model, grid, program);
  return { columns, rows, bits, blanks };
}

/** The transfers of a dark face, with what displays beside the sign show at each of their texts. */
function blankFaces(model: RigModel, program: Program): ReadonlyArray<readonly number[]> {
  const texts = besideRound(model.rig);
  if (texts === 1) return [storedWrites(program.dark.states[0]!)];
  return Array.from({ length: texts }, (_, nth) => {
    const { memory } = stateFor(model.encoding, heldPips(model, nth));
    return storedWrites({ slot: 0, bytes: [], levels: [], writes: updateWrites(model, memory ?? {}) });
  });
}

/** Texts and pictures as columns, their motions, and which bit of a transfer each dot is. */
export function signTables(model: RigModel, program: Program): SketchLine[] {
  const grid = gridOf(model)!;
  const { columns, rows, bits, blanks } = signData(model, grid, program);
  const several = blanks.length > 1;
  return [
    { text: `const uint16_t WIDTH = ${grid.width};` },
    { text: `const uint16_t HEIGHT = ${grid.height};` },
    comment("Texts and pictures column by column, the top dot in bit 0."),
    { text: "const uint8_t COLUMNS[] PROGMEM = {" },
    ...listed(
      columns.map((byte) => `0x${byte.toString(16).toUpperCase().padStart(2, "0")}`),
      16,
    ),
    { text: "};" },
    comment(
      "What is shown, in order: where a text's columns begin, how many there are and how high they are; the column",
    ),
    comment(
      "and row at the display's corner, and their steps; how many columns of the display show it, and their step;",
    ),
    comment(
      `how many frames there are, ms each, and whether it is inverted${several ? "; and which text the display beside shows" : ""}.`,
    ),
    { text: `const uint16_t MOVE_COUNT = ${rows.length};` },
    { text: `const uint8_t MOVE_VALUES = ${several ? 13 : 12};` },
    { text: "const int16_t MOVES[] PROGMEM = {" },
    ...rows.map(({ values, scene }, at): SketchLine => {
      const title = rows[at - 1]?.scene === scene ? "" : `  // ${plain(sceneTitle(model.rig, scene))}`;
      return { text: `${INDENT}${values.map(signed).join(", ")},${title}`.trimEnd() };
    }),
    { text: "};" },
    ...(several
      ? [
          comment(
            "The transfers of a dark sign with each text beside it: each is its length and its bytes; a 0 ends them.",
          ),
          { text: `const uint8_t BLANKS[][${blanks[0]!.length}] PROGMEM = {` },
          ...blanks.flatMap((blank) => [
            { text: `${INDENT}{` },
            ...listed(blank, 20),
            { text: `${INDENT}},` },
          ]),
        ]
      : [
          comment("The transfers of a dark face: each is its length and its bytes; a 0 ends them."),
          { text: "const uint8_t BLANK[] PROGMEM = {" },
          ...listed(blanks[0]!, 20),
        ]),
    { text: "};" },
    comment(
      "The bit of those transfers that each dot is, row by row from the top left, as the wires and modules lie.",
    ),
    { text: "const uint16_t DOT_BITS[] PROGMEM = {" },
    ...listed(
      [...bits].map((bit) => (bit < 0 ? NO_DOT : bit)),
      grid.width > 32 ? 16 : grid.width,
    ),
    { text: "};" },
  ];
}

/** A value of a move as two bytes hold it. */
const signed = (value: number): number => (value > 32_767 ? value - 65_536 : value);

/** Draws the frames that the tables tell of. */
export function signRoutines(model: RigModel): Code {
  const several = besideRound(model.rig) > 1;
  const size = several ? "sizeof(BLANKS[0])" : "sizeof(BLANK)";
  return [
    "const uint8_t MASKS[] PROGMEM = {1, 2, 4, 8, 16, 32, 64, 128};",
    `uint8_t face[${size}];`,
    "",
    "int16_t moveValue(uint16_t move, uint8_t which) {",
    `${INDENT}return (int16_t)pgm_read_word(&MOVES[(uint32_t)move * MOVE_VALUES + which]);`,
    "}",
    "",
    `void clearFace(${several ? "uint16_t move" : ""}) {`,
    ...(several ? [`${INDENT}uint8_t beside = (uint8_t)moveValue(move, 12);`] : []),
    `${INDENT}for (uint16_t at = 0; at < ${size}; at++) face[at] = pgm_read_byte(&${several ? "BLANKS[beside]" : "BLANK"}[at]);`,
    "}",
    "",
    "// Turns one dot of the face to the opposite.",
    "void turnDot(uint16_t place) {",
    `${INDENT}uint16_t bit = pgm_read_word(&DOT_BITS[place]);`,
    `${INDENT}if (bit != 0x${NO_DOT.toString(16).toUpperCase()}) face[bit / 8] ^= pgm_read_byte(&MASKS[bit % 8]);`,
    "}",
    "",
    "// Draws one frame of a move: dark transfers, and in them the bit of every dot that is lit.",
    "void drawFace(uint16_t move, uint16_t step) {",
    `${INDENT}const uint8_t *columns = COLUMNS + (uint16_t)moveValue(move, 0);`,
    `${INDENT}int16_t width = moveValue(move, 1);`,
    `${INDENT}int16_t height = moveValue(move, 2);`,
    `${INDENT}int16_t left = moveValue(move, 3) + (int16_t)step * moveValue(move, 5);`,
    `${INDENT}int16_t top = moveValue(move, 4) + (int16_t)step * moveValue(move, 6);`,
    `${INDENT}int16_t shown = moveValue(move, 7) + (int16_t)step * moveValue(move, 8);`,
    `${INDENT}uint8_t each = (uint8_t)((height + 7) / 8);`,
    `${INDENT}// The part of the display that the text or picture covers.`,
    `${INDENT}if (shown > (int16_t)WIDTH) shown = WIDTH;`,
    `${INDENT}int16_t right = width - left < shown ? width - left : shown;`,
    `${INDENT}int16_t bottom = height - top < (int16_t)HEIGHT ? height - top : (int16_t)HEIGHT;`,
    `${INDENT}if (bottom < 1) right = 0;`,
    `${INDENT}clearFace(${several ? "move" : ""});`,
    `${INDENT}if (moveValue(move, 11))`,
    `${INDENT}${INDENT}for (uint16_t place = 0; place < WIDTH * HEIGHT; place++) turnDot(place);`,
    `${INDENT}for (int16_t x = left < 0 ? -left : 0; x < right; x++) {`,
    `${INDENT}${INDENT}const uint8_t *source = columns + (left + x) * each;`,
    `${INDENT}${INDENT}uint16_t row = top < 0 ? 0 : top;`,
    `${INDENT}${INDENT}uint16_t place = top < 0 ? (uint16_t)(-top * WIDTH + x) : (uint16_t)x;`,
    `${INDENT}${INDENT}uint8_t bits = pgm_read_byte(source + row / 8) >> (row % 8);`,
    `${INDENT}${INDENT}for (int16_t y = top < 0 ? -top : 0; y < bottom; y++, row++, place += WIDTH) {`,
    `${INDENT}${INDENT}${INDENT}if (row % 8 == 0) bits = pgm_read_byte(source + row / 8);`,
    `${INDENT}${INDENT}${INDENT}if (bits & 1) turnDot(place);`,
    `${INDENT}${INDENT}${INDENT}bits >>= 1;`,
    `${INDENT}${INDENT}}`,
    `${INDENT}}`,
    "}",
  ];
}

/** The loop over all frames of a sign, around what is done for each. */
export const signLoop = (body: Code): Code =>
  C.block(
    "for (uint16_t move = 0; move < MOVE_COUNT; move++)",
    C.block("for (uint16_t step = 0; step < (uint16_t)moveValue(move, 9); step++)", body),
  );
