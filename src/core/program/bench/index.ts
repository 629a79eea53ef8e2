export { TOGGLED_MS, pulledLines, toggleCode } from "./toggle";
export { echoCode } from "./echo";
export { handCode, handLines } from "./hand";
export { searchCode } from "./search";
