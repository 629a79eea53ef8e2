/** A part of a write: which bits of which byte, what it is called, and what it says. */
export interface Field {
  readonly byte: number;
  readonly high: number;
  readonly low: number;
  readonly name: string;
  readonly value: number;
  readonly says: string;
}

/** One write, or one word of it, in words. */
export interface Explained {
  /** The register or command. */
  readonly title: string;
  /** What it does. */
  readonly says: string;
  readonly fields: readonly Field[];
  /** The chip has no such register or command, or it could not be read. */
  readonly strange?: true;
}

/** Some bits of a byte as a number. */
export const bits = (byte: number, high: number, low: number): number =>
  (byte >> low) & ((1 << (high - low + 1)) - 1);

/** What a byte of display memory lights, by the names of its bits from the lowest. */
export const litIn = (byte: number, names: readonly string[]): string => {
  const lit = names.filter((_, bit) => (byte >> bit) & 1);
  return lit.length === 0 ? "all dark" : lit.join(" ");
};

/** A share from 0 to 1 in percent, to a tenth: `18.8 %`. */
export const percent = (share: number): string => `${+(share * 100).toFixed(1)} %`;

/** A count with its noun: `1 byte`, `3 bytes`. */
export const times = (count: number, what: string): string => `${count} ${what}${count === 1 ? "" : "s"}`;

/** What stands for a write whose head could not be read. */
export const unreadable = (says: string): Explained => ({
  title: "unreadable",
  says,
  fields: [],
  strange: true,
});
