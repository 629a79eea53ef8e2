import { cellState, chipOn, gridOf, type RigModel } from "@/core/address";
import { driveState, updateCost, type Program, type UpdateCost, type WriteStyle } from "@/core/program";
import { controllerById, type DigitId } from "@/core/rig";
import { tapeOf, traceSend, traceWrites, type BusTrace, type Phased, type SendTrace } from "@/core/sim";

/** The faces of a program: how many, and of digits what each reads. */
export interface Faces {
  readonly count: number;
  readonly texts: readonly string[];
}

/** The faces of a program: of digits with their texts, of dots only how many. */
export const facesOf = (model: RigModel, { frames }: Program): Faces => ({
  count: frames.length,
  texts: gridOf(model) ? [] : frames.map(({ text }) => text),
});

/** An update: a character on a digit, or a slot of one of the program's faces. */
export type UpdateOf =
  | { readonly glyph: string; readonly digit: DigitId | undefined }
  | { readonly frame: number; readonly slot: number };

/** One update over the lines, edge by edge. */
export function updateOf(model: RigModel, program: Program, of: UpdateOf): SendTrace {
  if ("glyph" in of) return traceSend(model, cellState(model, { glyph: of.glyph, point: false }, of.digit));
  const face = program.frames[Math.min(of.frame, program.frames.length - 1)]!;
  return traceSend(model, driveState(program, model, face.states[of.slot] ?? face.states[0]!));
}

/** Writes to driver chips: those of a face with the set-up before them, or none; then what was typed. */
export interface WritesOf {
  readonly frame: number | undefined;
  readonly typed: readonly Phased[];
  /** What the chips report of their keys. */
  readonly keys?: readonly number[];
}

/** Writes as they would be sent, edge by edge, with what each leaves in the chips. */
export function writesOf(model: RigModel, program: Program, { frame, typed, keys }: WritesOf): BusTrace {
  const tape = frame === undefined ? [] : tapeOf(program, frame);
  return traceWrites(model, program, [...tape, ...typed], keys);
}

/** What an update of so many chips costs, by calls and by direct port writes. */
export type UpdateCosts = Readonly<Record<WriteStyle, UpdateCost>>;

/** What an update costs on the rig's board with so many chips on the bus, by calls and by port writes. */
export function updateCosts(model: RigModel, bus: number, counts: readonly number[]): UpdateCosts[] {
  const on = model.encoding.buses![bus]!;
  const board = controllerById(model.rig.plan.controller);
  const cost = (chips: number, style: WriteStyle) => updateCost(on, chipOn(model, on), board, chips, style);
  return counts.map((chips) => ({ calls: cost(chips, "calls"), direct: cost(chips, "direct") }));
}
