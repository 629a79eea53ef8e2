import { readFileSync, readdirSync } from "node:fs";
import { modelOf } from "./address";
import { formatByte } from "./glyph";
import { buildProgram, type ChipWrite } from "./program";
import { DEFAULT_PLAN, ledValues, newRig, type BitOrder, type Plan, type Rig } from "./rig";
import { glyphTable, recordFace } from "./sim";
import { decodeCapture, guessMapping, surveyCapture, wantedLines } from "./trace";

/** A small rig and what it must do, by a data sheet or a table anybody can look up. */
interface Case {
  readonly title: string;
  readonly source: string;
  readonly plan: Partial<Plan>;
  readonly bitOrder?: BitOrder;
  /** Texts of its show: each must read on the face. */
  readonly shows: readonly string[];
  /** Bytes of characters, in the order they are sent. */
  readonly bytes?: Readonly<Record<string, readonly string[]>>;
  /** Transfers that must be among those of the set-up. */
  readonly setUp?: readonly string[];
  /** Beginnings of transfers that must be among those of each text. */
  readonly updates?: ReadonlyArray<readonly string[]>;
  /** A capture made without this program, and what must be read in it, among other things or nothing. */
  readonly capture?: { readonly file: string; readonly reads: readonly string[] };
}

const FOLDER = "conformance";
const CASES = readdirSync(FOLDER)
  .filter((file) => file.endsWith(".json"))
  .map((file) => JSON.parse(readFileSync(`${FOLDER}/${file}`, "utf8")) as Case);

function rigOf({ plan, bitOrder, shows }: Case): Rig {
  const rig = newRig(
    { id: "case", name: "Case", ...(bitOrder ? { code: { bitOrder } } : {}) },
    { ...DEFAULT_PLAN, ...plan },
    {
      ohms: 470,
      led: ledValues("red"),
    },
  );
  return { ...rig, show: { ...rig.show, mode: "count", texts: shows, interval: 400, rounds: 0 } };
}

const hex = (writes: readonly ChipWrite[] | undefined): string[] =>
  (writes ?? []).map(({ write: { bytes } }) =>
    bytes.map((byte) => byte.toString(16).toUpperCase().padStart(2, "0")).join(" "),
  );

describe.each(CASES.map((one) => [one.title, one] as const))("%s", (_, one) => {
  const rig = rigOf(one);
  const model = modelOf(rig);
  const program = buildProgram(model);

  test("every text of its show reads on its face, in order", () => {
    const texts = recordFace(model, (one.shows.length + 0.5) * 4e8).flatMap(({ text }) =>
      text?.trim() ? [text.trim()] : [],
    );
    expect(texts.slice(0, one.shows.length)).toEqual(one.shows);
  });

  if (one.bytes)
    test("its bytes are those of the table", () => {
      const rows = new Map(
        glyphTable(model).map(({ cell, bytes }) => [cell.glyph, bytes.map((byte) => formatByte(byte))]),
      );
      expect(Object.fromEntries(Object.keys(one.bytes!).map((glyph) => [glyph, rows.get(glyph)]))).toEqual(
        one.bytes,
      );
    });

  if (one.setUp)
    test("its set-up is that of the sheet", () => {
      expect(hex(program.setUpState?.writes)).toEqual(expect.arrayContaining([...one.setUp!]));
    });

  one.updates?.forEach((wanted, at) =>
    test(`what it is sent for “${one.shows[at]}” is that of the sheet`, () => {
      const sent = hex(program.frames[at]!.states[0]!.writes);
      for (const begins of wanted)
        expect(sent.filter((transfer) => transfer.startsWith(begins))).toHaveLength(1);
    }),
  );

  if (one.capture) {
    const { file, reads } = one.capture;
    test(`the capture ${file} reads as what was put on its lines`, async () => {
      const blob = new Blob([readFileSync(`${FOLDER}/captures/${file}`)]);
      const surveyed = await surveyCapture(blob);
      if (!surveyed.ok) throw new Error(surveyed.message);
      const guesses = guessMapping(wantedLines(model), surveyed.survey);
      const mapping = Object.fromEntries(
        guesses.flatMap(({ line, signal }) => (signal === undefined ? [] : [[line, signal]])),
      );
      const decoded = await decodeCapture(rig, blob, mapping);
      expect(decoded.breaches).toEqual([]);
      expect(
        decoded.faces.map(({ text }) => text.trim()).filter((text) => text !== "" && !text.includes("?")),
      ).toEqual(reads);
    });
  }
});

test("there are cases", () => {
  expect(CASES.length).toBeGreaterThanOrEqual(6);
  for (const { source, title } of CASES) expect(`${title} ${source}`).toMatch(/\w/);
});
