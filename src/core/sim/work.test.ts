import { demoRig } from "@/demo";
import { modelOf } from "../address";
import type { Move } from "../inputs";
import { buildProgram } from "../program";
import { asUnit, type Rig } from "../rig";
import { Simulation } from "./simulation";

const run = (rig: Rig, moves: readonly Move[]) => {
  const model = modelOf(rig);
  const simulation = new Simulation(model, buildProgram(model));
  simulation.expect(moves);
  return simulation;
};
const press = (unit: string, at: number, ms = 100): Move[] => [
  { at, press: asUnit(unit) },
  { at: at + ms, release: asUnit(unit) },
];

test("what happens is told as it does: taken for pressed once the contact rests, then what came of it", () => {
  const rig = demoRig("lap-bell");
  const twice = run(
    {
      ...rig,
      live: {
        ...rig.live!,
        values: [{ name: "lapsToGo", count: { least: 0, most: 12, start: 3, wraps: false } }],
      },
    },
    [...press("SW1", 500), ...press("SW1", 1500)],
  );
  for (let ms = 20; ms <= 3500; ms += 20) twice.advanceTo(ms * 1e6);
  const { happened } = twice.work()!;
  expect([...happened].reverse().map(({ says }) => says)).toEqual([
    "SW1 is taken for pressed",
    "lapsToGo is 2",
    "SW1 is taken for pressed",
    "lapsToGo is 1",
    "BZ1 is switched on",
    "BZ1 is switched off",
  ]);
  const [on, off] = [happened[1]!, happened[0]!];
  expect((off.at - on.at) / 1e6).toBeCloseTo(1500, -1);
  // The worn contact bounces for 9 ms, and has to stand for 20.
  expect((happened.at(-1)!.at - 500e6) / 1e6).toBeGreaterThan(20);
  expect((happened.at(-1)!.at - 500e6) / 1e6).toBeLessThan(32);
});

test("a timer that runs and stands, and a line that is answered, are told as well", () => {
  const heat = run(demoRig("heat-time"), press("SW1", 300));
  heat.advanceTo(600e6);
  expect(heat.work()!.happened.map(({ says }) => says)).toEqual(
    expect.arrayContaining([expect.stringMatching(/ runs$/)]),
  );
  const notice = run(demoRig("tide-notice"), [{ at: 300, type: "#text" }]);
  notice.advanceTo(900e6);
  expect(notice.work()!.happened.some(({ says }) => /^answered “/.test(says))).toBe(true);
});

test("where the time goes is told of what was lately: a blocking wait is seen, and is over again", () => {
  const rig = demoRig("lap-bell");
  const waiting = run(
    { ...rig, live: { ...rig.live!, debounce: { way: "wait", ms: 400 } } },
    press("SW1", 1000, 2000),
  );
  const shareAt = (ms: number) => {
    for (let at = waiting.time / 1e6; at <= ms; at += 50) {
      waiting.advanceTo(at * 1e6);
      waiting.work();
    }
    const { spent } = waiting.work()!;
    return spent.waiting / (spent.out + spent.reading + spent.waiting + spent.working + spent.idle);
  };
  expect(shareAt(900)).toBeLessThan(0.01);
  expect(shareAt(1500)).toBeGreaterThan(0.3);
  expect(shareAt(2900)).toBeLessThan(0.01);
});
