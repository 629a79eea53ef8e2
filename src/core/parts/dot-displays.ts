import { DOTS } from "../glyph";
import { displayId, displayPart, type DisplaySheet, type LegUse } from "./digit-displays";
import { POLARITIES, type DisplayPart, type Polarity } from "../sheet";

/** Modules of dots that can be had, by name. Their rows are what takes turns: the commons. */
export const MATRICES = {
  "8x8": { rows: 8, columns: 8 },
  "5x7": { rows: 7, columns: 5 },
  "16x8": { rows: 8, columns: 16 },
} as const;
export type MatrixName = keyof typeof MATRICES;

const row = (number: number): LegUse => `digit-${number}`;
const STRAIGHT_THROUGH =
  "numbered straight through: displays of this size follow no common order. Enter the legs of yours";

const MATRIX_ORDERS: ReadonlyArray<{
  readonly name: MatrixName;
  readonly legs: readonly LegUse[];
  readonly source: string;
}> = [
  {
    name: "8x8",
    legs: [
      ...[row(5), row(7), "c2", "c3", row(8), "c5", row(6), row(3)],
      ...[row(1), "c4", "c6", row(4), "c1", row(2), "c7", "c8"],
    ] as LegUse[],
    source:
      "typical leg order of 8 × 8 modules with 16 legs; check it against the sheet of yours, or enter its legs",
  },
  {
    name: "5x7",
    legs: [...Array.from({ length: 7 }, (_, at) => row(at + 1)), ...DOTS.slice(0, 5)],
    source: STRAIGHT_THROUGH,
  },
  {
    name: "16x8",
    legs: [...DOTS, ...Array.from({ length: 8 }, (_, at) => row(at + 1))],
    source: STRAIGHT_THROUGH,
  },
];

/** The catalogue's id of a module of dots. */
export const matrixId = (name: MatrixName, polarity: Polarity): string =>
  displayId(`matrix-${name}`, polarity);

export const MATRIX_DISPLAYS: readonly DisplayPart[] = MATRIX_ORDERS.flatMap(({ name, legs, source }) =>
  POLARITIES.map((polarity) => {
    const { rows, columns } = MATRICES[name];
    const side = polarity === "common-cathode" ? "cathodes" : "anodes";
    return displayPart(
      matrixId(name, polarity),
      `${columns} × ${rows} dots, rows are ${side}, ${legs.length} legs`,
      source,
      { legs, polarity },
    );
  }),
);

/** The sheet of a module of dots, to start one's own from. */
export const matrixSheet = (name: MatrixName, polarity: Polarity): DisplaySheet => ({
  legs: MATRIX_ORDERS.find((order) => order.name === name)!.legs,
  polarity,
});
