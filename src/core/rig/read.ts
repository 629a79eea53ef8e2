import { LIMITS } from "./limits";
import { fits, parseJson, type Problem } from "../document";
import { RIG, type Rig } from "./document";
import { TAPE_ITEMS, type TapeItem } from "./live";
import { migrate } from "./migrate";
import { checkReferences } from "./references";

export type ReadRig =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly problems: readonly Problem[] };

const refuse = (path: string, message: string): ReadRig => ({ ok: false, problems: [{ path, message }] });

/**
 * Reads the text of a `.pip.json` file.
 * @param text at most 12 MiB
 * @returns the rig, or the problems found (24 at most), each with its place
 */
export function readRig(text: string): ReadRig {
  if (text.length > LIMITS.fileBytes) {
    return refuse(
      "file",
      `is ${(text.length / 1048576).toFixed(1)} MiB; a rig file is at most ${LIMITS.fileBytes / 1048576} MiB. Is it another kind of file?`,
    );
  }
  const clean = text.replace(/^\uFEFF/, "");
  if (clean.trim() === "") return refuse("file", "is empty. Export the rig again, or choose another file");
  const parsed = parseJson(clean, LIMITS.depth);
  return parsed.ok ? checkRig(parsed.value) : refuse(parsed.path, parsed.message);
}

/** Checks the items of a tape that came by themselves: what hands do, and what has to be so. */
export function checkTapeItems(
  value: unknown,
):
  | { readonly ok: true; readonly items: readonly TapeItem[] }
  | { readonly ok: false; readonly problems: readonly Problem[] } {
  const problems: Problem[] = [];
  if (fits(TAPE_ITEMS, value, problems, LIMITS.problems)) return { ok: true, items: value };
  return { ok: false, problems: problems.map(({ path, message }) => ({ path: `inputs${path}`, message })) };
}

/** Checks a parsed document: migrates it to the current version, then its shape, then what refers to what. */
export function checkRig(value: unknown): ReadRig {
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return refuse("file", "holds no rig: a rig document is a JSON object with format “bold-pip-rig”");
  }
  const migrated = migrate(value as Record<string, unknown>);
  if (!migrated.ok) return refuse(migrated.path, migrated.message);
  const rig: unknown = migrated.document;
  const shapes: Problem[] = [];
  if (!fits(RIG, rig, shapes, LIMITS.problems)) return { ok: false, problems: shapes };
  const problems = checkReferences(rig);
  return problems.length ? { ok: false, problems: problems.slice(0, LIMITS.problems) } : { ok: true, rig };
}
