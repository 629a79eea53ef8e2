import type { Nanoseconds } from "../quantity";
import type { Program, ProgramFrame } from "./types";

/** µs a distance sensor's trigger is high. */
export const TRIGGER_US = 10;

export const microseconds = (time: number): Nanoseconds => Math.round(time * 1000);
export const milliseconds = (time: number): Nanoseconds => Math.round(time * 1_000_000);

/** A value a statement has, or leaves to the face that is shown. */
export const frameValue = (value: number | "frame", ofFrame: number | undefined): number =>
  value === "frame" ? (ofFrame ?? 1) : value;

/** The face a statement means: of the loop it stands in, or by its place in the show. */
export function chosen(
  program: Program,
  which: "each" | "first" | "last" | "blank",
  each: ProgramFrame,
): ProgramFrame {
  switch (which) {
    case "each":
      return each;
    case "first":
      return program.frames[0]!;
    case "last":
      return program.frames[program.frames.length - 1]!;
    case "blank":
      return program.dark;
  }
}
