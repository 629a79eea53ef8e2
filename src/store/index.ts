export {
  addDemoRigs,
  addRig,
  binRig,
  importRig,
  newId,
  prepareShelf,
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
  holdState,
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
export { dismiss, say, useMessages, type Message } from "./messages";
