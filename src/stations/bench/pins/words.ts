import type { Saw } from "@/core/notes";
import { columnOf, isDot } from "@/core/glyph";
import type { LegUse } from "@/core/parts";

/** What a leg is, in words. */
function wordsOf(use: LegUse, digits: number): string {
  if (use === "not-used") return "not used";
  if (use.startsWith("digit-")) return digits === 1 ? "common" : `common of digit ${use.slice(6)}`;
  if (isDot(use)) return `column ${columnOf(use)}`;
  return use === "dp" ? "points" : `segment ${use}`;
}

/** The same of a display of dots: its commons are rows. */
export const legWords = (use: LegUse, digits: number, dots: boolean): string =>
  dots && use.startsWith("digit-") ? `row ${use.slice(6)}` : wordsOf(use, digits);

/** What was seen, in words. */
export function sawWords(saw: Saw): string {
  if (saw === "nothing") return "nothing lit";
  if (saw === "short") return "a short";
  const { digit, led } = saw;
  if (isDot(led)) return `row ${digit}, column ${columnOf(led)}`;
  return `digit ${digit}, ${led === "dp" ? "its point" : led === "colon" ? "the colon" : led}`;
}
