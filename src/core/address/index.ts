export { driversByNet, distinctDrivers, railVolts, reachFrom, type Driver, type Reach } from "./reach";
export { bitPlace, turnOf, type BitPlace, type Chain } from "./chain";
export type { Address, Condition, Verdict } from "./addresses";
export { decodeBytes, encodePips, pipsOf } from "./encoding";
export { cellBytes, modelOf, type RigModel } from "./model";
export { WIRE_GROUPS, pathOf, pipsAt, pipsOn, wireGroup, type PipPath, type WireGroup } from "./paths";
export { sentBits, type SentBit } from "./bits";
