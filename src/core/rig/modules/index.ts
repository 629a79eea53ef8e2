export {
  MOST_OWN_MODULES,
  PIN_WORDS,
  goodModules,
  hasDots,
  marksOf,
  moduleProblem,
  withMarks,
  type Marks,
} from "./own";
export { MODULES } from "./catalogue";
export { PIN_USES, type Bought, type Pin, type PinUse } from "./bought";
export { MODULE_SHEET, type ModuleSheet } from "./sheet";
export { boardCount, moduleByKind, sheetOfPlan, withBoards, withModule, withoutModule } from "./with-module";
