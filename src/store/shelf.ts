import { checkRig, readRig, type Problem, type Rig, type Encoding } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";
import { database, type ShelfRecord } from "./database";

const BIN_DAYS = 30;

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

/** Brings back every demo rig that is not on the shelf, as shipped. */
export async function addDemoRigs(): Promise<number> {
  const db = database();
  const now = Date.now();
  const there = new Set((await db.rigs.toArray()).filter((record) => !record.deleted).map(({ id }) => id));
  const missing = DEMO_RIGS.filter((rig) => !there.has(rig.id));
  // In their order, and none later than now: what is made next stands behind them all.
  await db.rigs.bulkPut(
    missing.map((rig, at) => ({ id: rig.id, rig, created: now - missing.length + at, changed: now })),
  );
  return missing.length;
}

const records = async (): Promise<ShelfRecord[]> =>
  (await database().rigs.orderBy("created").toArray()).filter((record) => !record.deleted);

/** What stands on the shelf: a rig, or a record that cannot be read, with the reason. */
export type ShelfEntry =
  | { readonly kind: "rig"; readonly record: ShelfRecord; readonly rig: Rig }
  | { readonly kind: "unreadable"; readonly record: ShelfRecord; readonly problem: Problem };

/** The shelf, oldest first. Each record is checked and brought to the current version; none is changed by looking. */
export async function shelfEntries(): Promise<ShelfEntry[]> {
  return (await records()).map((record) => {
    const read = checkRig(record.rig);
    return read.ok
      ? { kind: "rig", record, rig: read.rig }
      : { kind: "unreadable", record, problem: read.problems[0]! };
  });
}

/** @returns the stored rig, brought to the current version; undefined when there is none or it cannot be read */
export async function loadRig(id: string): Promise<Rig | undefined> {
  const record = await database().rigs.get(id);
  if (!record || record.deleted) return undefined;
  const read = checkRig(record.rig);
  return read.ok ? read.rig : undefined;
}

/** What the code of a rig was before its wires were last moved, as far as it is known. */
export const loadCodeBefore = async (id: string): Promise<Encoding | undefined> =>
  (await database().rigs.get(id))?.codeBefore;

export async function saveRig(rig: Rig, codeBefore?: Encoding): Promise<void> {
  const now = Date.now();
  const db = database();
  await db.transaction("rw", db.rigs, async () => {
    const before = await db.rigs.get(rig.id);
    if (before?.deleted) return;
    await db.rigs.put({
      id: rig.id,
      rig,
      ...(codeBefore ? { codeBefore } : {}),
      created: before?.created ?? now,
      changed: now,
    });
  });
}

/** A name no rig on the shelf has yet: "Slip gate 2". */
async function freeName(name: string): Promise<string> {
  const taken = new Set((await records()).map(({ rig }) => rig.name));
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

export async function binRig(id: string): Promise<void> {
  await database().rigs.update(id, { deleted: Date.now() });
}

export async function unbinRig(id: string): Promise<void> {
  const db = database();
  const record = await db.rigs.get(id);
  if (record) await db.rigs.put({ id, rig: record.rig, created: record.created, changed: record.changed });
}

/** Reads the text of a `.pip.json` file onto the shelf; stores nothing unless the whole file is good. */
export async function importRig(
  text: string,
): Promise<{ ok: true; rig: Rig } | { ok: false; problems: readonly Problem[] }> {
  const read = readRig(text);
  return read.ok ? { ok: true, rig: await addRig(read.rig) } : read;
}

export async function readSetting<Value>(key: string): Promise<Value | undefined> {
  return (await database().settings.get(key))?.value as Value | undefined;
}

export async function writeSetting(key: string, value: unknown): Promise<void> {
  await database().settings.put({ key, value });
}
