export { CurrentStation } from "./current";
