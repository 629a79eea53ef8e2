export { WritesStation } from "./writes";
