import type { SketchLine } from "../program";

/** Lines as one text. */
export const textOf = (lines: readonly SketchLine[]): string =>
  `${lines.map(({ text }) => text).join("\n")}\n`;
