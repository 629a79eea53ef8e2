/** What a file that was brought along may be. */
export type FileKind = "rig" | "backup" | "capture" | "font" | "picture" | "firmware" | "table";

/** So much of a file's beginning is looked at, in characters. */
export const HEAD_LENGTH = 512;

const ENDINGS: Readonly<Record<FileKind, RegExp>> = {
  rig: /\.json$/i,
  backup: /\.zip$/i,
  capture: /\.(vcd|csv|tsv)$/i,
  font: /\.bdf$/i,
  picture: /\.(png|gif|pbm|pgm|ppm|pnm)$/i,
  firmware: /\.(hex|ihex|ihx|elf)$/i,
  table: /\.(c|cc|cpp|h|hpp|ino|py|asm|inc|s|txt)$/i,
};

/** How a file of each kind begins, whatever it is called. A capture as a table of levels has no such beginning. */
const BEGINNINGS: ReadonlyArray<readonly [FileKind, RegExp]> = [
  ["backup", /^PK\u0003\u0004/],
  ["firmware", /^\u007fELF/],
  ["picture", /^(.PNG|GIF8|P[1-6]\s)/s],
  ["font", /^STARTFONT\s/],
  ["firmware", /^:[0-9A-Fa-f]{10,}\s/],
  ["rig", /^\uFEFF?\s*\{/],
  ["capture", /\$(timescale|date|version|scope|var)\b/],
];

/**
 * What a file is: by how it begins, and where that says nothing by the end of its name.
 * @param head its first {@link HEAD_LENGTH} characters, each byte one of them
 * @returns undefined where neither tells
 */
export function fileKindOf(name: string, head: string): FileKind | undefined {
  const begun = BEGINNINGS.find(([, begins]) => begins.test(head))?.[0];
  if (begun) return begun;
  const ended = (Object.keys(ENDINGS) as FileKind[]).find((kind) => ENDINGS[kind].test(name));
  // A text file may be a table of levels: a head of commas and times tells it from one of bytes.
  if (ended === "table" && /\.txt$/i.test(name) && /^\W*(time|;? ?samplerate)/i.test(head)) return "capture";
  return ended;
}
