import type { PipName } from "@/core/glyph";

/** The LEDs a decoded digit lists in a text, by their names. */
export const litNames = (text: string): PipName[] => (text === "" ? [] : (text.split(" ") as PipName[]));
