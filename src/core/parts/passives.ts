import type { CapacitorPart, CrystalPart, Leg, ResistorPart, SupplyPart } from "../sheet";

const ends: readonly Leg[] = [
  { id: "1", name: "one end", role: "passive" },
  { id: "2", name: "other end", role: "passive" },
];

export const RESISTOR: ResistorPart = {
  id: "resistor",
  kind: "resistor",
  title: "resistor",
  outline: { style: "two-ended" },
  legs: ends,
  powerKeep: 0.125,
  powerMaximum: 0.25,
  source: "typical quarter-watt part, kept to half its rating",
};

export const CAPACITOR: CapacitorPart = {
  id: "capacitor",
  kind: "capacitor",
  title: "capacitor",
  outline: { style: "two-ended" },
  legs: ends,
  source: "typical ceramic part",
};

const crystal = (megahertz: number): CrystalPart => ({
  id: `crystal-${megahertz}MHz`,
  kind: "crystal",
  title: `crystal, ${megahertz} MHz`,
  outline: { style: "two-ended" },
  legs: ends,
  frequency: megahertz * 1e6,
  source: "typical parallel-resonance crystal for a load of 18 to 20 pF",
});

export const CRYSTALS: readonly CrystalPart[] = [crystal(16), crystal(8)];

export const SUPPLY: SupplyPart = {
  id: "supply",
  kind: "supply",
  title: "separate supply",
  outline: { style: "two-ended" },
  legs: [
    { id: "+", name: "plus", role: "supply-out" },
    { id: "-", name: "minus", role: "ground" },
  ],
  source: "any regulated supply of the stated voltage",
};
