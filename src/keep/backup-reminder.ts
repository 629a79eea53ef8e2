import { allRecords, isShipped, readSetting, writeSetting } from "./shelf";

/** The setting that says when the last back-up was made. */
export const LAST_BACKUP = "backup";

/** Rigs changed since the last back-up from which one is reminded of making one. */
const REMIND_FROM = 3;
const DAY = 86_400_000;
const LATER_DAYS = 7;

/** How much has changed since the last back-up, if that is much. */
export interface BackupReminder {
  readonly rigs: number;
  /** ms since 1970; undefined where none was ever made. */
  readonly last: number | undefined;
}

/** Whether it is time to be reminded. Demo rigs as they were shipped do not count. */
export async function backupReminder(now = Date.now()): Promise<BackupReminder | undefined> {
  const { at: last, later } = (await readSetting<{ at?: number; later?: number }>(LAST_BACKUP)) ?? {};
  if (later !== undefined && now < later) return undefined;
  const changed = (await allRecords()).filter((record) => !record.deleted && record.changed > (last ?? 0));
  if (changed.length < REMIND_FROM) return undefined;
  const rigs = changed.filter((record) => !isShipped(record)).length;
  return rigs >= REMIND_FROM ? { rigs, last } : undefined;
}

/** Reminds of a back-up in a week again. */
export async function remindLater(now = Date.now()): Promise<void> {
  const before = await readSetting<{ at?: number }>(LAST_BACKUP);
  await writeSetting(LAST_BACKUP, { ...before, later: now + LATER_DAYS * DAY });
}
