import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { checkModel } from "../check";
import { startWith, usualReading } from "../live";
import { buildProgram, liveProblems } from "../program";
import { asUnit, legRef, relay, removeWire, withController, type Live, type Rig } from "../rig";
import { Simulation, readView } from "../sim";
import { partById, type InputPart } from "../parts";
import { World, echoLines, echoTime, isEcho, wireUp, type Move } from ".";

const { act } = partById("distance-sensor") as InputPart;
if (!isEcho(act)) throw new Error("a distance sensor has an echo");
const SE1 = asUnit("SE1");

const started = (rig: Rig): Rig => {
  const made = startWith(rig, "distance");
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const lap = started(plainDemoRig("river-level"));
const withLive = (rig: Rig, values: Partial<Live>): Rig => ({ ...rig, live: { ...rig.live!, ...values } });
const said = (rig: Rig) => liveProblems(modelOf(rig)).map(({ says }) => says);
/** What is read once so many ms have gone by. */
function readsAt(rig: Rig, ms: number, moves: readonly Move[] = []): string {
  const model = modelOf(rig);
  const simulation = new Simulation(model, buildProgram(model));
  simulation.expect(moves);
  simulation.advanceTo((ms - 40) * 1e6);
  simulation.view();
  simulation.advanceTo(ms * 1e6);
  return readView(model, simulation.view()).reads.trim();
}

test.each([
  [100, 5824],
  [2, 116],
  [400, 23_296],
  // Nearer than it hears is as near as it hears; beyond its range nothing comes back.
  [1, 116],
  [500, 38_000],
])("%d cm are %d µs there and back: 58 µs a centimetre", (distance, us) => {
  expect(echoTime(act, distance) / 1000).toBeCloseTo(us, -1);
});

test("it reads in centimetres, and what is out of reach leaves the face as it was", () => {
  expect(readsAt(lap, 900)).toBe("20");
  expect(readsAt(lap, 900, [{ at: 300, set: SE1, to: 137 }])).toBe("137");
  expect(
    readsAt(lap, 1500, [
      { at: 300, set: SE1, to: 250 },
      { at: 800, set: SE1, to: 100_000 },
    ]),
  ).toBe("250");
});

test("the board stands still until the echo is over: a loop's digits are dark or stay meanwhile", () => {
  const looped = withLive({ ...lap, scan: { ...lap.scan, school: "loop" } }, {});
  const share = (distance: number) => {
    const model = modelOf({
      ...looped,
      units: looped.units.map((unit) => (unit.ref === SE1 ? { ...unit, hand: { rests: distance } } : unit)),
    });
    const simulation = new Simulation(model, buildProgram(model));
    simulation.advanceTo(3e9);
    const longest = { lit: 0 };
    // The digit that is lit while it waits is lit far longer than the others.
    const { currents } = simulation.view();
    longest.lit = Math.max(...currents);
    const lit = [...currents].filter((current) => current > 1e-6);
    return longest.lit / (lit.reduce((sum, one) => sum + one, 0) / lit.length);
  };
  expect(share(380)).toBeGreaterThan(share(5));
});

test("noise of the world shakes the echo, not further than three times what it is", () => {
  const shaking = {
    ...lap,
    units: lap.units.map((unit) => (unit.ref === SE1 ? { ...unit, hand: { rests: 100, noise: 1 } } : unit)),
  };
  const world = new World(modelOf(shaking));
  const read = Array.from({ length: 300 }, (_, nth) => world.echo(SE1, nth * 1e8).lasts / 58_240);
  expect(new Set(read).size).toBeGreaterThan(100);
  expect(Math.min(...read)).toBeGreaterThan(96.9);
  expect(Math.max(...read)).toBeLessThan(103.1);
});

describe("what stands in the way is said", () => {
  test.each<[string, (rig: Rig) => Rig, RegExp]>([
    ["several samples", (rig) => reading(rig, { samples: 4 }), /one echo at a time/],
    ["too often", (rig) => reading(rig, { every: 30 }), /every 60 ms at the most/],
    ["no trigger", (rig) => without(rig, "2"), /TRIG of SE1 is on no line/],
    ["no echo", (rig) => without(rig, "3"), /ECHO of SE1 reaches no line/],
    ["no supply", (rig) => without(rig, "1"), /no supply/],
    ["no such part", (rig) => reading(rig, { of: asUnit("SE9") }), /no part SE9/],
  ])("%s", (_, change, expected) => {
    expect(said(lap)).toEqual([]);
    expect(said(change(lap)).join()).toMatch(expected);
  });
});

function reading(rig: Rig, values: Partial<ReturnType<typeof usualReading>>): Rig {
  return withLive(rig, {
    values: rig.live!.values.map((value) =>
      "reading" in value ? { ...value, reading: { ...value.reading, ...values } } : value,
    ),
  });
}

const without = (rig: Rig, leg: string): Rig =>
  rig.wires
    .filter(({ from, to }) => [from, to].includes(legRef(SE1, leg)))
    .reduce((now, { id }) => removeWire(now, id), rig);

describe("5 V of its echo and a board of 3.3 V", () => {
  const over = (rig: Rig) => checkModel(modelOf(rig)).filter(({ id }) => id.startsWith("input-over-SE1"));
  const plain = plainDemoRig("water-warmth");
  const board = relay(plain, withController(plain.plan, "RP2040-board"));

  test("wired as one does there is a divider between, and nothing to find", () => {
    const wired = wireUp(modelOf(board), "distance-sensor");
    if (!wired.ok) throw new Error(wired.message);
    expect(wired.rig.units.length - board.units.length).toBe(3);
    expect(over(wired.rig)).toEqual([]);
    expect(echoLines(modelOf(wired.rig), wired.ref)).toMatchObject({ every: 60 });
  });

  test("straight on the line it is a fault, with what mends it", () => {
    const wired = wireUp(modelOf(board), "distance-sensor");
    if (!wired.ok) throw new Error(wired.message);
    const upper = wired.rig.units.at(-2)!;
    // The resistor in the way is bridged.
    const straight = {
      ...wired.rig,
      units: wired.rig.units.map((unit) => (unit === upper ? { ...unit, ohms: 1 } : unit)),
    };
    const [found] = over(straight);
    expect(found).toMatchObject({ severity: "fault", remedy: expect.stringMatching(/divider/) });
  });
});
