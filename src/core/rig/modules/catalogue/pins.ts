import type { Pin, PinUse } from "../bought";

const pin = (name: string, use: PinUse): Pin => ({ name, use });

export const VCC = pin("VCC", "supply");
export const GND = pin("GND", "ground");

/** Pins in the order they stand in, by their names; supply and ground first, as most boards have them. */
export const pins = (uses: Readonly<Record<string, PinUse>>): Pin[] =>
  Object.entries(uses).map(([name, use]) => pin(name, use));
