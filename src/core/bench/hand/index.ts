export { handHold, handPattern, handProblem, handStep, type HandShow } from "./rows";
export { StandIn } from "./stand-in";
