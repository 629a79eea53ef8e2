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
  layOpen,
  leaveRig,
  openRig,
  pickPip,
  redo,
  saveNow,
  spotLegs,
  undo,
  useOpenRig,
  useRig,
} from "./open-rig";
export { editWires } from "./edit-wires";
export { modelFor, useGlyphTable, useModel, usePickedDigit, useProgram } from "./derived";
export { useFindings, useFindingsOf, useLateScene, useTrail } from "./findings";
export { loadPreferences, setSchool, setTheme, usePreferences } from "./preferences";
export { backupReminder, remindLater } from "./backup-reminder";
export type { CameBack, Restored } from "./backup";
/** Making and restoring back-ups, fetched when it is wanted. */
export const fetchBackups = () => import("./backup");
export { storageProblem } from "./database";
export { closeRefusal, refuse, useRefusal } from "./refusals";
export { dismiss, say, useMessages } from "./messages";
