import type { RigModel } from "../address";
import { formatByte, type Cell } from "../glyph";
import { legById, legName, type NamingSchool } from "../parts";
import {
  controllerById,
  splitLegRef,
  splitPipId,
  unitValue,
  type LegRef,
  type PipId,
  type UnitRef,
} from "../rig";
import type { Pattern, Program, Statement } from "./types";

/** One line of a program, and what it is about, so that a screen can mark it. */
export interface SketchLine {
  readonly text: string;
  readonly pip?: PipId;
  readonly glyph?: string;
  /** Column of the leftmost bit of the line's binary numbers, one for each byte. */
  readonly bitColumns?: readonly number[];
}

const NAMES = { data: "DATA_LINE", clock: "CLOCK_LINE", latch: "LATCH_LINE" } as const;
const INDENT = "  ";

/** Text that may stand in a line comment: one line, ASCII where it matters, and nothing that swallows the next line. */
const plain = (text: string): string =>
  text
    .replace(/[\u0000-\u001f\u007f\u2028\u2029]+/g, " ")
    .replace(/(\S)\u0305/g, "$1 (active low)")
    .replace(/(\w+)(\w) \(active low\)/g, "$1$2 (active low)")
    .replace(/′/g, "'")
    .replace(/Ω/g, "ohm")
    .replace(/µ/g, "u")
    .replace(/−/g, "-")
    .replace(/\\/g, "/")
    .replace(/\?\?\//g, "?");

const cellName = ({ glyph, point }: Cell): string =>
  (glyph === " " ? "blank" : `'${plain(glyph)}'`) + (point ? " with point" : "");

/**
 * Prints a program as a C++ sketch for the setup()/loop() flavour, with plain pin-write and shift-out calls and no
 * library.
 */
export function writeSketch(
  model: RigModel,
  program: Program,
  school: NamingSchool = "letters",
): SketchLine[] {
  return [
    ...heading(model),
    ...wiring(model, program, school),
    { text: "" },
    ...constants(program),
    { text: "" },
    ...tables(model, program),
    { text: "" },
    ...sendRoutine(program),
    { text: "" },
    ...routine("void setup() {", program, program.setup),
    { text: "" },
    ...(program.loop.length > 0
      ? routine("void loop() {", program, program.loop)
      : [
          { text: "void loop() {" },
          { text: `${INDENT}// Nothing more to do: the outputs keep what was latched.` },
          { text: "}" },
        ]),
  ];
}

/** The program as the text of a file. */
export const sketchText = (lines: readonly SketchLine[]): string =>
  lines.map(({ text }) => `${text}\n`).join("");

const comment = (text = ""): SketchLine => ({ text: `// ${plain(text)}`.trimEnd() });

function heading(model: RigModel): SketchLine[] {
  const display = model.part(model.display.ref);
  const chips = model.chain.chips.length;
  return [
    comment(model.rig.name),
    comment(`${chips === 1 ? "One 74HC595" : `${chips} 74HC595s`}, ${display.title}.`),
    comment(`For: ${controllerById(model.rig.plan.controller).title}.`),
    comment("Written by Bold Pip: bytes, bit order and lines come from the rig's wires."),
    comment(),
  ];
}

function wiring(model: RigModel, program: Program, school: NamingSchool): SketchLine[] {
  const name = (leg: LegRef): string => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    if (part.kind === "controller") return legById(part, id).name;
    return `${unit} ${legName(legById(part, id), school)} (leg ${id})`;
  };
  const resistor = (ref: UnitRef): string => `${ref} ${unitValue(model.unit(ref)) ?? ""}`;
  const chip = model.chain.chips[0];
  const part = chip === undefined ? undefined : model.part(chip);
  const inputs =
    part?.kind === "shift-register"
      ? (["data", "clock", "latch"] as const).map((use) => {
          const leg = { data: part.pins.serialIn, clock: part.pins.shiftClock, latch: part.pins.latchClock }[
            use
          ];
          const found = model.chain.lines[use];
          const lead =
            found === program.lines[use]
              ? ""
              : `   ! the wires lead ${found === undefined ? "nowhere" : `to line ${found}`}`;
          return comment(`  line ${program.lines[use]} -> ${name(`${chip!}.${leg}`)}   ${use}${lead}`);
        })
      : [];
  const segments = model.addresses.map(({ pip, ownLeg, ownReach }): SketchLine => {
    const steps = ownReach.map(({ driver, via }) =>
      [name(driver.leg), ...[...via].reverse().map(resistor)].join(" -> "),
    );
    return {
      ...comment(`  ${steps.join(" and ") || "nothing"} -> ${name(ownLeg)}`),
      pip,
    };
  });
  const first = model.addresses[0];
  const common = (first?.sharedReach ?? []).map(({ driver, via }) =>
    comment(`  ${[name(first!.sharedLeg), ...via.map(resistor), name(driver.leg)].join(" -> ")}`),
  );
  return [comment("Wiring:"), ...inputs, ...segments, ...common];
}

