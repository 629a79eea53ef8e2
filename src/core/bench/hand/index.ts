export { handHold, handPattern, handProblem, handStep, type HandShow } from "./rows";
export { handInputs, type HandInput } from "./inputs";
export { handProgram, sendToHand } from "./stand-in";
