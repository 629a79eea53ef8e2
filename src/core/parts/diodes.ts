import type { DiodePart } from "../sheet";

type Figures = Pick<DiodePart, "id" | "title" | "forward" | "slope" | "current" | "source">;

const diode = (figures: Figures): DiodePart => ({
  ...figures,
  kind: "diode",
  outline: { style: "two-ended" },
  legs: [
    { id: "A", name: "anode", role: "passive" },
    { id: "K", name: "cathode, the ring", role: "passive" },
  ],
  pins: { anode: "A", cathode: "K" },
  testCurrent: 10,
});

/** Three kinds one has in the drawer: for signals, with a small drop, for supplies. */
export const DIODES: readonly DiodePart[] = [
  diode({
    id: "signal-diode",
    title: "signal diode",
    forward: 0.72,
    slope: 2,
    current: { keep: 100, maximum: 200 },
    source: "small silicon switching diode, typical: 0.72 V at 10 mA, 200 mA at most",
  }),
  diode({
    id: "schottky-diode",
    title: "Schottky diode",
    forward: 0.25,
    slope: 0.2,
    current: { keep: 700, maximum: 1000 },
    source: "1 A Schottky rectifier, typical: 0.25 V at 10 mA, 0.45 V at 1 A",
  }),
  diode({
    id: "rectifier-diode",
    title: "rectifier diode",
    forward: 0.65,
    slope: 0.3,
    current: { keep: 700, maximum: 1000 },
    source: "1 A silicon rectifier, typical: 0.65 V at 10 mA, 0.95 V at 1 A",
  }),
];
