export * from "./types";
export type { Sensed } from "./input-acts";
export * from "./chips";
export * from "./part";
export { setCurrentFor, setResistorFor } from "./set-current";
