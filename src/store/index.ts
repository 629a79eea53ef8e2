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
  type ShelfEntry,
} from "./shelf";
export {
  chooseGlyph,
  editRig,
  editSign,
  editWires,
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
  type SaveState,
} from "./open-rig";
export {
  modelFor,
  programFor,
  useFindings,
  useFindingsOf,
  useGlyphTable,
  useModel,
  usePickedDigit,
  useProgram,
  useRig,
  type Findings,
} from "./derived";
export { THEME_KEY, loadPreferences, setSchool, setTheme, usePreferences, type Theme } from "./preferences";
export {
  BACKUP_LIMITS,
  backupReminder,
  makeBackup,
  remindLater,
  restoreBackup,
  type CameBack,
  type Restored,
} from "./backup";
export { storageProblem } from "./database";
export { closeRefusal, refuse, useRefusal, type Refusal } from "./refusals";
export { dismiss, say, useMessages, type Message } from "./messages";
