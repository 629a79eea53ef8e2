import { controllerById } from "../rig";
import { safeFileName } from "../foreign";
import { writeSketch, type SketchLine } from "../program";
import { PIECES } from "./avr/pieces";
import { avrTarget } from "./avr/ports";
import { textOf } from "./text";
import { REGISTER_UNIT_WORDS, overUnit } from "./own-unit";
import type { Dialect } from "./types";

/** The calls of a sketch that write lines, as writes to the port's register. */
const written = (line: string): string =>
  line
    .replace(/\bdigitalWrite\(/g, "setLine(")
    .replace(/\bshiftOut\(/g, "shiftByte(")
    .replace(/\b(?:HIGH|MSBFIRST)\b(?=[^"]*$)/g, (word) => (word === "HIGH" ? "HIGH" : "true"))
    .replace(/\bLSBFIRST\b/g, "false");

/** A sketch whose lines are written by the port's register: the rest are the calls of the sketch flavour. */
export const DIRECT_SKETCH: Dialect = {
  id: "sketch-direct",
  title: "C++ sketch, lines written directly",
  says: "The sketch, with each line written by its port register: two clocks instead of fifty, and bound to this controller.",
  language: "c",
  problem: (model) => {
    const { id, title } = controllerById(model.rig.plan.controller);
    return avrTarget(id) ? undefined : `The lines of the ${title.split(",")[0]} are written by calls only`;
  },
  pace: "direct",
  unitWords: REGISTER_UNIT_WORDS,
  write: (model, program, legNames, unit) => {
    const target = avrTarget(controllerById(model.rig.plan.controller).id)!;
    const sketch = writeSketch(model, program, legNames);
    const sent = unit ? overUnit(sketch, unit, REGISTER_UNIT_WORDS(unit)) : sketch;
    const lines = sent.map((line) => ({
      ...line,
      text: written(line.text),
    }));
    const ends = lines.findIndex(({ text }) => !text.startsWith("//"));
    // The names of lines are the sketch flavour's own.
    const { firstAnalogue: _, ...plain } = target;
    const used = (name: string) => lines.some(({ text }) => text.includes(`${name}(`));
    const pieces = (
      ["lines", "setLine", "shiftByte", "spiBegin", "spiSend", "twiBegin", "twiSend"] as const
    ).flatMap((name) =>
      name === "lines" || name === "setLine" || used(name) ? [...PIECES[name].code(plain), ""] : [],
    );
    const all: SketchLine[] = [
      ...lines.slice(0, ends),
      { text: "" },
      ...pieces.map((text) => ({ text })),
      ...lines.slice(ends),
    ];
    return [{ name: safeFileName(model.rig.name, ".ino"), text: textOf(all), lines: all }];
  },
};
