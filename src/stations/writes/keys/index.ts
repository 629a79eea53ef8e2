export { Keys } from "./keys";
