export { TOGGLED_MS, pulledLines, toggleCode } from "./toggle";
export { echoCode, type Unasked } from "./echo";
export { searchCode } from "./search";
