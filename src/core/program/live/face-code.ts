import type { Memory, ProgramFrame } from "../types";
import {
  element,
  name,
  number,
  operation,
  setElement,
  when,
  type ArrayVariable,
  type Expression,
  type Statement,
  type Subroutine,
  type Table,
  type Variable,
  type Width,
} from "../language";
import type { OutputCode } from "./outputs";
import type { PlacedBits } from "./slot-bytes";

/** What stands on a face of a live rig, once it was drawn. */
export interface DrawnFace {
  /** Faces alike have the same. */
  readonly key: string;
  readonly face: () => Pick<ProgramFrame, "cells" | "text" | "bitmap">;
}

/** Drawing faces as a program: arrays and routines, which name the tables they read from. */
export interface FaceCode {
  readonly variables: readonly Variable[];
  readonly arrays: readonly ArrayVariable[];
  readonly routines: readonly Subroutine[];
  /** What is done at every pass. */
  readonly pass: readonly Statement[];
  /** What is done when another face is chosen. */
  readonly fresh: readonly Statement[];
  /** What is meant to stand on the face, by what was drawn. */
  shown(memory: Memory): DrawnFace;
}

/** Outputs that are LEDs among what is put out, with their bits. */
export type Lamps = ReadonlyArray<{ readonly output: OutputCode; readonly bits: readonly PlacedBits[] }>;

export const flashTable = (called: string, width: Width, values: readonly number[]): Table => ({
  name: called,
  width,
  values,
  inFlash: true,
});

/** The array a face is drawn in, and the one that is put out. */
export const faceArrays = (base: readonly number[]): ArrayVariable[] => [
  { name: "drawn", width: "u8", size: base.length, values: base, says: "a face while it is drawn" },
  { name: "pattern", width: "u8", size: base.length, values: base, says: "the face that is shown" },
];

/** Turns bits of the drawing around: what is dark lights, whichever level lights it. */
export const turnBits = (place: Expression, mask: Expression): Statement =>
  setElement("drawn", place, operation(element("drawn", place), "^", mask));

export const lampsDrawn = (lamps: Lamps): Statement[] =>
  lamps.map(({ output, bits }) =>
    when(
      name(output.variable),
      bits.map(({ at, mask }) => turnBits(number(at), number(mask))),
    ),
  );

/** What is done for which face; alike for all of them, it is done whichever is shown. */
export function onFace(faces: ReadonlyArray<readonly Statement[]>): readonly Statement[] {
  const alike = new Set(faces.map((body) => JSON.stringify(body))).size === 1;
  if (alike) return faces[0]!;
  return faces.flatMap((body, nth) =>
    body.length === 0 ? [] : [when(operation(name("face"), "==", number(nth)), body)],
  );
}
