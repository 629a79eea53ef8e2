import { csvRows, safeFileName } from "../foreign";
import type { RigModel } from "../address";
import type { LegNames } from "../parts";
import { controllerById } from "../rig";
import { lineTable, printProblem, sketchText, writeBench, writeProgram, type Program } from "../program";
import { BARE_AVR } from "./avr";
import { DIRECT_SKETCH } from "./direct";
import { MICROPYTHON } from "./micropython";
import { PYTHON_UNIT, SKETCH_UNIT } from "./unit";
import { PORTABLE_C } from "./portable";
import { paceOf } from "./pace";
import { SKETCH_UNIT_WORDS, overUnit, ownUnitOf, type BusSchool } from "./own-unit";
import type { CodeFile, Dialect } from "./types";

export type { CodeFile } from "./types";
export { BUS_SCHOOLS, type BusSchool } from "./own-unit";
export { zipOf } from "./zip";

const isLogic = (model: RigModel): boolean => controllerById(model.rig.plan.controller).flavour === "logic";

/** What the program is printed as where nothing else is asked for. */
const own = (id: "sketch" | "verilog", title: string, says: Dialect["says"]): Dialect => ({
  id,
  title,
  says,
  language: id === "verilog" ? "verilog" : "c",
  problem: (model) =>
    isLogic(model) === (id === "verilog")
      ? undefined
      : id === "verilog"
        ? "Verilog is for programmable logic: choose the FPGA board on Plan"
        : "Programmable logic takes Verilog",
  ...(id === "sketch" ? { pace: "calls" as const, unitWords: SKETCH_UNIT_WORDS } : {}),
  write: (model, program, legNames, unit) => {
    const { lines: byHand, ending } = writeProgram(model, program, legNames);
    const lines = unit ? overUnit(byHand, unit, SKETCH_UNIT_WORDS(unit)) : byHand;
    const main = { name: safeFileName(model.rig.name, ending), text: sketchText(lines), lines };
    if (id === "sketch") return [main];
    return [
      { ...main, name: "show.v" },
      { name: "show_bench.v", text: `${writeBench(model, program, lines).join("\n")}\n` },
      { name: "lines.csv", text: csvRows(lineTable(model, program, lines)) },
    ];
  },
});

/** Every form the one program is handed out in. */
const DIALECTS: readonly Dialect[] = [
  own("sketch", "C++ sketch", "setup() and loop(), plain calls, no library: the same program the face runs."),
  DIRECT_SKETCH,
  BARE_AVR,
  PORTABLE_C,
  MICROPYTHON,
  SKETCH_UNIT,
  PYTHON_UNIT,
  own("verilog", "Verilog", ({ live }) =>
    live
      ? "Registers and steps for programmable logic: the same program the face runs."
      : "Counters and a table for programmable logic: the same scan the face runs.",
  ),
];

/** A form as it is offered for a rig. */
export interface Offered extends Pick<Dialect, "id" | "title" | "language"> {
  readonly says: string;
  /** Why it is not for this rig. */
  readonly problem?: string;
}

/** All forms, with why some are not for a rig. */
export const dialectsFor = (model: RigModel, program: Program): Offered[] =>
  DIALECTS.map((dialect) => {
    const { id, title, language } = dialect;
    const says = typeof dialect.says === "function" ? dialect.says(program) : dialect.says;
    const problem = dialect.problem(model, program);
    return { id, title, says, language, ...(problem === undefined ? {} : { problem }) };
  });

export type WrittenIn =
  | {
      readonly ok: true;
      readonly files: readonly CodeFile[];
      /** What it takes of the controller, where that is not what a sketch takes. */
      readonly takes?: string;
      /** What putting out a pattern takes on the lines. */
      readonly pace?: string;
    }
  | { readonly ok: false; readonly message: string };

/**
 * The program in a form.
 * @param id of the form
 * @param school by hand, or over the controller's own unit; refused where the wires or the form do not allow it
 */
export function writtenIn(
  model: RigModel,
  program: Program,
  id: string,
  legNames: LegNames = "letters",
  school: BusSchool = "hand",
): WrittenIn {
  const dialect = DIALECTS.find((one) => one.id === id);
  if (!dialect)
    return {
      ok: false,
      message: `There is no dialect “${id.slice(0, 40)}”. It is one of ${DIALECTS.map((one) => one.id).join(", ")}.`,
    };
  const problem = dialect.problem(model, program) ?? printProblem(model, program);
  if (problem !== undefined) return { ok: false, message: `${problem}.` };
  const unit = school === "unit" ? unitFor(dialect, model, program) : undefined;
  if (unit && "problem" in unit) return { ok: false, message: `${unit.problem}.` };
  const files = dialect.write(model, program, legNames, unit);
  const takes = dialect.takes?.(model, program, files);
  const pace = unit?.says ?? (dialect.pace === undefined ? undefined : paceOf(model, program, dialect.pace));
  return {
    ok: true,
    files,
    ...(takes === undefined ? {} : { takes }),
    ...(pace === undefined ? {} : { pace }),
  };
}

const unitFor = (dialect: Dialect, model: RigModel, program: Program) =>
  dialect.unitWords ? ownUnitOf(model, program) : { problem: `${dialect.title} sends bytes by hand only` };

/**
 * What may send the bytes of a form beside the program itself, or why nothing may; undefined where no bytes are sent, or
 * the form only knows how to send them by hand.
 */
export function unitOffered(
  model: RigModel,
  program: Program,
  id: string,
): { readonly says: string } | { readonly problem: string } | undefined {
  const dialect = DIALECTS.find((one) => one.id === id);
  if (!dialect?.unitWords || (!program.chain && program.buses.length === 0)) return undefined;
  return ownUnitOf(model, program);
}
