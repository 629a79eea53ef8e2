export { BenchStation } from "./bench";
