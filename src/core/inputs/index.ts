export { InputCircuit } from "./circuit";
export { gripOf, ohmsAt, restOf } from "./hands";
export { contactLine, converterLine, type ContactLine, type ConverterLine } from "./lines";
export { isMove, rawMoves, type Move } from "./tape";
export { World } from "./world";
export { wireUp } from "./wire-up";
