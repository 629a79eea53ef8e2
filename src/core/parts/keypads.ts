import type { InputPart, Leg } from "../sheet";

/** Keypads that are scanned by rows and columns: what stands on their keys, row by row. */
export const KEYPADS = {
  "3x4": { rows: 4, columns: 3, faces: ["1", "2", "3", "4", "5", "6", "7", "8", "9", "*", "0", "#"] },
  "4x4": {
    rows: 4,
    columns: 4,
    faces: ["1", "2", "3", "A", "4", "5", "6", "B", "7", "8", "9", "C", "*", "0", "#", "D"],
  },
} as const;
export type KeypadName = keyof typeof KEYPADS;

const legsFrom = (first: number, count: number, what: string): Leg[] =>
  Array.from({ length: count }, (_, at) => ({
    id: String(first + at),
    name: `${what} ${at + 1}`,
    role: "passive",
  }));

/** Rows first, then columns, as most membrane keypads bring them out. */
const keypad = (name: KeypadName): InputPart => {
  const { rows, columns, faces } = KEYPADS[name];
  const [row, column] = [legsFrom(1, rows, "row"), legsFrom(rows + 1, columns, "column")];
  return {
    id: `keypad-${name}`,
    kind: "input",
    title: `keypad of ${faces.length} keys`,
    outline: { style: "header" },
    legs: [...row, ...column],
    act: {
      by: "keys",
      rows: row.map(({ id }) => id),
      columns: column.map(({ id }) => id),
      faces,
      bounce: 5,
    },
    source: "typical membrane keypad: a contact where each row crosses each column, no diodes",
  };
};

export const KEYPAD_PARTS: readonly InputPart[] = [keypad("3x4"), keypad("4x4")];
