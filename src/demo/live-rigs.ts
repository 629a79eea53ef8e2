import {
  DEFAULT_PLAN,
  USUAL_SHOW,
  ledValues,
  moduleByKind,
  newRig,
  withModule,
  type Action,
  type Control,
  type LiveFace,
  type Rig,
  type TapeItem,
  type UnitRef,
} from "@/core/rig";
import { PLAIN, press, withParts } from "./live-parts";

/** Laps to go: the judge presses at every passage, the bell rings for the last lap. */
function lapBell(): Rig {
  const plain = newRig(
    {
      id: "lap-bell",
      name: "Lap bell",
      note: "Saltreed Rowers, regatta: laps to go. The judge's button counts down, held it sets twelve again; the bell sounds for the last lap.",
      show: { ...USUAL_SHOW, mode: "hold", hold: "12" },
    },
    { ...DEFAULT_PLAN, digits: 2, lines: { data: "5", clock: "6", latch: "7" } },
    { ohms: 560, led: ledValues("red") },
  );
  const { rig, refs } = withParts(plain, "button", "button", "buzzer");
  const [lap, again, bell] = refs as [UnitRef, UnitRef, UnitRef];
  // The judge's button is worn.
  const units = rig.units.map((unit) => (unit.ref === lap ? { ...unit, hand: { bounce: 9 } } : unit));
  return {
    ...rig,
    units,
    live: {
      values: [{ name: "lapsToGo", kept: true, count: { least: 0, most: 12, start: 12, wraps: false } }],
      keep: { every: 2000, spread: true },
      faces: [
        { shows: "{lapsToGo}", while: { value: "lapsToGo", is: "equal", than: 0 }, blinks: true },
        { shows: "{lapsToGo}" },
      ],
      controls: [
        { unit: lap, on: "press", does: { step: -1, value: "lapsToGo" } },
        { unit: again, on: "hold", after: 2000, does: { reset: "lapsToGo" } },
      ],
      events: [
        {
          when: { value: "lapsToGo", is: "equal", than: 1 },
          does: { switch: bell, how: "pulse", ms: 1500 },
        },
      ],
      debounce: { way: "states", ms: 20 },
      digits: "divide",
    },
    tapes: [
      {
        name: "A whole race",
        items: [
          { at: 400, reads: "12" },
          ...Array.from({ length: 11 }, (_, nth) => press(lap, 500 + nth * 400)).flat(),
          { at: 4700, reads: "1" },
          { at: 4750, output: bell, on: true },
          { at: 6300, output: bell, on: false },
          ...press(lap, 6500),
          { at: 6600, value: "lapsToGo", least: 0, most: 0 },
          ...press(again, 7000, 2200),
          { at: 9300, reads: "12" },
        ],
      },
      {
        name: "A power cut at seven",
        items: [
          ...Array.from({ length: 5 }, (_, nth) => press(lap, 500 + nth * 300)).flat(),
          { at: 2000, reads: "7" },
          { at: 4500, cut: "power" },
          { at: 4700, reads: "7" },
          ...press(lap, 5000),
          { at: 5200, reads: "6" },
        ],
      },
    ],
  };
}

