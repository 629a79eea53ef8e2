export * from "./types";
export * from "./chips";
export * from "./part";
export { setCurrentFor, setResistorFor } from "./set-current";
