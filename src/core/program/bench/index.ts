export { TOGGLED_MS, pulledLines, toggleCode } from "./toggle";
export { echoCode, type Unasked } from "./echo";
export { handCode, handLines } from "./hand";
export { HAND, edgeFrames, handFrame, type HandEdge } from "./hand-protocol";
export { searchCode } from "./search";
