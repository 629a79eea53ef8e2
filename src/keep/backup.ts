import { safeFileName } from "@/core/foreign";
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from "fflate";
import { parseJson } from "@/core/document";
import { LIMITS, checkRig, goodModules, type Encoding, type Rig } from "@/core/rig";
import { LAST_BACKUP } from "./backup-reminder";
import { database, type ShelfRecord } from "./database";
import { OWN_MODULES, joinModules } from "./modules";
import { allRecords, freeName, newId, recordName, writeSetting } from "./shelf";

/** What a back-up may hold at the most, unpacked. */
const BACKUP_LIMITS = {
  fileBytes: 128 * 1024 * 1024,
  unpacked: 512 * 1024 * 1024,
  rigs: 5000,
} as const;

const FORMAT = "bold-pip-backup";
const CONTENTS = "contents.json";

/** What the table of contents says of one rig. */
interface Entry {
  readonly file: string;
  readonly id: string;
  readonly created: number;
  readonly changed: number;
  readonly deleted?: number;
  readonly codeBefore?: Encoding;
}

/** Everything the browser keeps, as a ZIP archive: a table of contents, the settings, and each rig as a rig file. */
export async function makeBackup(now = Date.now()): Promise<{ bytes: Uint8Array; name: string }> {
  const records = await allRecords();
  const settings = (await database().settings.toArray()).filter(({ key }) => !OWN_KEYS.has(key));
  const files: Zippable = {};
  const rigs = records.map((record, at): Entry => {
    const stem = `${String(at + 1).padStart(4, "0")}-`;
    const file = `rigs/${stem}${safeFileName(recordName(record), ".pip.json")}`;
    files[file] = strToU8(`${JSON.stringify(record.rig ?? null, null, 2)}\n`);
    const { id, created, changed, deleted, codeBefore } = record;
    return {
      file,
      id,
      created,
      changed,
      ...(deleted ? { deleted } : {}),
      ...(codeBefore ? { codeBefore } : {}),
    };
  });
  files[CONTENTS] = strToU8(
    JSON.stringify(
      { format: FORMAT, version: 1, made: new Date(now).toISOString(), rigs, settings },
      null,
      2,
    ),
  );
  await writeSetting(LAST_BACKUP, { at: now });
  return {
    bytes: zipSync(files, { level: 6 }),
    name: `bold-pip-${new Date(now).toISOString().slice(0, 10)}.zip`,
  };
}

/** Settings that tell of this browser alone. */
const OWN_KEYS = new Set([LAST_BACKUP, "demo"]);

/** What became of one rig of a back-up. */
export interface CameBack {
  readonly name: string;
  readonly as: "restored" | "there already" | "added" | "in the bin" | "left out";
  /** The name it was added by, or why it was left out. */
  readonly says?: string;
}

export type Restored =
  | {
      readonly ok: true;
      readonly made: string;
      readonly rigs: readonly CameBack[];
      readonly settings: number;
    }
  | { readonly ok: false; readonly problem: string };

/**
 * Brings back what a back-up holds. Nothing on the shelf is overwritten: a rig that is there in another state comes back
 * beside it under a name of its own. One damaged rig keeps none of the others.
 */
export async function restoreBackup(file: Blob): Promise<Restored> {
  if (file.size > BACKUP_LIMITS.fileBytes) {
    const size = `${(file.size / 1048576).toFixed(0)} MiB`;
    return {
      ok: false,
      problem: `It is ${size}; a back-up is at most ${BACKUP_LIMITS.fileBytes / 1048576} MiB.`,
    };
  }
  const opened = openBackup(new Uint8Array(await file.arrayBuffer()));
  if (typeof opened === "string") return { ok: false, problem: opened };
  const { files, contents } = opened;
  const db = database();
  return db.transaction("rw", db.rigs, db.settings, async (): Promise<Restored> => {
    const there = new Map((await db.rigs.toArray()).map((record) => [record.id, record]));
    const rigs: CameBack[] = [];
    for (const entry of contents.rigs.slice(0, BACKUP_LIMITS.rigs))
      rigs.push(await bringBack(entry, files, there));
    let settings = 0;
    for (const one of contents.settings)
      if (isSetting(one)) {
        await (one.key === OWN_MODULES ? joinModules(goodModules(one.value)) : db.settings.put(one));
        settings += 1;
      }
    return { ok: true, made: contents.made, rigs, settings };
  });
}

/** Settings a back-up may bring: what the page knows. */
const SETTINGS: Readonly<Record<string, (value: unknown) => boolean>> = {
  theme: (value) => value === "light" || value === "night",
  school: (value) => value === "letters" || value === "numbers",
  [OWN_MODULES]: (value) => Array.isArray(value) && goodModules(value).length === value.length,
};

const isSetting = (given: unknown): given is { key: string; value: unknown } => {
  const { key, value } = (given ?? {}) as { key?: unknown; value?: unknown };
  return typeof key === "string" && Object.hasOwn(SETTINGS, key) && SETTINGS[key]!(value);
};

