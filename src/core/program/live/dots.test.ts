import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import type { Move } from "../../inputs";
import { wireUp } from "../../inputs";
import { relay, withoutModule, type Live, type Plan, type Rig, type UnitRef } from "../../rig";
import { playTape } from "../../sim";
import { compiledLive } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";
import { liveProblems } from "..";

const tide = plainDemoRig("tide-notice");
const bare = relay(tide, { ...withoutModule(tide.plan), digits: 8 });
const relaid = (values: Partial<Plan>): Rig => relay(bare, { ...bare.plan, lines: {}, ...values });

/** A sign with a button that counts, a number with decimals, a text that runs, and a face by a condition. */
function reacting(rig: Rig, more: Partial<Live> = {}): { readonly rig: Rig; readonly unit: UnitRef } {
  const wired = wireUp(modelOf(rig), "button");
  if (!wired.ok) throw new Error(wired.message);
  const unit = wired.ref;
  const live: Live = {
    values: [
      { name: "boats", count: { least: -5, most: 12, start: -2, wraps: true } },
      { name: "run", timer: { way: "up", presets: [9999], tick: 100, starts: "by-itself" } },
    ],
    faces: [
      { shows: "{boats}", while: { value: "boats", is: "equal", than: 0 }, blinks: true },
      { shows: "B{boats}", for: 900 },
      { shows: "Go {run:1}", runs: "left" },
    ],
    controls: [{ unit, on: "press", does: { step: 1, value: "boats" } }],
    events: [],
    debounce: { way: "states", ms: 20 },
    digits: "divide",
    sign: { font: "narrow", align: "center", step: 30 },
    ...more,
  };
  return { rig: { ...wired.rig, live }, unit };
}

const presses = (unit: UnitRef, count: number): Move[] =>
  Array.from({ length: count }, (_, nth): Move[] => [
    { at: 300 + nth * 610, press: unit },
    { at: 400 + nth * 610, release: unit },
  ]).flat();

describe("faces of dots are drawn by a sketch as by the simulation", () => {
  test.each<[string, Rig]>([
    ["a chain of four modules", tide],
    ["one matrix by rows, two registers", demoRig("wind-arrow")],
    ["two modules on a TM1640", relaid({ scheme: "tm1640", digits: 16 })],
    ["two modules on I²C", relaid({ scheme: "ht16k33", digits: 16 })],
    [
      "a module that is turned and mirrored",
      {
        ...bare,
        sign: { ...bare.sign!, modules: [{ ...bare.sign!.modules[0]!, turn: 90, mirrored: true }] },
      },
    ],
  ])("%s", (_, plain) => {
    for (const digits of ["divide", "subtract"] as const) {
      const { rig, unit } = reacting(plain, { digits });
      expect(liveProblems(modelOf(rig))).toEqual([]);
      const moves = presses(unit, 5);
      const compiled = compiledLive(rig, moves, 4);
      const simulated = simulatedLive(rig, moves, 4);
      expect(compiled.length).toBeGreaterThan(20);
      expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
      compiled.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(60_000));
    }
  });
});

test("what stands still is read from the light: a number takes the room it needs, in the middle", () => {
  const { rig, unit } = reacting(tide, {
    values: [{ name: "boats", count: { least: -5, most: 12, start: -2, wraps: true } }],
    faces: [{ shows: "{boats} IN" }],
  });
  const reads = (at: number, text: string) => ({ at, reads: text });
  const { checked } = playTape(modelOf(rig), {
    items: [reads(200, "-2 IN"), ...presses(unit, 4), reads(450, "-1 IN"), reads(2700, "2 IN")],
  });
  expect(checked.map(({ ok, saw }) => [ok, saw])).toEqual([
    [true, "reads “-2 IN”"],
    [true, "reads “-1 IN”"],
    [true, "reads “2 IN”"],
  ]);
});
