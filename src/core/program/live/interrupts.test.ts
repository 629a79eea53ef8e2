import { plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { World, rawMoves, type Move } from "../../inputs";
import { startWith } from "../../live";
import {
  DEFAULT_PLAN,
  addWire,
  asUnit,
  controllerById,
  ledValues,
  legRef,
  newRig,
  relay,
  removeWire,
  withController,
  type Live,
  type Rig,
  controllerUnit,
} from "../../rig";
import { PoweredRig } from "../../sim";
import { boardOf, buildProgram, liveProblems, sketchText, startProgram, writeSketch } from "..";
import { compiledLive } from "../fixtures/live-compiled";
import { pressesOf } from "../fixtures/presses";
import { simulatedLive } from "../fixtures/live-simulated";

const started = (rig: Rig, id: Parameters<typeof startWith>[1] = "count"): Rig => {
  const made = startWith(rig, id);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const by = (way: Live["debounce"]["way"], rig: Rig, ms = 20): Rig => ({
  ...rig,
  live: { ...rig.live!, debounce: { way, ms } },
});
const said = (rig: Rig) => liveProblems(modelOf(rig)).map(({ says }) => says);
const SW1 = asUnit("SW1");
const press = (at: number, length: number): Move[] => [
  { at, press: SW1 },
  { at: at + length, release: SW1 },
];
const counted = (rig: Rig, moves: readonly Move[], seconds = 3): number | undefined => {
  const model = modelOf(rig);
  const powered = new PoweredRig(model, buildProgram(model), moves);
  powered.advanceTo(seconds * 1e9);
  return powered.live()!.values.count;
};

/** Two buttons on the lines that interrupt, as they lie free on this plan. */
const rig = started(plainDemoRig("water-warmth"));

test("each press counts once, bounce or not", () => {
  expect(said(by("interrupt", rig))).toEqual([]);
  const moves = [300, 600, 900, 1200].flatMap((at) => press(at, 110));
  expect(counted(by("interrupt", rig), moves)).toBe(4);
  const worn: Rig = {
    ...rig,
    units: rig.units.map((unit) => (unit.ref === SW1 ? { ...unit, hand: { bounce: 15 } } : unit)),
  };
  expect(counted(by("interrupt", worn), moves)).toBe(4);
});

test("a spike counts as a press, and is taken back once the line has rested", () => {
  const model = modelOf(by("interrupt", rig));
  const world = new World(model);
  world.add([
    { at: 300e6, unit: SW1, to: 1 },
    { at: 300.2e6, unit: SW1, to: 0 },
  ]);
  world.knowUntil(1e9);
  const run = startProgram(buildProgram(model), boardOf(controllerById(model.rig.plan.controller)), world);
  for (let next = run.events.next(); !next.done && next.value.at < 1e9; next = run.events.next());
  expect([run.look("countValue"), run.look("sw1Down")]).toEqual([1, 0]);
});

test("while the loop waits for an echo a quick press is missed by asking, and not by an interrupt", () => {
  const busy = swapLines(started(started(plainDemoRig("water-warmth")), "distance"), "SW1", "2");
  const far: Rig = {
    ...busy,
    units: busy.units.map((unit) => (unit.ref === "SE1" ? { ...unit, hand: { rests: 100_000 } } : unit)),
  };
  const both = (way: Live["debounce"]["way"]): Rig => {
    const count = rig.live!;
    return by(way, {
      ...far,
      units: far.units.map((unit) => (unit.ref === SW1 ? { ...unit, hand: { bounce: 0 } } : unit)),
      live: {
        ...far.live!,
        values: [
          ...count.values,
          ...far.live!.values.map((value) =>
            "reading" in value ? { ...value, reading: { ...value.reading, every: 60 as const } } : value,
          ),
        ],
        faces: [{ shows: "{count}" }],
        controls: count.controls.slice(0, 1).map(({ repeat: _, ...control }) => control),
      },
    });
  };
  expect(said(both("interrupt"))).toEqual([]);
  // Twelve presses of 8 ms: at the most every third finds the loop free.
  const moves = Array.from({ length: 12 }, (_, nth) => press(300 + nth * 197, 8)).flat();
  const asked = counted(both("none"), moves, 4)!;
  expect(asked).toBeGreaterThan(0);
  expect(asked).toBeLessThan(9);
  expect(counted(both("interrupt"), moves, 4)).toBe(12);
});

test("an interrupt costs the loop its time, edge by edge, and changes that wait for it are one", () => {
  const model = modelOf(by("interrupt", rig));
  const spent = (edges: number) => {
    const world = new World(model);
    const moves = Array.from({ length: edges }, (_, nth) => ({
      at: 1e6 * (50 + nth),
      unit: SW1,
      to: nth % 2,
    }));
    world.add(moves);
    world.knowUntil(1e9);
    const run = startProgram(buildProgram(model), boardOf(controllerById(model.rig.plan.controller)), world);
    for (let next = run.events.next(); !next.done && next.value.at < 1e9; next = run.events.next());
    return run.spent().reading;
  };
  expect(spent(101) - spent(1)).toBe(100 * 3500);
  const world = new World(model);
  world.input("2", true);
  world.watch("2", 0);
  world.add(rawMoves(model.rig, { at: 10, press: SW1 }));
  expect(world.edgeBy(9e6)).toBeUndefined();
  expect(world.edgeBy(11e6)).toEqual({ at: 10e6, line: "2" });
  // Looking ahead moves no hand: what the program reads is what was.
  expect(world.level("2", 9e6)).toBe(1);
});

test.each(["loop", "timer"] as const)(
  "the sketch does what the simulation does, digits kept by the %s",
  (school) => {
    const four = newRig(
      { id: "tried", name: "Tried", note: "" },
      {
        ...DEFAULT_PLAN,
        scheme: "two-registers",
        digits: 4,
        polarity: "common-anode",
        digitSwitch: "transistor",
      },
      { ohms: 330, led: ledValues("red") },
    );
    const made = by("interrupt", started({ ...four, scan: { ...four.scan, school } }));
    // Its buttons go to the two lines that can; what was there goes where they were.
    const moved = swapLines(swapLines(made, "SW1", "2"), "SW2", "3");
    expect(said(moved)).toEqual([]);
    const moves = pressesOf(moved);
    const [compiled, simulated] = [compiledLive(moved, moves, 8), simulatedLive(moved, moves, 8)];
    expect(compiled.length).toBeGreaterThan(6);
    expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
  },
);

/** Takes a button to a line, and whatever is on it to the button's. */
function swapLines(of: Rig, button: string, line: string): Rig {
  const board = controllerUnit(of)!.ref;
  const target = legRef(board, line);
  const own = of.wires.find(
    ({ from, to }) =>
      (from.startsWith(`${button}.`) || to.startsWith(`${button}.`)) && !`${from}${to}`.includes("GND"),
  )!;
  const mine = own.from.startsWith(`${button}.`) ? own.to : own.from;
  const swap = (leg: typeof target) => (leg === target ? mine : leg === mine ? target : leg);
  return { ...of, wires: of.wires.map((wire) => ({ ...wire, from: swap(wire.from), to: swap(wire.to) })) };
}

describe("what cannot interrupt is said", () => {
  test("a line that does not", () => {
    const elsewhere = removeWire(
      rig,
      rig.wires.find(({ from, to }) => `${from} ${to}`.includes("SW1") && !`${from}${to}`.includes("GND"))!
        .id,
    );
    const board = controllerUnit(rig)!.ref;
    const wired = addWire(elsewhere, legRef(SW1, "1"), legRef(board, "9"));
    if (!wired.ok) throw new Error(wired.message);
    expect(said(by("interrupt", wired.rig))[0]).toBe(
      "line 9 of SW1 interrupts nothing: take line 2, 3, or another way to read contacts",
    );
    expect(said(by("states", wired.rig))).toEqual([]);
  });

  test("on other boards nearly every line can; keys that are scanned and logic wait for rest instead", () => {
    const fast = started(relay(plainDemoRig("water-warmth"), withController(rig.plan, "RP2040-board")));
    expect(said(by("interrupt", fast))).toEqual([]);
    const keypad = started(plainDemoRig("water-warmth"), "entry");
    expect(said(by("interrupt", keypad))).toEqual([]);
    const model = modelOf(by("interrupt", keypad));
    expect(sketchText(writeSketch(model, buildProgram(model)))).not.toContain("attachInterrupt");
  });
});
