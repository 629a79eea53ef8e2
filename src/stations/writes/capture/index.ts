export { Capture } from "./capture";
