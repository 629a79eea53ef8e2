import { asLeg, type BenchNotes, type LogEntry, type Rig } from "@/core/rig";

/** Afternoons in the tide hut, in ms since 1970. */
const on = (day: number, hour: number, minute: number): number => Date.UTC(2026, 9, day, hour, minute);

const log = (
  nth: number,
  at: number,
  unit: LogEntry["unit"],
  value: number,
  place: string,
  held?: string,
  note?: string,
): LogEntry => ({
  id: `tide-hut-${nth}`,
  at,
  unit,
  place,
  ...(held ? { held } : {}),
  value,
  ...(note ? { note } : {}),
});

/** Three faults that were had over the years, to find again; what was measured; and a display that came without paper. */
const SLIP_GATE: BenchNotes = {
  steps: [
    { step: "before", went: "right", at: on(3, 14, 5) },
    { step: "supply", went: "right", at: on(3, 14, 12) },
    { step: "line 5", went: "right", at: on(3, 14, 20) },
  ],
  searches: [
    {
      id: "odd-three",
      name: "The 3 looks odd",
      note: "After the door was painted. The lines were captured: the bytes are right.",
      seen: [{ pattern: "text 3", lit: [["a", "b", "c", "e", "g"]] }],
      measured: [],
      sent: "right",
    },
    {
      id: "all-dark",
      name: "All dark after the storm",
      note: "Water stood on the shelf. The board itself runs: its own lamp blinks.",
      seen: [{ pattern: "all", lit: [[]] }],
      measured: [{ held: "rest", leg: asLeg("U1.16"), volts: 4.97 }],
    },
    {
      id: "dim-b",
      name: "Segment b is dim",
      note: "New display, new resistors from the drawer.",
      seen: [{ pattern: "all", lit: [["a", "c", "d", "e", "f", "g", "dp"]], dim: [["b"]] }],
      measured: [],
    },
  ],
  log: [
    log(1, on(3, 14, 12), "V", 5.02, "U1.16", "rest", "Bench supply"),
    log(2, on(3, 14, 41), "mA", 5.2, "DS1.1.a", "alone"),
    log(3, on(3, 14, 47), "mA", 12, "DS1.1.c", "alone", "Brighter than the others"),
    log(4, on(3, 15, 2), "mA", 43, "supply", "lit"),
    log(5, on(10, 11, 30), "V", 4.96, "U1.16", "rest", "Over the door, 4 m of lead"),
    log(6, on(24, 16, 5), "V", 4.58, "U1.16", "rest", "Lead goes green at the clamp"),
    log(7, on(24, 16, 9), "s", 10.02, "face"),
    log(8, on(24, 16, 20), "°C", 31, "U1, by a finger and a thermometer"),
  ],
  pins: {
    kind: "digits",
    digits: 4,
    legs: 12,
    readings: [
      { plus: 7, minus: 1, saw: "nothing" },
      { plus: 6, minus: 7, saw: "lit", digit: 4, led: "a" },
      { plus: 8, minus: 7, saw: "lit", digit: 4, led: "f" },
      { plus: 3, minus: 7, saw: "lit", digit: 4, led: "c" },
      { plus: 4, minus: 7, saw: "lit", digit: 4, led: "dp" },
    ],
  },
};

/** What was noted at the bench of some rigs. */
const BENCH_NOTES: Readonly<Record<string, BenchNotes>> = { "slip-gate": SLIP_GATE };

/** A demo rig with what was noted of it. */
export const withNotes = (rig: Rig): Rig => {
  const bench = BENCH_NOTES[rig.id];
  return bench ? { ...rig, bench } : rig;
};