/** One record of an archive: what is on the shelf already under that id stays, and the copy comes beside it. */
async function bringBack(
  entry: unknown,
  files: Readonly<Record<string, Uint8Array>>,
  there: Map<string, ShelfRecord>,
): Promise<CameBack> {
  const { file, id, created, changed, deleted, codeBefore } = (entry ?? {}) as Partial<Entry>;
  const bytes = typeof file === "string" && Object.hasOwn(files, file) ? files[file] : undefined;
  const called = typeof file === "string" ? file.slice(0, 100) : "a rig";
  if (!bytes || typeof id !== "string")
    return leftOut(called, "is named in the contents, and is not in the archive");
  const parsed = parseJson(strFromU8(bytes), LIMITS.depth);
  if (!parsed.ok) return leftOut(called, `${parsed.path} ${parsed.message}`);
  const read = checkRig(parsed.value);
  if (!read.ok) return leftOut(called, `${read.problems[0]!.path} ${read.problems[0]!.message}`);
  const { rig } = read;
  const before = there.get(rig.id);
  const code = codeIn(rig, codeBefore);
  const kept = {
    created: dateOr(created),
    changed: dateOr(changed),
    ...(code ? { codeBefore: code } : {}),
  };
  const put = async (stored: Rig, more: Partial<ShelfRecord> = {}) => {
    const record: ShelfRecord = { id: stored.id, rig: stored, ...kept, revision: 1, ...more };
    there.set(stored.id, record);
    await database().rigs.put(record);
  };
  if (!before) {
    await put(rig, deleted ? { deleted: dateOr(deleted) } : {});
    return { name: rig.name, as: deleted ? "in the bin" : "restored" };
  }
  if (JSON.stringify(before.rig) === JSON.stringify(rig)) {
    if (!before.deleted || deleted)
      return { name: rig.name, as: before.deleted ? "in the bin" : "there already" };
    await put(rig, { revision: (before.revision ?? 0) + 1 });
    return { name: rig.name, as: "restored" };
  }
  if (deleted) return { name: rig.name, as: "there already" };
  const copy = { ...rig, id: newId(), name: await freeName(rig.name) };
  await put(copy);
  return { name: rig.name, as: "added", says: copy.name };
}

/** The code a rig had before its wires were last moved, as far as it can be one of this rig. */
function codeIn(rig: Rig, given: unknown): Encoding | undefined {
  if (given === undefined) return undefined;
  const read = checkRig({ ...rig, code: { ...rig.code, kept: given } });
  return read.ok ? read.rig.code.kept : undefined;
}

const leftOut = (name: string, says: string): CameBack => ({ name, as: "left out", says });
const dateOr = (given: unknown): number =>
  typeof given === "number" && given > 0 && given < 8e15 ? given : Date.now();

interface Contents {
  readonly made: string;
  readonly rigs: readonly unknown[];
  readonly settings: readonly unknown[];
}

/** Unpacks an archive whose sizes have been looked at first. @returns what is wrong with it, in words */
function openBackup(
  bytes: Uint8Array,
): { readonly files: Readonly<Record<string, Uint8Array>>; readonly contents: Contents } | string {
  const sizes = { files: 0, unpacked: 0, tooMuch: false };
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        sizes.files += 1;
        sizes.unpacked += originalSize;
        if (
          sizes.files > BACKUP_LIMITS.rigs + 1 ||
          sizes.unpacked > BACKUP_LIMITS.unpacked ||
          (name !== CONTENTS && originalSize > LIMITS.fileBytes)
        )
          sizes.tooMuch = true;
        return !sizes.tooMuch;
      },
    });
  } catch {
    return "It is no ZIP archive, or it was damaged or cut off. A back-up of Bold Pip ends in .zip.";
  }
  if (sizes.tooMuch)
    return `It holds more than a back-up can: at most ${BACKUP_LIMITS.rigs} rigs of ${LIMITS.fileBytes / 1048576} MiB each.`;
  const table = Object.hasOwn(files, CONTENTS) ? files[CONTENTS] : undefined;
  if (!table) return `It is an archive, but none of Bold Pip: it has no ${CONTENTS}.`;
  const parsed = parseJson(strFromU8(table), LIMITS.depth);
  if (!parsed.ok) return `Its ${CONTENTS} ${parsed.message} (${parsed.path}).`;
  const { format, version, made, rigs, settings } = (parsed.value ?? {}) as Record<string, unknown>;
  if (format !== FORMAT || !Array.isArray(rigs)) return `Its ${CONTENTS} is none of a back-up of Bold Pip.`;
  if (version !== 1) return "It was made by a newer Bold Pip. Update this one, then try again.";
  return {
    files,
    contents: {
      made: typeof made === "string" ? made.slice(0, 40) : "",
      rigs,
      settings: Array.isArray(settings) ? settings.slice(0, 100) : [],
    },
  };
}
