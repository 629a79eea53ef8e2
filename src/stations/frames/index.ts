export { FramesStation } from "./frames";
