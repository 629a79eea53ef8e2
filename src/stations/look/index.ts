export { LookPage } from "./look";
