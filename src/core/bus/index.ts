export { busEdges, drawEdges, bitsOf, bytesOf } from "./edges";
export { explainWrite, type Explained, type Field } from "./explain";
export type { BusEdge, BusLines, BusPace, BusWrite, LineGiven } from "./types";
export { parseWrite, type ParsedWrite } from "./parse";
export { DecodedWords, inWords, placesWritten } from "./memory";
