import type { CapacitorPart, Leg, ResistorPart, SupplyPart } from "../sheet";

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
  source: "customary quarter-watt part, kept to half its rating",
};

export const CAPACITOR: CapacitorPart = {
  id: "capacitor",
  kind: "capacitor",
  title: "capacitor",
  outline: { style: "two-ended" },
  legs: ends,
  source: "customary ceramic part",
};

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
