import { demoRig } from "@/demo";
import { modelOf } from "../../address";
import { rawMoves, wireUp, type Move } from "../../inputs";
import { DEFAULT_PLAN, ledValues, newRig, type Live, type Rig, type TapeItem, type UnitRef } from "../../rig";
import { playTape } from "../../sim";
import { compiledLive } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";
import { liveProblems } from "..";

/** A rig with an encoder that steps a count to either side. */
function turning(plain: Rig, more: Partial<Live> = {}): { readonly rig: Rig; readonly unit: UnitRef } {
  const wired = wireUp(modelOf(plain), "rotary-encoder");
  if (!wired.ok) throw new Error(wired.message);
  const unit = wired.ref;
  const live: Live = {
    values: [{ name: "level", count: { least: 0, most: 99, start: 10, wraps: false } }],
    faces: [{ shows: "{level}" }],
    controls: [
      { unit, on: "turn-right", does: { step: 1, value: "level" } },
      { unit, on: "turn-left", does: { step: -1, value: "level" } },
    ],
    events: [],
    debounce: { way: "states", ms: 20 },
    digits: "divide",
    ...more,
  };
  return { rig: { ...wired.rig, live }, unit };
}

const still = newRig(
  { id: "tried", name: "Tried", note: "" },
  { ...DEFAULT_PLAN, digits: 2 },
  { ohms: 330, led: ledValues("red") },
);
const unmet = (rig: Rig, items: readonly TapeItem[]) =>
  playTape(modelOf(rig), { items })
    .checked.filter(({ ok }) => !ok)
    .map(({ nth, saw }) => `${nth}: ${saw}`);

test("steps to the right count up, to the left down, whatever bounces between", () => {
  for (const bounce of [0, 1, 5]) {
    const { rig, unit } = turning(still);
    const worn = {
      ...rig,
      units: rig.units.map((one) => (one.ref === unit ? { ...one, hand: { bounce } } : one)),
    };
    expect(liveProblems(modelOf(worn))).toEqual([]);
    expect(
      unmet(worn, [
        { at: 200, turn: unit, by: 3 },
        { at: 500, reads: "13" },
        { at: 600, turn: unit, by: -5 },
        { at: 1000, reads: "8" },
        { at: 1100, turn: unit, by: -20 },
        { at: 2000, reads: "0" },
      ]),
    ).toEqual([]);
  }
});

test("each step is four quarter steps", () => {
  const { rig, unit } = turning(still);
  const steps = rawMoves(rig, { at: 0, turn: unit, by: -2 });
  expect(steps.reduce((sum, move) => sum + ("byte" in move ? 0 : move.to), 0)).toBe(-8);
});

test("a sketch counts as the simulation does", () => {
  const { rig, unit } = turning(still);
  const moves: Move[] = [
    { at: 200, turn: unit, by: 4 },
    { at: 700, turn: unit, by: -7 },
    { at: 1500, turn: unit, by: 1 },
  ];
  const compiled = compiledLive(rig, moves, 2);
  expect(compiled.length).toBe(1 + 4 + 7 + 1);
  const simulated = simulatedLive(rig, moves, 2);
  expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
});

test("a program that waits loses steps", () => {
  const { rig, unit } = turning(demoRig("lap-bell"), { debounce: { way: "wait", ms: 60 } });
  const judge = rig.units.find(({ part }) => part === "button")!.ref;
  const both: Rig = {
    ...rig,
    live: {
      ...rig.live!,
      controls: [...rig.live!.controls, { unit: judge, on: "press", does: { set: 10, value: "level" } }],
    },
  };
  const items: TapeItem[] = [
    { at: 200, press: judge },
    { at: 205, turn: unit, by: 4 },
    { at: 600, value: "level", least: 14, most: 14 },
  ];
  expect(unmet(both, items)).toHaveLength(1);
});

test("what is turned is not pressed, and its common leg belongs to ground", () => {
  const { rig, unit } = turning(still);
  const says = (changed: Rig) => liveProblems(modelOf(changed)).map(({ says: said }) => said);
  const live = { ...rig.live!, controls: [{ ...rig.live!.controls[0]!, on: "press" as const }] };
  expect(says({ ...rig, live })).toEqual([`${unit} is turned: it is not pressed`]);
  const loose = {
    ...rig,
    wires: rig.wires.filter(({ from, to }) => ![from, to].some((leg) => leg === `${unit}.2`)),
  };
  expect(says(loose)[0]).toMatch(/^the common leg of RE1 is not on ground/);
});
