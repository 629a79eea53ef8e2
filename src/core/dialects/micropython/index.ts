import type { RigModel } from "../../address";
import { safeFileName } from "../../foreign";
import { formatBytes } from "../../quantity";
import { controllerById } from "../../rig";
import { writeSketch, type SketchLine } from "../../program";
import { textOf } from "../text";
import type { Dialect } from "../types";
import { parseC } from "./parse";
import { LACKING, imports } from "./prelude";
import { writePython } from "./writer";

/** Controllers that MicroPython is built for, of those there are. */
const RUNS = /^(RP2040|ESP32|ESP8266)/;

/**
 * Bytes of the interpreter's memory a program stands in once it is translated, from its text without what is said in it:
 * measured with MicroPython 1.27 on 32 bits, 0.6 to 1.8 of its length, the less the longer.
 */
export const pythonMemory = (text: string): number => {
  const code = text.replace(/^#.*\n/gm, "").replace(/ {2}#.*$/gm, "").length;
  return Math.round(Math.min(1.4 * code, 1800 + 0.75 * code));
};

const MAIN: readonly string[] = ["setup()", "while True:", "    loop()"];

/** The program for boards that run MicroPython: the statements of the sketch, word for word what they do there. */
export const MICROPYTHON: Dialect = {
  id: "micropython",
  title: "MicroPython",
  says: "For RP2040, ESP32 and ESP8266: the same statements the face runs, by an interpreter.",
  language: "python",
  pace: "interpreter",
  problem: (model, { live }) => {
    const { id, flavour, title } = controllerById(model.rig.plan.controller);
    if (flavour === "logic") return "Programmable logic takes Verilog";
    if (!RUNS.test(id))
      return `The ${title.split(",")[0]} is too small for MicroPython: choose an RP2040, ESP32 or ESP8266 on Plan`;
    return live?.routines.some(({ interrupts }) => interrupts)
      ? "A contact interrupts this program, and an interpreter may serve it late: choose another way to debounce on Show"
      : undefined;
  },
  takes: (_, __, files) =>
    `Translated on the board it takes about ${formatBytes(pythonMemory(files.map(({ text }) => text).join("")))} of its memory, and more while it is being translated.`,
  write: (model, program, legNames) => {
    const sketch = writeSketch(model, program, legNames, "asks");
    const { heading, body } = asPython(model, sketch);
    const all: SketchLine[] = [
      ...heading,
      { text: "# Saved as main.py on the board, it starts at power-up." },
      { text: "" },
      ...body,
      { text: "" },
      ...MAIN.map((text) => ({ text })),
    ];
    return [{ name: safeFileName(model.rig.name, ".py"), text: textOf(all), lines: all }];
  },
};

/** What stands above a sketch, and all the rest of it, as Python with what that needs from the board's modules. */
export function asPython(
  model: RigModel,
  sketch: readonly SketchLine[],
): { readonly heading: readonly SketchLine[]; readonly body: readonly SketchLine[] } {
  const ends = sketch.findIndex(({ text }) => !text.startsWith("//"));
  const code = parseC(sketch.map(({ text }, line) => (line < ends ? "" : text)));
  const { converter } = controllerById(model.rig.plan.controller);
  const { lines, needs } = writePython(code, converter?.bits ?? 12);
  const lacking = Object.entries(LACKING).flatMap(([name, routine]) =>
    needs.has(name) ? [...routine, ""] : [],
  );
  const body = lines.map(({ text, from }): SketchLine => {
    const { text: _, bitColumns, ...marks } = sketch[from] ?? { text: "" };
    const columns = bitColumns && [...text.matchAll(/\b0b[01]+/g)].map(({ index }) => index + 2);
    return { text, ...marks, ...(columns ? { bitColumns: columns } : {}) };
  });
  const below = [...lacking, ...body.map(({ text }) => text)].join("\n");
  return {
    heading: sketch.slice(0, ends).map((line) => ({ ...line, text: line.text.replace(/^\/\//, "#") })),
    body: [...[...imports(below), "", ...lacking].map((text) => ({ text })), ...body],
  };
}
