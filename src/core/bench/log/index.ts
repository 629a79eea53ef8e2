export { applyFit, formatLogged, formatShare, judge, judgeLog, type Fit, type Judged } from "./judge";
export { COUNTED_FACES, foretold, placesOf, type Place } from "./places";
export { logCsv, logMarkdown, wordsOfPlace } from "./write";
