/**
 * What the browser keeps: rigs and settings in its database, read and checked, stored, joined, backed up. Everything here
 * runs in a worker; pages ask it through `keeper()` and take nothing but types from here.
 */
import { checkRig, writeRig, type ReadRig, type Rig } from "@/core/rig";

export {
  addDemoRigs,
  addRig,
  binRig,
  binnedRigs,
  emptyBin,
  importRig,
  keepRig,
  prepareShelf,
  readSetting,
  saveRig,
  shelfEntries,
  shelfNames,
  unbinRig,
  writeSetting,
  type Binned,
  type ShelfEntry,
} from "./shelf";
export { loadRig, standingOf, type StoredRig } from "./stored";
export { mergeRigs } from "./merge";
export { follow, onStored, unfollow, type Head } from "./follow";
export { makeBackup, restoreBackup, type CameBack, type Restored } from "./backup";
export { forgetModule, keepModule, ownModules } from "./modules";
export { importPacked, packRig, type PackedRig } from "./link";
export { backupReminder, remindLater } from "./backup-reminder";

/** Checks what may be a rig and brings it to the current version. */
export const checked = (value: unknown): ReadRig => checkRig(value);

/** A rig as the text of a `.pip.json` file. */
export const written = (rig: Rig): string => writeRig(rig);
