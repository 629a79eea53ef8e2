export { judge, judgeLog, type Judged } from "./judge";
export { foretold, placesOf, type Place } from "./places";
export { logCsv, logMarkdown, wordsOfPlace } from "./write";
