export { InputCircuit } from "./circuit";
export { gripOf, ohmsAt, restOf, type Grip, type Hands } from "./hands";
export { contactLine, converterLine, type ContactLine, type ConverterLine, type Unread } from "./lines";
export { randomFrom } from "./random";
export { isMove, rawMoves, type Move, type RawMove } from "./tape";
export { World } from "./world";
export { wireUp, type WiredUp } from "./wire-up";
