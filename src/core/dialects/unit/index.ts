import { safeFileName } from "../../foreign";
import { controllerById } from "../../rig";
import {
  timerKind,
  timerNumber,
  writeSketch,
  displayUnit,
  unitProblem,
  type DisplayUnit,
  type SketchLine,
} from "../../program";
import type { RigModel } from "../../address";
import type { LegNames } from "../../parts";
import { textOf } from "../text";
import type { CodeFile, Dialect } from "../types";
import { MICROPYTHON } from "../micropython";
import { pythonUnit } from "./python";
import { routineText, unitCalls, type UnitCall } from "./calls";

const INDENT = "  ";

/** What stands above everything: the rig and its wiring. */
const isHeading = (lines: readonly SketchLine[]): number =>
  lines.findIndex(({ text }) => !text.startsWith("//"));

/** A sketch as the two routines others call: set-up and what it does over and over. */
const asCalls = (line: SketchLine): SketchLine =>
  line.text === "void setup() {"
    ? { ...line, text: "void begin() {" }
    : line.text === "void loop() {"
      ? { ...line, text: "void refresh() {" }
      : line;

/** What keeps the digits going, in words for those who call it. */
function keeping(unit: DisplayUnit): string[] {
  const runs = unit.dots ? "Moves a text that runs: call it in every turn of loop()." : undefined;
  if (unit.program.on.length <= 1) return [runs ?? "Every call below does it: you need not."];
  const kind = timerKind(unit.model, unit.program);
  if (kind === "interrupt")
    return [
      `The interrupt of timer ${timerNumber(unit.program)} keeps the digits going: leave that timer to it.`,
      runs ?? "You need not call this.",
    ];
  return [
    kind === "polled"
      ? "Keeps the digits going: call it as often as possible, and wait for nothing in between."
      : "Lights every digit once: call it again and again, and do little in between.",
    ...(unit.dots ? ["It moves a text that runs as well."] : []),
  ];
}

const SETS_UP: UnitCall = {
  name: "begin",
  given: "",
  says: ["Sets the lines up, with everything dark. Call it once, in setup()."],
  body: [],
};

function header(unit: DisplayUnit, heading: readonly SketchLine[]): SketchLine[] {
  const { calls } = unitCalls(unit);
  const declared = [SETS_UP, { ...SETS_UP, name: "refresh", says: keeping(unit) }, ...calls].flatMap(
    ({ name, given, usual, says }) => [
      ...says.map((line) => `${INDENT}// ${line}`),
      `${INDENT}void ${name}(${given}${usual === undefined ? "" : ` = ${usual}`});`,
    ],
  );
  return [
    ...heading,
    ...["", "#pragma once", "#include <stdint.h>", "", "namespace display {", ...declared, "}"].map(
      (text) => ({ text }),
    ),
  ];
}

function source(unit: DisplayUnit, lines: readonly SketchLine[]): SketchLine[] {
  const { inner, calls } = unitCalls(unit);
  // What is said to the compiler stands before everything; what is in the unit keeps out of the way of other names.
  const first = lines.findIndex(
    ({ text }, nth) => nth > 0 && lines[nth - 1]!.text === "#endif" && text === "",
  );
  const text = (all: readonly string[]): SketchLine[] => all.map((line) => ({ text: line }));
  return [
    ...text(["// The unit's code: it uses no heap.", '#include "display.h"']),
    ...lines.slice(0, first + 1),
    ...text(["namespace display {", ""]),
    ...lines.slice(first + 1).map(asCalls),
    ...[...inner, ...calls].flatMap((call) => text(["", ...routineText(call)])),
    ...text(["", "}"]),
  ];
}

/** A program that counts seconds on the display. */
const example = ({ digits, dots }: DisplayUnit): string[] => [
  "// A small program with the display in it: it counts seconds.",
  '#include "display.h"',
  "",
  "unsigned long since;",
  "long seconds;",
  "",
  "void setup() {",
  "  display::begin();",
  `  display::${dots ? "number(0)" : digits! > 1 ? 'show("HI")' : "number(0)"};`,
  "}",
  "",
  "void loop() {",
  "  display::refresh();",
  "  if (millis() - since < 1000) return;",
  "  since += 1000;",
  "  seconds += 1;",
  "  display::number(seconds);",
  "}",
];

const problem = (model: RigModel, python: boolean): string | undefined => {
  const { flavour, title } = controllerById(model.rig.plan.controller);
  if (flavour === "logic") return "Programmable logic takes Verilog";
  const not = unitProblem(model.rig);
  if (not !== undefined) return `No unit: ${not}`;
  if (!python && flavour === "plain-c") return `The ${title.split(",")[0]} runs no sketch`;
  return undefined;
};

/** Bytes a unit keeps: no heap, so it is all there is. */
const keeps = ({ program: { live, variables = [] } }: DisplayUnit): number =>
  [...live!.arrays, ...variables].reduce(
    (sum, one) => sum + ("size" in one ? one.size : 1) * (Number(one.width.slice(1)) / 8),
    0,
  );

const unitOf = (model: RigModel, legNames: LegNames, asks?: "asks") => {
  const unit = displayUnit(model);
  const lines = writeSketch(unit.model, unit.program, legNames, asks);
  return { unit, lines, ends: isHeading(lines) };
};

/** The display as a header and a source for a sketch of one's own. */
export const SKETCH_UNIT: Dialect = {
  id: "unit",
  title: "Display unit for your own C++ sketch",
  says: "A header and its source: begin, show, number, refresh. A small program shows how.",
  language: "c",
  problem: (model) => problem(model, false),
  takes: (model) => `It keeps ${keeps(displayUnit(model))} bytes of memory and uses no heap.`,
  write: (model, _, legNames): readonly CodeFile[] => {
    const { unit, lines, ends } = unitOf(model, legNames);
    const head = header(unit, lines.slice(0, ends));
    const body = source(unit, lines.slice(ends));
    const main = example(unit);
    return [
      { name: safeFileName(model.rig.name, ".ino"), text: `${main.join("\n")}\n` },
      { name: "display.h", text: textOf(head), lines: head },
      { name: "display.ino", text: textOf(body), lines: body },
    ];
  },
};

/** The same as a module for MicroPython. */
export const PYTHON_UNIT: Dialect = {
  id: "unit-micropython",
  title: "Display unit for your own MicroPython",
  says: "A module: begin, show, number, refresh. A small program shows how.",
  language: "python",
  problem: (model, program) =>
    problem(model, true) ?? MICROPYTHON.problem(model, { ...program, live: undefined }),
  takes: MICROPYTHON.takes,
  write: (model, _, legNames) => {
    const { unit, lines, ends } = unitOf(model, legNames, "asks");
    return pythonUnit(
      model,
      unit,
      lines.map((line, nth) => (nth < ends ? line : asCalls(line))),
      keeping(unit),
    );
  },
};