function constants(program: Program): SketchLine[] {
  const wait = waitOf([...program.setup, ...program.loop]);
  return [
    ...(["data", "clock", "latch"] as const).map((use) => ({
      text: `const uint8_t ${NAMES[use]} = ${program.lines[use]};`,
    })),
    ...(wait === undefined ? [] : [{ text: `const unsigned long INTERVAL_MS = ${wait};` }]),
  ];
}

function waitOf(statements: readonly Statement[]): number | undefined {
  for (const statement of statements) {
    const found =
      statement.do === "wait"
        ? statement.time
        : statement.do === "repeat" || statement.do === "for-each-pattern"
          ? waitOf(statement.body)
          : undefined;
    if (found !== undefined) return found;
  }
  return undefined;
}

function tables(model: RigModel, program: Program): SketchLine[] {
  const { encoding } = model;
  const order = Array.from({ length: encoding.byteCount }, (_, byte) =>
    [7, 6, 5, 4, 3, 2, 1, 0]
      .map((bit) => {
        const entry = encoding.bits.find((candidate) => candidate.byte === byte && candidate.bit === bit);
        return entry ? splitPipId(entry.pip).segment.replace("dp", "p") : "-";
      })
      .join(""),
  );
  const lights = new Set(encoding.bits.map((entry) => entry.lights));
  const sense =
    lights.size === 2 ? "see each LED's wiring for what lights it" : lights.has(0) ? "0 lights" : "1 lights";
  const single = encoding.byteCount === 1;
  const row = ({ cell, bytes }: Pattern): SketchLine => {
    const numbers = bytes.map((byte) => formatByte(byte, "binary")).join(", ");
    const lead = single ? INDENT : `${INDENT}{`;
    return {
      text: `${lead}${numbers}${single ? "" : "}"},  // ${bytes.map((byte) => formatByte(byte)).join(" ")}  ${cellName(cell)}`,
      glyph: cell.glyph,
      bitColumns: bytes.map((_, at) => lead.length + at * 12 + 2),
    };
  };
  const size = single ? "[]" : `[][${encoding.byteCount}]`;
  return [
    comment(`The segment on each bit (p: point, -: not used); ${sense}.`),
    comment(
      encoding.bitOrder === "msb-first"
        ? "The leftmost bit is sent first and ends farthest down the register."
        : "The rightmost bit is sent first and ends farthest down the register.",
    ),
    { text: `//  ${single ? "" : " "}${order.join("".padEnd(4))}` },
    { text: `const uint8_t PATTERNS${size} = {` },
    ...program.patterns.map(row),
    { text: "};" },
    { text: "const uint16_t PATTERN_COUNT = sizeof(PATTERNS) / sizeof(PATTERNS[0]);" },
    single
      ? { text: `const uint8_t BLANK = ${formatByte(program.blank[0]!, "binary")};` }
      : {
          text: `const uint8_t BLANK[] = {${program.blank.map((byte) => formatByte(byte, "binary")).join(", ")}};`,
        },
  ];
}

function sendRoutine(program: Program): SketchLine[] {
  const parameter = program.blank.length === 1 ? "uint8_t pattern" : "const uint8_t *pattern";
  return [
    { text: "// Shifts a pattern into the register; the outputs take it when the latch line rises." },
    ...routine(`void sendPattern(${parameter}) {`, program, program.send),
  ];
}

function routine(opening: string, program: Program, body: readonly Statement[]): SketchLine[] {
  return [{ text: opening }, ...printAll(body, program, 1).map((text) => ({ text })), { text: "}" }];
}

const printAll = (body: readonly Statement[], program: Program, depth: number): string[] =>
  body.flatMap((statement) => print(statement, program, depth));

function print(statement: Statement, program: Program, depth: number): string[] {
  const lead = INDENT.repeat(depth);
  switch (statement.do) {
    case "line-mode":
      return [`${lead}pinMode(${NAMES[statement.line]}, OUTPUT);`];
    case "line-write":
      return [`${lead}digitalWrite(${NAMES[statement.line]}, ${statement.level ? "HIGH" : "LOW"});`];
    case "shift-pattern": {
      const order = statement.order === "msb-first" ? "MSBFIRST" : "LSBFIRST";
      const shift = (what: string) => `shiftOut(${NAMES.data}, ${NAMES.clock}, ${order}, ${what});`;
      if (program.blank.length === 1) return [`${lead}${shift("pattern")}`];
      return [
        `${lead}for (uint8_t at = 0; at < ${program.blank.length}; at++) {`,
        `${lead}${INDENT}${shift("pattern[at]")}`,
        `${lead}}`,
      ];
    }
    case "send":
      return [
        `${lead}sendPattern(${{ each: "PATTERNS[step]", first: "PATTERNS[0]", blank: "BLANK" }[statement.pattern]});`,
      ];
    case "wait":
      return [`${lead}delay(INTERVAL_MS);`];
    case "for-each-pattern":
      return [
        `${lead}for (uint16_t step = 0; step < PATTERN_COUNT; step++) {`,
        ...printAll(statement.body, program, depth + 1),
        `${lead}}`,
      ];
    case "repeat":
      return [
        `${lead}for (unsigned long round = 0; round < ${statement.times}; round++) {`,
        ...printAll(statement.body, program, depth + 1),
        `${lead}}`,
      ];
  }
}
