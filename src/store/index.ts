export { deskOn as atDesk, keeper } from "@/workers";
export { useKept } from "./use-kept";
export { forgetOwnModule, keepOwnModule, useOwnModules } from "./own-modules";
export {
  chooseGlyph,
  editRig,
  editScan,
  hasUnsaved,
  holdState,
  runCompiled,
  runsCompiled,
  keepOpenRig,
  layOpen,
  leaveRig,
  openLoose,
  openRig,
  pickPip,
  redo,
  saveNow,
  spotLegs,
  undo,
  useOpenRig,
  useRig,
} from "./open-rig";
export { editScene, editSign } from "./edit-sign";
export { freeFontId, keepFont } from "./edit-fonts";
export { editLive } from "./edit-live";
export { editBench, editSearch, logValue, takeCapture } from "./edit-bench";
export { editWires } from "./edit-wires";
export { handFile, useGivenFile, useWaitingKind, type GivenKind } from "./given-file";
export { folderOf, useAtDesk, useJustAtDesk } from "./at-desk";
export { useModel, usePickedDigit } from "./derived";
export { useFindings, useFindingsOf, useLateScene, useTrail } from "./findings";
export { loadPreferences, setLegNames, setTheme, setWaysIn, usePreferences } from "./preferences";
export { storageProblem } from "./storage-problem";
export { closeRefusal, refuse, useRefusal } from "./refusals";
export { dismiss, say, useMessages } from "./messages";
export {
  diagnose as diagnoseRig,
  faultDeskNow as faultDeskOfPage,
  simulatorWorker as simulatorOfPage,
} from "@/workers";
