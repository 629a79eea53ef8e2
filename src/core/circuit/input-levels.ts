import { dividedShare, pulledUpTo, standsAt, type Driver, type RigModel } from "../address";
import type { ChipPart } from "../parts";
import type { Volts } from "../quantity";
import type { UnitRef } from "../rig";
import { supplyOf } from "./rig-circuit";

/** Share of the supply a CMOS input has to reach by most sheets. */
const CMOS_SURE = 0.7;
/** Where CMOS inputs really turn: near half the supply, give or take what is not promised (customary). */
const CMOS_USUAL = 0.5;

/** Where a chip's inputs read high. */
export interface InputLevels {
  /** From here on its sheet promises it (VIH). */
  readonly sure: Volts;
  /** From here on they usually do; between both nothing is promised, below it nobody can tell. */
  readonly usual: Volts;
}

/** Levels of a chip's inputs on the supply it has: shares of it, or the volts its sheet names. */
export function inputLevels(model: RigModel, ref: UnitRef, part: ChipPart): InputLevels {
  const supply = supplyOf(model, ref);
  const sure = part.highVolts ?? (part.highShare ?? CMOS_SURE) * supply;
  return { sure, usual: Math.min(sure, part.usualHighVolts ?? CMOS_USUAL * supply) };
}

/** What a driver's high level stands at; a switch hands a rail on, as it is, and a MOSFET lets what pulls up have it. */
export function highVolts(model: RigModel, driver: Driver): Volts {
  if (driver.kind === "rail") return driver.volts;
  if (driver.kind === "switch") return Infinity;
  const at = standsAt(driver);
  if (model.part(at).kind === "resistor")
    return supplyOf(model, driver.unit) * dividedShare(model, at, driver.leg);
  return model.part(at).kind === "transistor" ? pulledUpTo(model, driver.leg) : supplyOf(model, at);
}

/** How an input takes a high of so many volts. */
export type Taken = "sure" | "usual" | "unknown";

export const takenAs = ({ sure, usual }: InputLevels, volts: Volts): Taken =>
  volts >= sure ? "sure" : volts >= usual ? "usual" : "unknown";
