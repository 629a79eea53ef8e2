import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Papa from "papaparse";
import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { codeOnly } from "./fixtures/code-only";
import { HOSTILE } from "./fixtures/hostile";
import { framesAsC, runFrames } from "../frames";
import { buildProgram, sketchText, writeProgram } from "../program";
import { readRig, writeRig, type Rig } from "../rig";
import { surveyCapture, tapeC, tapeCsv, vcdOf } from "../trace";

const framesOf = (rig: Rig): string => framesAsC(modelOf(rig), runFrames(modelOf(rig))!);
const program = (rig: Rig) => sketchText(writeProgram(modelOf(rig), buildProgram(modelOf(rig))).lines);

/** The rig without what it does that reacts: its list of texts. */
const listed = ({ live: _, ...rig }: Rig): Rig => rig;

/** A rig by another name, and with pictures or texts of that name where it has any that are not themselves data. */
function named(id: string, name: string): Rig {
  const rig = demoRig(id);
  const cut = [...name].slice(0, 80).join("") || "x";
  const sign = rig.sign && {
    ...rig.sign,
    scenes: rig.sign.scenes.map((scene) => (scene.kind === "pictures" ? { ...scene, name: cut } : scene)),
  };
  return { ...rig, name: cut, ...(sign ? { sign } : {}) };
}

const WRITERS: ReadonlyArray<readonly [what: string, id: string, write: (rig: Rig) => string]> = [
  ["a sketch of one digit", "slip-gate", program],
  ["a sketch that scans", "river-level", program],
  ["a sketch for a driver chip", "water-warmth", program],
  ["a sketch of pictures", "wind-arrow", program],
  ["a hardware description", "boats-out", program],
  ["a hardware description of a list", "boats-out", (rig) => program(listed(rig))],
  ["a tape as C", "water-warmth", tapeC],
  ["frames as C", "wind-arrow", framesOf],
];

describe.each(WRITERS)("%s", (_, id, write) => {
  const plain = codeOnly(write(named(id, "Rig")));
  test.each(HOSTILE)("is the same code under the name %j", (name) => {
    const text = write(named(id, name));
    expect(codeOnly(text)).toBe(plain);
    expect(text).not.toMatch(/[\u202a-\u202e\u2066-\u2069]/);
    // Tools take orders from comments that begin with certain words.
    if (text.includes("endmodule")) expect(text).not.toMatch(/\/\/\s*synthesis/);
  });
});

test("texts that are code stay texts: the words of a show in every table of a sketch", () => {
  const texts = HOSTILE.map((text) => [...text].slice(0, 8).join("")).filter((text) => text !== "");
  const rig = { ...demoRig("river-level"), show: { ...demoRig("river-level").show, mode: "count", texts } };
  const plain = { ...rig, show: { ...rig.show, texts: texts.map(() => "8") } };
  const shape = (one: Rig) => codeOnly(program(one)).replace(/0b[01]+/g, "0b0");
  expect(shape(rig as Rig)).toBe(shape(plain as Rig));
});

test("tables in C compile with every warning an error, whatever the rig is called", () => {
  const folder = mkdtempSync(join(tmpdir(), "bold-pip-names-"));
  const files = HOSTILE.flatMap((name, at) =>
    [tapeC(named("water-warmth", name)), framesOf(named("wind-arrow", name))].map((text, kind) => {
      const file = `table-${at}-${kind}.c`;
      writeFileSync(join(folder, file), text);
      return file;
    }),
  );
  const flags = "-std=c99 -trigraphs -fsyntax-only -Wall -Wextra -Wcomment -Wbidi-chars -Werror -Wno-unused";
  expect(() =>
    execFileSync("gcc", [...flags.split(" "), "-Wno-unused-const-variable", ...files], { cwd: folder }),
  ).not.toThrow();
});

test.each(HOSTILE)(
  "a run by the name %j is read again with its lines, and its tape has no formula",
  async (name) => {
    const rig = named("water-warmth", name);
    const surveyed = await surveyCapture(new Blob([...vcdOf(rig, 5e8)]));
    expect(surveyed.ok && surveyed.survey.signals.map((signal) => signal.name.split(".").pop())).toEqual([
      "CLK_line_6",
      "DIO_line_5",
    ]);
    for (const row of Papa.parse<string[]>(tapeCsv(rig).trim()).data)
      for (const cell of row) expect(cell).not.toMatch(/^[=+@]|^-(?!\d)/);
    expect(readRig(writeRig(rig))).toEqual({ ok: true, rig: JSON.parse(writeRig(rig)) });
  },
);
