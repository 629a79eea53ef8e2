import { UNSEEN } from "./comment";

/** Text as it may stand in a `$comment` of a value change dump (IEEE 1364): without what could end it. */
export const vcdText = (text: string): string => text.replace(UNSEEN, " ").replace(/\$/g, "");

/** Text between the quotes of a C string: printable ASCII, what would end it or begin an escape with a backslash. */
export const cText = (text: string): string =>
  text.replace(/[^ -~]/g, "?").replace(/["\\?]/g, (character) => `\\${character}`);

/** Text as a quoted property of a BDF font: one line, quotes doubled. */
export const bdfString = (text: string): string => `"${text.replace(UNSEEN, " ").replace(/"/g, '""')}"`;

/** Names some systems keep for devices: no file may be called so, whatever its ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)$/;
const LONGEST_STEM = 80;

/** A file name from any text: letters, digits and hyphens of it, with the given ending. */
export function safeFileName(text: string, ending: string): string {
  const stem = text
    .normalize("NFKD")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .toLowerCase()
    .slice(0, LONGEST_STEM)
    .replace(/^-+|-+$/g, "");
  return `${DEVICES.test(stem) ? `rig-${stem}` : stem || "rig"}${ending}`;
}
