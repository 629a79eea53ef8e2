import type { Ohms } from "../quantity";
import { changeUnits, type Rig } from "../rig";
import { modelOf } from "./model";
import { ledResistors } from "./paths";

/** The rig with another value for every resistor its LEDs' current runs through. */
export function withLedResistors(rig: Rig, ohms: Ohms): Rig {
  const refs = ledResistors(modelOf(rig));
  return changeUnits(rig, ({ ref }) => refs.has(ref), { ohms });
}
