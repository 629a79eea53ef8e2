import type { RigModel } from "../address";
import { controllerById } from "../rig";
import type { ArrayVariable, LineTable, Statement, Subroutine, Table, Variable } from "./language";
import { C, arrayText, tableText } from "./print/c";
import { printer } from "./print/printer";
import { FLASH_WORDS, comment, type SketchLine } from "./sketch/text";
import { sketchWords } from "./sketch/words";
import type { SketchFaces } from "./sketch/faces";
import type { Program, ProgramFrame, SlotState } from "./types";

/** A small program that has nothing to do with the rig's show: it moves lines, reads them, and tells what it read. */
export interface PlainCode {
  /** What it is for, line by line, at its head. */
  readonly says: readonly string[];
  readonly lines: ReadonlyArray<{ readonly named: string; readonly line: string }>;
  readonly variables?: readonly Variable[];
  readonly arrays?: readonly ArrayVariable[];
  readonly tables?: readonly Table[];
  /** Lines that are chosen as it runs. */
  readonly lineTables?: readonly LineTable[];
  readonly routines?: readonly Subroutine[];
  readonly setup: readonly Statement[];
  readonly loop: readonly Statement[];
}

const DARK: SlotState = { slot: 0, bytes: [], levels: [] };
const NO_FACE: ProgramFrame = { text: "", cells: [], cut: false, states: [DARK] };

/** The same as a program that can be run. */
export const plainProgram = ({
  lines,
  variables,
  arrays = [],
  tables = [],
  routines = [],
  setup,
  loop,
}: PlainCode): Program => ({
  direct: [],
  digitLines: [],
  buses: [],
  school: "loop",
  on: [1],
  blankTime: 0,
  periods: [],
  frames: [],
  dark: NO_FACE,
  send: [],
  darken: [],
  tick: [],
  variables,
  live: {
    arrays,
    routines,
    tables,
    lines,
    drawn: "",
    pattern: "",
    size: 0,
    stateOf: () => DARK,
    faceOf: () => NO_FACE,
    outputs: [],
    shown: [],
    talks: true,
  },
  setup,
  loop,
});

/** It shows no faces: nothing of how a sketch keeps them is ever asked for. */
const NO_FACES: SketchFaces = {
  tables: () => [],
  routines: [],
  sender: "",
  byte: () => "0",
  shift: () => [],
  sendWrites: "",
  show: () => [],
  each: () => [],
  time: "0",
  handOver: [],
  darkState: "0",
};

/** Prints it as a C++ sketch for the setup()/loop() flavour. */
export function writePlain(model: RigModel, code: PlainCode): SketchLine[] {
  const program = plainProgram(code);
  const print = printer(
    C,
    sketchWords({ program, faces: NO_FACES, clock: undefined, pause: "delayMicroseconds" }),
  );
  const part = (lines: readonly string[]): SketchLine[] =>
    lines.length > 0 ? [...lines.map((text) => ({ text })), { text: "" }] : [];
  const { tables = [], lineTables = [], arrays = [], variables = [], routines = [] } = code;
  return [
    comment(model.rig.name),
    ...code.says.map((text) => comment(text)),
    comment(`For: ${controllerById(model.rig.plan.controller).title}.`),
    comment("Written by Bold Pip."),
    { text: "" },
    ...(lineTables.length > 0 || tables.some(({ inFlash }) => inFlash) ? [...FLASH_WORDS, { text: "" }] : []),
    ...part(code.lines.map(({ named, line }) => `const uint8_t ${named} = ${line};`)),
    ...part(lineTables.map(({ name, lines }) => `const uint8_t ${name}[] PROGMEM = {${lines.join(", ")}};`)),
    ...part(tables.map(tableText)),
    ...part([
      ...print.statements(variables.map((variable): Statement => ({ do: "declare", ...variable }))),
      ...arrays.map(arrayText),
    ]),
    ...routines.flatMap((routine) => part(print.routine(routine))),
    ...part(C.block("void setup()", print.statements(code.setup))),
    ...part(C.block("void loop()", print.statements(code.loop))).slice(0, -1),
  ];
}
