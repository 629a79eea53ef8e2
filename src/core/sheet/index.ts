export * from "./types";
export { setCurrentFor, setResistorFor } from "./set-current";
