import type { PipName, SegmentName } from "../glyph";

/** What is practised. */
export const DRILLS = ["byte-to-shape", "shape-to-byte", "leg", "resistor", "fault"] as const;
export type DrillKind = (typeof DRILLS)[number];

export const DRILL_TITLES: Readonly<Record<DrillKind, string>> = {
  "byte-to-shape": "Read a byte",
  "shape-to-byte": "Write a byte",
  leg: "Count to a leg",
  resistor: "Which resistor",
  fault: "Name the fault",
};

/** The segment on each bit, bit 0 first, and the bit that lights. */
export interface Wiring {
  readonly bits: readonly SegmentName[];
  readonly lights: 0 | 1;
}

/** One question, with its answer and why it is that. */
export type Drill = { readonly says: string; readonly why: string } & (
  | {
      readonly kind: "byte-to-shape";
      readonly byte: number;
      readonly wiring: Wiring;
      readonly answer: readonly SegmentName[];
    }
  | {
      readonly kind: "shape-to-byte";
      readonly shape: readonly SegmentName[];
      readonly wiring: Wiring;
      readonly answer: number;
    }
  | {
      readonly kind: "leg" | "resistor" | "fault";
      readonly choices: readonly string[];
      /** Place among the choices. */
      readonly answer: number;
      /** What is seen beside what is meant, of a fault. */
      readonly seen?: {
        readonly meant: ReadonlyArray<readonly PipName[]>;
        readonly lit: ReadonlyArray<readonly PipName[]>;
      };
    }
);

/** How a kind goes, from answer to answer. */
export interface DrillScore {
  readonly right: number;
  readonly wrong: number;
  /** How hard its questions are, from 1. */
  readonly level: number;
  /** Right ones in a row at that level; below 0, wrong ones. */
  readonly row: number;
}
export type DrillScores = Readonly<Partial<Record<DrillKind, DrillScore>>>;

export const NO_SCORE: DrillScore = { right: 0, wrong: 0, level: 1, row: 0 };
export const HARDEST = 4;
/** So many right in a row make it harder, so many wrong easier. */
const HARDER_AFTER = 3;
const EASIER_AFTER = 2;

const isCount = (value: unknown, least: number, most: number): value is number =>
  Number.isInteger(value) && (value as number) >= least && (value as number) <= most;

/** Scores as they were kept; what is none is as if it was never practised. */
export function scoresIn(kept: unknown): DrillScores {
  if (typeof kept !== "object" || kept === null) return {};
  return Object.fromEntries(
    DRILLS.flatMap((kind) => {
      const { right, wrong, level, row } = ((kept as Record<string, unknown>)[kind] ?? {}) as Record<
        string,
        unknown
      >;
      const isGood =
        isCount(right, 0, 1e6) &&
        isCount(wrong, 0, 1e6) &&
        isCount(level, 1, HARDEST) &&
        isCount(row, -EASIER_AFTER, HARDER_AFTER);
      return isGood ? [[kind, { right, wrong, level, row }]] : [];
    }),
  );
}

/** A score after one more answer. */
export function scored({ right, wrong, level, row }: DrillScore, isRight: boolean): DrillScore {
  const now = isRight ? Math.max(0, row) + 1 : Math.min(0, row) - 1;
  const counted = { right: right + (isRight ? 1 : 0), wrong: wrong + (isRight ? 0 : 1) };
  if (now >= HARDER_AFTER && level < HARDEST) return { ...counted, level: level + 1, row: 0 };
  if (now <= -EASIER_AFTER && level > 1) return { ...counted, level: level - 1, row: 0 };
  return { ...counted, level, row: now };
}

/** What to practise next: what was practised least, and where one errs, comes more often. @param random 0 to 1 */
export function nextKind(kinds: readonly DrillKind[], scores: DrillScores, random: () => number): DrillKind {
  const weights = kinds.map((kind) => {
    const { right, wrong } = scores[kind] ?? NO_SCORE;
    return (wrong + 2) / (right + wrong + 3);
  });
  let left = random() * weights.reduce((sum, weight) => sum + weight, 0);
  const at = weights.findIndex((weight) => (left -= weight) < 0);
  return kinds[Math.max(0, at)]!;
}
