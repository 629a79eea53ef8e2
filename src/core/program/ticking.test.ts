import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { World, rawMoves, type Move } from "../inputs";
import { startWith } from "../live";
import { asUnit, controllerById, type Rig } from "../rig";
import { boardOf, buildProgram, startProgram } from ".";

const started = (rig: Rig): Rig => {
  const made = startWith(rig, "countdown");
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
function interrupting(rig: Rig): Rig {
  return { ...rig, live: { ...rig.live!, debounce: { way: "interrupt", ms: 20 } } };
}
const river = plainDemoRig("river-level");
const RIGS: ReadonlyArray<readonly [string, Rig]> = [
  ["digits kept by a timer", started({ ...river, scan: { ...river.scan, school: "timer" } })],
  ["digits kept by the loop", started({ ...river, scan: { ...river.scan, school: "loop" } })],
  ["logic", demoRig("boats-out")],
  ["a chip that scans", demoRig("crew-tally")],
  ["outputs that keep still", demoRig("lap-bell")],
  ["lines that interrupt", interrupting(started({ ...river, scan: { ...river.scan, school: "timer" } }))],
  [
    "lines that interrupt a loop",
    interrupting(started({ ...river, scan: { ...river.scan, school: "loop" } })),
  ],
];

/** All a program does in two seconds, told how far the hands are known in steps. */
function doneIn(rig: Rig, moves: readonly Move[], step: (nth: number) => number): string[] {
  const model = modelOf(rig);
  const world = new World(model);
  world.add(moves.flatMap((move) => rawMoves(rig, move)));
  const run = startProgram(buildProgram(model), boardOf(controllerById(rig.plan.controller)), world);
  const done: string[] = [];
  for (let nth = 0; ; nth += 1) {
    const next = run.events.next();
    if (next.done || next.value.at >= 2e9) break;
    const { kind, at } = next.value;
    if (kind === "nothing") world.knowUntil(Math.max(at, world.knownUntil) + step(nth));
    else
      done.push(`${at} ${kind}${kind === "burst" ? ` ${next.value.routine} ${next.value.state.slot}` : ""}`);
  }
  return done;
}

// A pass that is gone through and one that is skipped take the same time to the nanosecond.
test.each(RIGS)("passes that are skipped are those there would have been: %s", (_, rig) => {
  const button = asUnit(rig.units.find(({ part }) => part === "button")!.ref);
  const moves: Move[] = [
    { at: 300, press: button },
    { at: 420, release: button },
  ];
  const whole = doneIn(rig, moves, () => 10e9);
  expect(whole.length).toBeGreaterThan(3);
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 2000, max: 3_000_000 }), { minLength: 1, maxLength: 20 }),
      (steps) => {
        expect(doneIn(rig, moves, (nth) => steps[nth % steps.length]!)).toEqual(whole);
      },
    ),
    { numRuns: 4 },
  );
});
