import {
  USUAL_TEXT_SCENE,
  bitmapHex,
  bitmapOf,
  dotAt,
  makeBitmap,
  seenAs,
  TURNS,
  type Bitmap,
  type Scene,
  type TextScene,
} from "@/core/dots";
import {
  DEFAULT_PLAN,
  USUAL_SHOW,
  addBeside,
  addUnit,
  addWire,
  asLeg,
  ledValues,
  legRef,
  litUnit,
  moduleByKind,
  newRig,
  withModule,
  type LegRef,
  type Rig,
  type UnitRef,
} from "@/core/rig";

const text = (given: Partial<TextScene>): Scene => ({ ...USUAL_TEXT_SCENE, ...given });

const NORTH = bitmapOf([
  "...##...",
  "..####..",
  ".######.",
  "##.##.##",
  "...##...",
  "...##...",
  "...##...",
  "...##...",
]);
const NORTH_NORTH_EAST = bitmapOf([
  ".....##.",
  "....###.",
  "...####.",
  "..##.##.",
  ".....##.",
  "....##..",
  "...##...",
  "...##...",
]);
const NORTH_EAST = bitmapOf([
  "..######",
  "..######",
  ".....###",
  "....####",
  "...###.#",
  "..###..#",
  ".###....",
  "###.....",
]);
/** The drawing beyond the diagonal is the one before it, mirrored there. */
const EAST_NORTH_EAST = makeBitmap(8, 8, (x, y) => dotAt(NORTH_NORTH_EAST, 7 - y, 7 - x));

/** An arrow for each of sixteen winds, from north by east. */
const WINDS: readonly Bitmap[] = TURNS.flatMap((turn) =>
  [NORTH, NORTH_NORTH_EAST, NORTH_EAST, EAST_NORTH_EAST].map((drawing) =>
    seenAs(drawing, { turn, mirrored: false }),
  ),
);

/** A sign with eight digits behind it on one chain, and an LED of its own that says that the line is manned. */
function startLine(): Rig {
  const sign = newRig(
    {
      id: "start-line",
      name: "Start line",
      note: "Saltreed Rowers, start pontoon: who is called to the start, and beside it the heat and the hour it begins.",
      sign: {
        modules: [],
        fonts: {},
        scenes: [
          text({ text: "JUNIOR FOURS", step: 50 }),
          text({ text: "LANE 3", font: "narrow", motion: "hold", align: "center", pause: 1500 }),
        ],
      },
    },
    withModule(
      { ...DEFAULT_PLAN, power: "separate", lines: { data: "11", clock: "12", latch: "10" } },
      moduleByKind("dots-4-max7219"),
    ),
    { ohms: 470, led: ledValues("green") },
  );
  const digits = withModule(sign.plan, moduleByKind("digits-8-max7219"));
  const both = good(addBeside(sign, { plan: digits, colour: "red", shows: ["HEAT  12", "   14.35"] }));
  const lamp = good(addUnit(good(addUnit(both, "led", { colour: "green" })), "resistor", { ohms: 330 }));
  const [led, resistor] = lamp.units.slice(-2).map(({ ref }) => ref) as [UnitRef, UnitRef];
  const ends: ReadonlyArray<readonly [LegRef, LegRef]> = [
    [asLeg("MCU1.9"), legRef(resistor, "1")],
    [legRef(resistor, "2"), legRef(led, "1")],
    [legRef(led, "2"), asLeg("MCU1.GND1")],
  ];
  const wired = ends.reduce((rig, [from, to]) => good(addWire(rig, from, to)), lamp);
  return litUnit(wired, led, "c1", true);
}

/** @throws where it could not be done: a demo rig is known to be good */
function good(
  made: { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly message: string },
): Rig {
  if (!made.ok) throw new Error(made.message);
  return made.rig;
}

/** Rigs of the tide hut on dots. */
export const SIGN_RIGS: readonly Rig[] = [
  newRig(
    {
      id: "tide-notice",
      name: "Tide notice",
      note: "Saltreed Rowers, slipway: the next high water, its hour and its height, with an arrow for the flood.",
      sign: {
        modules: [],
        fonts: {},
        scenes: [
          text({ text: "HIGH 14:32  3.1 m  ↑ flood", step: 60 }),
          text({ text: "↑3.1 m", font: "even", motion: "hold", pause: 1600 }),
        ],
      },
    },
    withModule(
      { ...DEFAULT_PLAN, power: "separate", lines: { data: "11", clock: "12", latch: "10" } },
      moduleByKind("dots-4-max7219"),
    ),
    { ohms: 470, led: ledValues("amber") },
  ),
  newRig(
    {
      id: "wind-arrow",
      name: "Wind arrow",
      note: "Saltreed Rowers, roof of the tide hut: where the wind goes, one of sixteen drawings, row by row.",
      show: USUAL_SHOW,
      scan: { school: "timer", on: [1200], blank: 20 },
      sign: {
        modules: [],
        fonts: {},
        scenes: [
          {
            kind: "pictures",
            name: "sixteen winds",
            width: 8,
            height: 8,
            repeat: 1,
            frames: WINDS.map((wind) => ({ dots: bitmapHex(wind), time: 600 })),
          },
        ],
      },
    },
    {
      ...DEFAULT_PLAN,
      scheme: "two-registers",
      display: "dots",
      module: "8x8",
      digits: 8,
      polarity: "common-anode",
      digitSwitch: "transistor",
      lines: { data: "8", clock: "9", latch: "10" },
    },
    { ohms: 300, led: ledValues("green") },
  ),
  newRig(
    {
      id: "regatta-board",
      name: "Regatta board",
      note: "Saltreed Rowers, finish line: sixty-four modules in four rows for races, times and calls.",
      sign: {
        modules: [],
        fonts: {},
        scenes: [
          text({ text: "SALTREED\nROWERS", font: "strong", motion: "wipe", step: 150, pause: 2000 }),
          text({
            text: "Heat 3   4 × 1000 m\n1  Tern      3:41.6\n2  Curlew    3:43.0\n3  Plover    3:47.2",
            font: "even",
            motion: "hold",
            pause: 4000,
            align: "left",
          }),
          text({ text: "Boats in by 16:00", font: "strong", motion: "left", step: 160 }),
        ],
      },
    },
    {
      ...DEFAULT_PLAN,
      scheme: "max7219",
      controller: "ATmega2560-board",
      display: "dots",
      module: "8x8",
      digits: 512,
      power: "separate",
      lines: { data: "11", clock: "12", latch: "10" },
    },
    { ohms: 470, led: ledValues("red") },
  ),
  startLine(),
];
