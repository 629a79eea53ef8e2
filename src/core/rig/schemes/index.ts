export { BOARD, Layer, type Chip, type SchemeValues } from "./layer";
export { schemeOf } from "./registry";
export { schemeValues, setResistors, withSetOhms } from "./values";
export { registerOf } from "./register";
