import { safeFileName } from "../foreign";
import type { RigModel } from "../address";
import type { LegNames } from "../parts";
import { controllerById } from "../rig";
import { printProblem, sketchText, writeProgram, type Program } from "../program";
import { BARE_AVR } from "./avr";
import { DIRECT_SKETCH } from "./direct";
import { MICROPYTHON } from "./micropython";
import { PYTHON_UNIT, SKETCH_UNIT } from "./unit";
import { PORTABLE_C } from "./portable";
import type { CodeFile, Dialect } from "./types";

export type { CodeFile } from "./types";
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
  write: (model, program, legNames) => {
    const { lines, ending } = writeProgram(model, program, legNames);
    return [{ name: safeFileName(model.rig.name, ending), text: sketchText(lines), lines }];
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
    }
  | { readonly ok: false; readonly message: string };

/** The program in a form. @param id of the form */
export function writtenIn(
  model: RigModel,
  program: Program,
  id: string,
  legNames: LegNames = "letters",
): WrittenIn {
  const dialect = DIALECTS.find((one) => one.id === id);
  if (!dialect)
    return {
      ok: false,
      message: `There is no dialect “${id.slice(0, 40)}”. It is one of ${DIALECTS.map((one) => one.id).join(", ")}.`,
    };
  const problem = dialect.problem(model, program) ?? printProblem(model, program);
  if (problem !== undefined) return { ok: false, message: `${problem}.` };
  const files = dialect.write(model, program, legNames);
  const takes = dialect.takes?.(model, program, files);
  return { ok: true, files, ...(takes === undefined ? {} : { takes }) };
}
