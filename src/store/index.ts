export { keeper } from "@/workers";
export { useKept } from "./use-kept";
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
export { storageProblem } from "./storage-problem";
export { closeRefusal, refuse, useRefusal } from "./refusals";
export { dismiss, say, useMessages } from "./messages";
