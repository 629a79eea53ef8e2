export { handHold, handPattern, handProblem, handStep, type HandShow } from "./rows";
export { handProgram, sendToHand } from "./stand-in";
