import type { Problem } from "@/core/document";
import { LIMITS, checkRig, readRig, rigSummary, type Rig, type Encoding } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";
import { database, type ShelfRecord } from "./database";
import { storedIn, type StoredRig } from "./stored";

const BIN_DAYS = 30;

/** A name no other rig has, on this computer or another. */
export const newId = (): string => crypto.randomUUID();

/** Puts the demo rigs on the shelf on the very first visit, and empties what has been in the bin for a month. */
export async function prepareShelf(): Promise<void> {
  const db = database();
  await db.transaction("rw", db.rigs, db.settings, async () => {
    if (!(await db.settings.get("demo"))) {
      await addDemoRigs();
      await db.settings.put({ key: "demo", value: true });
    }
    const old = Date.now() - BIN_DAYS * 86_400_000;
    await db.rigs.where("deleted").below(old).delete();
  });
}

/**
 * Brings back every demo rig that is not on the shelf, as shipped. One that was changed and lies in the bin stays there
 * as it is, under an id of its own.
 */
export async function addDemoRigs(): Promise<number> {
  const db = database();
  return db.transaction("rw", db.rigs, async () => {
    const now = Date.now();
    const all = new Map((await db.rigs.toArray()).map((record) => [record.id, record]));
    const missing = DEMO_RIGS.filter(({ id }) => !all.has(id) || all.get(id)!.deleted);
    const binned = missing.flatMap((rig) => {
      const record = all.get(rig.id);
      if (!record || isShipped(record)) return [];
      const id = newId();
      return [{ ...record, id, rig: { ...record.rig, id } }];
    });
    // In their order, and none later than now: what is made next stands behind them all.
    const added = missing.map((rig, at) => ({
      id: rig.id,
      rig,
      created: now - missing.length + at,
      changed: now,
      revision: (all.get(rig.id)?.revision ?? 0) + 1,
    }));
    await db.rigs.bulkPut([...binned, ...added]);
    return missing.length;
  });
}

/** Whether a record is a demo rig that nobody changed. */
export const isShipped = ({ id, rig }: ShelfRecord): boolean => {
  const shipped = DEMO_RIGS.find((one) => one.id === id);
  return shipped !== undefined && JSON.stringify(shipped) === JSON.stringify(rig);
};

/** Every record, the oldest first; one that lost its date stands before them. */
export const allRecords = async (): Promise<ShelfRecord[]> =>
  (await database().rigs.toArray()).sort((one, other) => (one.created || 0) - (other.created || 0));

const records = async (): Promise<ShelfRecord[]> => (await allRecords()).filter(({ deleted }) => !deleted);

/** What stands on the shelf: a rig with its line in words, or a record that cannot be read, with the reason. */
export type ShelfEntry = { readonly record: ShelfRecord; readonly name: string } & (
  | { readonly kind: "rig"; readonly rig: Rig; readonly summary: string }
  | { readonly kind: "unreadable"; readonly problem: Problem }
);

/** The shelf, oldest first. Each record is checked and brought to the current version; none is changed by looking. */
export async function shelfEntries(): Promise<ShelfEntry[]> {
  return (await records()).map((record): ShelfEntry => {
    const read = checkRig(record.rig);
    const entry = { record, name: recordName(record) };
    return read.ok
      ? { ...entry, kind: "rig", rig: read.rig, summary: rigSummary(read.rig) }
      : { ...entry, kind: "unreadable", problem: read.problems[0]! };
  });
}

/** The names of the rigs on the shelf, and what is noted on them, without looking at the rigs themselves. */
export async function shelfNames(): Promise<ReadonlyArray<{ id: string; name: string; note?: string }>> {
  return (await records()).map((record) => {
    const { note } = record.rig as { note?: unknown };
    return { id: record.id, name: recordName(record), ...(typeof note === "string" ? { note } : {}) };
  });
}

/** A deleted rig, until the day it goes for good. */
export interface Binned {
  readonly id: string;
  readonly name: string;
  /** ms since 1970 */
  readonly deleted: number;
  readonly goes: number;
}

/** What lies in the bin, what was deleted last first, and when it goes for good. */
export async function binnedRigs(): Promise<readonly Binned[]> {
  return (await allRecords())
    .flatMap((record) => {
      const { id, deleted } = record;
      return deleted
        ? [{ id, name: recordName(record), deleted, goes: deleted + BIN_DAYS * 86_400_000 }]
        : [];
    })
    .sort((one, other) => other.deleted - one.deleted);
}

