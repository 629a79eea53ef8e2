import type { Rig } from "@/core/rig";
import { keeper } from "@/workers";

/**
 * The last edit of a rig, until the database has it: written at once, where storing takes a moment a page may not have.
 * A rig that is too large for it is only stored.
 */
export interface Unsaved {
  readonly rig: Rig;
  /** The stored revision the edit was made on. */
  readonly revision: number;
}

const KEY = "bold-pip-unsaved-";
const MOST_CHARACTERS = 1_500_000;

/** Writes an edit down at once: the database answers later, and a page that goes away has no later. */
export function writeJournal(rig: Rig, revision: number): void {
  try {
    const text = JSON.stringify({ rig, revision });
    if (text.length <= MOST_CHARACTERS) localStorage.setItem(KEY + rig.id, text);
    else localStorage.removeItem(KEY + rig.id);
  } catch {
    // Storage for texts is full or forbidden: the database still has its turn.
  }
}

/** The database has it: what was written down is let go. */
export function clearJournal(id: string): void {
  try {
    localStorage.removeItem(KEY + id);
  } catch {
    // Nothing can have been written either.
  }
}

/** The edit of a rig that did not reach the database; undefined where there is none that can be read. */
export async function readJournal(id: string): Promise<Unsaved | undefined> {
  try {
    const text = localStorage.getItem(KEY + id);
    if (text === null || text.length > MOST_CHARACTERS) return undefined;
    const { rig, revision } = JSON.parse(text) as { rig: unknown; revision: unknown };
    const read = await keeper().checked(rig);
    return read.ok && typeof revision === "number" && read.rig.id === id
      ? { rig: read.rig, revision }
      : undefined;
  } catch {
    return undefined;
  }
}
