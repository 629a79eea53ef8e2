import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { World, rawMoves, type Move } from "../inputs";
import { startWith } from "../live";
import { boardOf, buildProgram, startProgram } from "../program";
import { asUnit, controllerById, type Rig } from "../rig";
import { PoweredRig, Simulation, readView } from ".";

const started = (id: string, start: Parameters<typeof startWith>[1], school?: "loop" | "timer"): Rig => {
  const plain = plainDemoRig(id);
  const made = startWith(school ? { ...plain, scan: { ...plain.scan, school } } : plain, start);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const RIGS: ReadonlyArray<readonly [string, Rig]> = [
  ["outputs that keep still", started("slip-gate", "clock")],
  ["a chip that scans", started("water-warmth", "clock-chip")],
  ["digits kept by a timer", started("river-level", "clock", "timer")],
  ["digits kept by the loop", started("river-level", "clock", "loop")],
  ["dots", demoRig("tide-notice")],
  ["logic", demoRig("boats-out")],
];
const pressing = (rig: Rig): Move[] => {
  const button = rig.units.find(({ part }) => part === "button");
  const unit = asUnit(button!.ref);
  return [2_000, 6_000, 7_000].flatMap((at) => [
    { at, press: unit },
    { at: at + 150, release: unit },
  ]);
};

describe.each(RIGS)("far ahead at once: %s", (_, rig) => {
  const model = modelOf(rig);
  const moves = pressing(rig);

  test("the program stands where it would, to the nanosecond", () => {
    const behind = (unseen: number): string[] => {
      const world = new World(model);
      world.add(moves.flatMap((move) => rawMoves(rig, move)));
      world.knowUntil(16e9);
      const run = startProgram(buildProgram(model), boardOf(controllerById(rig.plan.controller)), world);
      run.unseen(unseen);
      const told: string[] = [];
      for (let next = run.events.next(); !next.done && next.value.at < 15.5e9; next = run.events.next()) {
        const { at, kind } = next.value;
        if (at >= 14.2e9) told.push(`${at} ${kind}`);
      }
      return told;
    };
    const [whole, skipped] = [behind(0), behind(14e9)];
    expect(whole.length).toBeGreaterThan(0);
    expect(skipped).toEqual(whole);
  });

  test("it shows what it would, and its values are the same", () => {
    const [far, stepped] = [
      new Simulation(model, buildProgram(model)),
      new Simulation(model, buildProgram(model)),
    ];
    for (const one of [far, stepped]) one.expect(moves);
    far.advanceTo(14e9);
    for (let at = 2e9; at <= 14e9; at += 2e9) stepped.advanceTo(at);
    const look = (one: Simulation) => {
      one.look();
      one.advanceTo(14.05e9);
      return readView(model, one.view());
    };
    const [seen, followed] = [look(far), look(stepped)];
    expect(seen.reads).toBe(followed.reads);
    [...seen.currents].forEach((current, at) => expect(current).toBeCloseTo(followed.currents[at]!, 9));
  });
});

test("a day of a clock goes on to the second, set on the way, over a cut of the power", () => {
  const clock = started("river-level", "clock", "timer");
  const rig: Rig = {
    ...clock,
    live: {
      ...clock.live!,
      values: clock.live!.values.map((value) => ({ ...value, kept: true }) as typeof value),
    },
  };
  const button = rig.units.find(({ part }) => part === "button")!.ref;
  const model = modelOf(rig);
  const powered = new PoweredRig(model, buildProgram(model), [
    { at: 3_600_000, press: asUnit(button) },
    { at: 3_600_120, release: asUnit(button) },
    { at: 40_000_000, cut: "power" },
  ]);
  powered.advanceTo(86_400e9);
  powered.look();
  powered.advanceTo(86_400.2e9);
  // Noon at power-up, an hour on by hand; what was not kept yet when the power went is lost: some seconds.
  expect(powered.look().reads.trim()).toBe("12.59");
});