/** Takes everything out of the bin for good, or one rig of it. @returns how many */
export async function emptyBin(id?: string): Promise<number> {
  const db = database();
  return db.transaction("rw", db.rigs, async () => {
    const gone = (await db.rigs.toArray()).filter(
      (record) => record.deleted && (id ?? record.id) === record.id,
    );
    await db.rigs.bulkDelete(gone.map((record) => record.id));
    return gone.length;
  });
}

/** What a record is called, however damaged it is. */
export function recordName({ rig }: Pick<ShelfRecord, "rig">): string {
  const name = (rig as { name?: unknown } | null | undefined)?.name;
  return typeof name === "string" && name.trim() !== "" ? name.slice(0, LIMITS.name) : "A rig without a name";
}

/** How storing went: stored, with the new revision; or refused, because the rig was changed or deleted meanwhile. */
export type Saved =
  | { readonly kind: "stored"; readonly revision: number }
  | { readonly kind: "changed"; readonly there: StoredRig }
  | { readonly kind: "gone" };

/**
 * Stores a rig.
 * @param on the revision it was changed from: where another one is stored, nothing is overwritten. Undefined stores
 * whatever is there. What cannot be read is not kept in the place of what can.
 */
export async function saveRig(rig: Rig, codeBefore?: Encoding, on?: number): Promise<Saved> {
  const db = database();
  return db.transaction("rw", db.rigs, async (): Promise<Saved> => {
    const before = await db.rigs.get(rig.id);
    if (before?.deleted || (!before && on !== undefined)) return { kind: "gone" };
    const other = on === undefined || (before?.revision ?? 0) === on ? undefined : storedIn(before);
    if (other) return { kind: "changed", there: other };
    const record = recordOf(rig, before, codeBefore);
    await db.rigs.put(record);
    return { kind: "stored", revision: record.revision };
  });
}

/** A rig as it is stored in the place of what was there. */
const recordOf = (rig: Rig, before: ShelfRecord | undefined, codeBefore?: Encoding) => {
  const now = Date.now();
  return {
    id: rig.id,
    rig,
    ...(codeBefore ? { codeBefore } : {}),
    created: before?.created ?? now,
    changed: now,
    revision: (before?.revision ?? 0) + 1,
  };
};

/** Puts a rig that was deleted elsewhere back on the shelf, as it is here. */
export async function keepRig(rig: Rig): Promise<void> {
  const db = database();
  await db.transaction("rw", db.rigs, async () => {
    await db.rigs.put(recordOf(rig, await db.rigs.get(rig.id)));
  });
}

/** A name no rig on the shelf has yet: "Slip gate 2". */
export async function freeName(name: string): Promise<string> {
  const taken = new Set((await records()).map(recordName));
  if (!taken.has(name)) return name;
  const stem = name.replace(/ \d+$/, "").slice(0, 72);
  for (let number = 2; ; number += 1) if (!taken.has(`${stem} ${number}`)) return `${stem} ${number}`;
}

/** Stores a rig under a fresh id and a free name. */
export async function addRig(rig: Rig): Promise<Rig> {
  const stored = { ...rig, id: newId(), name: await freeName(rig.name) };
  await saveRig(stored);
  return stored;
}

/** Puts a rig into the bin, where it stays for 30 days; one that is gone already is left so. */
export async function binRig(id: string): Promise<void> {
  await database().rigs.update(id, { deleted: Date.now() });
}

/** Puts a rig back on the shelf as it was. */
export async function unbinRig(id: string): Promise<void> {
  const db = database();
  const record = await db.rigs.get(id);
  if (!record) return;
  const { deleted: _, ...rest } = record;
  await db.rigs.put({ ...rest, revision: (record.revision ?? 0) + 1 });
}

/** What a file brought: a rig that is on the shelf now, or what is wrong with it. */
export type Imported =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Reads a `.pip.json` file onto the shelf; stores nothing unless the whole file is good. */
export async function importRig(file: Blob): Promise<Imported> {
  if (file.size > LIMITS.fileBytes) {
    const message = `is ${(file.size / 1048576).toFixed(1)} MiB; a rig file is at most ${LIMITS.fileBytes / 1048576} MiB`;
    return { ok: false, problems: [{ path: "file", message }] };
  }
  const read = readRig(await file.text());
  return read.ok ? { ok: true, rig: await addRig(read.rig) } : read;
}

/** What was kept under a name; undefined on a first visit. What it is has to be checked by who asks. */
export async function readSetting<Value>(key: string): Promise<Value | undefined> {
  return (await database().settings.get(key))?.value as Value | undefined;
}

/** Keeps something small beside the rigs, by its name. */
export async function writeSetting(key: string, value: unknown): Promise<void> {
  await database().settings.put({ key, value });
}
