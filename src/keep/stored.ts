import { checkRig, type Encoding, type Rig } from "@/core/rig";
import { database, type ShelfRecord } from "./database";

/** A rig as it is stored, brought to the current version, and its revision. */
export interface StoredRig {
  readonly rig: Rig;
  readonly revision: number;
  readonly codeBefore?: Encoding | undefined;
}

/** @returns the stored rig; undefined when there is none, when it is in the bin, or when it cannot be read */
export async function loadRig(id: string): Promise<StoredRig | undefined> {
  return storedIn(await database().rigs.get(id));
}

/** How a rig stands in the database. */
export interface Standing {
  /** It is on the shelf, readable or not. */
  readonly there: boolean;
  readonly stored: StoredRig | undefined;
}

/** How a rig stands in the database: there or not, and at which revision. */
export async function standingOf(id: string): Promise<Standing> {
  const record = await database().rigs.get(id);
  return { there: record !== undefined && !record.deleted, stored: storedIn(record) };
}

/** What a record holds, if it is on the shelf and can be read. */
export function storedIn(record: ShelfRecord | undefined): StoredRig | undefined {
  if (!record || record.deleted) return undefined;
  const read = checkRig(record.rig);
  return read.ok
    ? { rig: read.rig, revision: record.revision ?? 0, codeBefore: record.codeBefore }
    : undefined;
}
