export { driversByNet, distinctDrivers, railVolts, reachFrom, type Driver, type Reach } from "./reach";
export { bitPlace, turnOf, type BitPlace, type Chain } from "./chain";
export type { Address, Condition, Verdict } from "./addresses";
export { decodeBytes, encodePips, pipsOf } from "./encoding";
export { cellBytes, modelOf, type RigModel } from "./model";
