export { Layer, type SchemeValues } from "./layer";
export { schemeOf } from "./registry";
export type { Scheme } from "./scheme";
export { schemeValues, segmentResistors, setResistors, withSetOhms } from "./values";
export { registerOf } from "./register";
