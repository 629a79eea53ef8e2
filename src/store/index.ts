export {
  addDemoRigs,
  addRig,
  binRig,
  importRig,
  newId,
  binnedRecords,
  emptyBin,
  prepareShelf,
  recordName,
  shelfEntries,
  saveRig,
  unbinRig,
  writtenRig,
  type ShelfEntry,
} from "./shelf";
export {
  chooseGlyph,
  editRig,
  editSign,
  hasUnsaved,
  holdState,
  keepOpenRig,
  leaveRig,
  openRig,
  pickPip,
  redo,
  saveNow,
  spotLegs,
  undo,
  useOpenRig,
  useRig,
  type SaveState,
} from "./open-rig";
export { editWires } from "./edit-wires";
export { modelFor, useGlyphTable, useModel, usePickedDigit, useProgram } from "./derived";
export { useFindings, useFindingsOf, useLateScene, useTrail, type Findings } from "./findings";
export { THEME_KEY, loadPreferences, setSchool, setTheme, usePreferences, type Theme } from "./preferences";
export { backupReminder, remindLater } from "./backup-reminder";
export type { CameBack, Restored } from "./backup";
/** Making and restoring back-ups, fetched when it is wanted. */
export const fetchBackups = () => import("./backup");
export { storageProblem } from "./database";
export { closeRefusal, refuse, useRefusal, type Refusal } from "./refusals";
export { dismiss, say, useMessages, type Message } from "./messages";
