export { chipsFor } from "./drivers";
export { BOARD, SUPPLY, Layer, type Chip, type SchemeValues } from "./layer";
export { PULL_OHMS } from "./bus";
export { schemeOf } from "./registry";
export { schemeValues, resetResistors, setResistors, withSetOhms } from "./values";
export { registerOf } from "./register";
