import { LIMITS } from "@/core/rig";

/** Texts that were typed one a line, or what is wrong with them. */
export const readTexts = (text: string) => {
  const lines = text.replace(/\n+$/, "").split("\n");
  const long = lines.find((line) => line.length > LIMITS.text);
  if (long !== undefined)
    return { ok: false as const, message: `“${long.slice(0, 12)}…” is over ${LIMITS.text} characters` };
  if (lines.length > LIMITS.texts) return { ok: false as const, message: `at most ${LIMITS.texts} texts` };
  const empty = lines.findIndex((line) => line === "");
  return empty >= 0
    ? { ok: false as const, message: `line ${empty + 1} is empty: type a space for a dark face` }
    : { ok: true as const, value: lines };
};
