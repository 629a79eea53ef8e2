import type { Leg, RingPart } from "../../sheet";

const RING_LEGS = ["3", "2", "4", "7", "10", "1", "5", "6", "9", "11"];

/** CD4017: a ring of ten outputs, one high at a time. */
export const RING_CD4017: RingPart = {
  id: "CD4017",
  kind: "ring",
  title: "CD4017 decade ring",
  outline: { style: "dual-in-line", legs: 16 },
  source: "CD4017 data sheet: pin diagram, function",
  sources: {
    outputSpecified: "CD4017 data sheet: about 1 mA at 5 V for a valid level",
    outputMaximum: "typical for the 4000 series: 10 mA an output at the very most",
    powerMaximum: "CD4017 data sheet: package power 500 mW",
    stage: "from 1 mA at 5 V: about 400 Ω (typical)",
  },
  legs: Array.from({ length: 16 }, (_, at): Leg => {
    const id = String(at + 1);
    const index = RING_LEGS.indexOf(id);
    if (index >= 0) return { id, name: `OUT${index}`, otherName: `Q${index}`, role: "output" };
    switch (id) {
      case "8":
        return { id, name: "VSS", role: "ground", whenOpen: "the chip has no return path and cannot work" };
      case "12":
        return { id, name: "CARRY", otherName: "Q5-9̅", role: "output" };
      case "13":
        return {
          id,
          name: "INHIBIT",
          otherName: "CP1̅",
          role: "input",
          whenOpen: "an open clock inhibit stops the ring at random; tie it to ground",
        };
      case "14":
        return { id, name: "CLOCK", otherName: "CP0", role: "input", whenOpen: "the ring never steps" };
      case "15":
        return {
          id,
          name: "RESET",
          otherName: "MR",
          role: "input",
          whenOpen: "which output of the ring is high cannot be predicted",
        };
      default:
        return { id, name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" };
    }
  }),
  supplyLeg: "16",
  groundLeg: "8",
  signalLegs: ["14", "15"],
  ties: [{ leg: "13", to: 0, otherwise: "a high inhibit stops the ring" }],
  outputLegs: RING_LEGS,
  pins: { clock: "14", inhibit: "13", reset: "15" },
  stage: { high: { drop: 0, ohms: 400 }, low: { drop: 0, ohms: 400 } },
  outputSpecified: 1,
  outputMaximum: 10,
  supplyRange: [3, 15],
  highShare: 0.7,
  powerMaximum: 0.5,
};