/** Time of a heat, to the tenth; the lap is held on the face while the time goes on. */
function heatTime(): Rig {
  const plain = newRig(
    {
      id: "heat-time",
      name: "Heat time",
      note: "Saltreed Rowers, finish line: the time of a heat. One button starts and stops, one holds the lap on the face while time goes on, one held for a second goes back to zero.",
      show: { ...USUAL_SHOW, mode: "hold", hold: "0.00.0" },
    },
    { ...DEFAULT_PLAN, scheme: "max7219", digits: 4, lines: { data: "11", clock: "13", latch: "10" } },
    { ohms: 470, led: ledValues("red") },
  );
  const { rig, refs } = withParts(plain, "button", "button", "button");
  const [go, lap, back] = refs as [UnitRef, UnitRef, UnitRef];
  return {
    ...rig,
    live: {
      ...PLAIN,
      values: [{ name: "heat", timer: { way: "up", presets: [5999], tick: 100, starts: "when-told" } }],
      faces: [{ shows: "{heat.m}.{heat.s:00}.{heat.d}" }],
      controls: [
        { unit: go, on: "press", does: { toggle: "heat" } },
        { unit: lap, on: "press", does: { face: "hold" } },
        { unit: back, on: "hold", after: 1000, does: { reset: "heat" } },
      ],
    },
    tapes: [
      {
        name: "A lap held",
        items: [
          { at: 300, reads: "0.00.0" },
          ...press(go, 1000),
          ...press(lap, 4050),
          { at: 4300, reads: "0.03.0" },
          { at: 6000, reads: "0.03.0" },
          ...press(lap, 7000),
          { at: 7250, reads: "0.06.2" },
          ...press(go, 8050),
          { at: 9000, reads: "0.07.0" },
          ...press(back, 9500, 1200),
          { at: 10_900, reads: "0.00.0" },
        ],
      },
    ],
  };
}

/** Berth and nights of a guest, typed on a keypad: each has its own key that takes it, and its own range. */
function berthBoard(): Rig {
  const plain = newRig(
    {
      id: "berth-board",
      name: "Berth board",
      note: "Saltreed Rowers, guest pontoon: which berth, and for how many nights. Digits, then A for the berth (1 to 24) or B for the nights (1 to 14); the star clears.",
      show: { ...USUAL_SHOW, mode: "hold", hold: "01.01" },
    },
    withModule({ ...DEFAULT_PLAN, lines: { data: "A4", clock: "A5" } }, moduleByKind("digits-4-tm1637")),
    { ohms: 470, led: ledValues("red") },
  );
  const { rig, refs } = withParts(plain, "keypad-4x4");
  const [pad] = refs as [UnitRef];
  const key = (face: string, does: Action): Control => ({ unit: pad, key: face, on: "press", does });
  const typed = (face: string, at: number): TapeItem[] => [
    { at, press: pad, key: face },
    { at: at + 90, release: pad, key: face },
  ];
  const refused = (value: string): LiveFace => ({
    shows: "----",
    while: { value, is: "refused" },
    blinks: true,
  });
  return {
    ...rig,
    live: {
      ...PLAIN,
      values: [
        { name: "berth", kept: true, entry: { digits: 2, least: 1, most: 24, start: 1 } },
        { name: "nights", kept: true, entry: { digits: 2, least: 1, most: 14, start: 1 } },
      ],
      faces: [
        refused("berth"),
        refused("nights"),
        { shows: "{berth}", while: { value: "berth", is: "typing" } },
        { shows: "{berth:00}.{nights:00}" },
      ],
      controls: [
        ...Array.from("1234567890", (face) => [
          key(face, { push: Number(face), value: "berth" }),
          key(face, { push: Number(face), value: "nights" }),
        ]).flat(),
        key("A", { accept: "berth" }),
        key("A", { clear: "nights" }),
        key("B", { accept: "nights" }),
        key("B", { clear: "berth" }),
        key("*", { clear: "berth" }),
        key("*", { clear: "nights" }),
      ],
    },
    tapes: [
      {
        name: "Berth 17 for 3 nights; berth 40 is refused",
        items: [
          { at: 200, reads: "01.01" },
          ...typed("1", 300),
          { at: 500, reads: "1" },
          ...typed("7", 600),
          ...typed("A", 900),
          { at: 1200, reads: "17.01" },
          ...typed("3", 1300),
          ...typed("B", 1600),
          { at: 1900, reads: "17.03" },
          ...typed("4", 2000),
          ...typed("0", 2300),
          ...typed("A", 2600),
          { at: 2800, reads: "----" },
          { at: 4200, reads: "17.03" },
        ],
      },
    ],
  };
}

/** Rigs of the tide hut that react and are nothing else. */
export const LIVE_RIGS: readonly Rig[] = [lapBell(), heatTime(), berthBoard()];
