export { OrientationFinder } from "./orientation-finder";
