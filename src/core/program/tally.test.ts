import fc from "fast-check";
import { modelOf } from "../address";
import { World } from "../inputs";
import { controllerById } from "../rig";
import { startWith } from "../live";
import { demoRig, plainDemoRig } from "@/demo";
import { boardOf, buildProgram, startProgram, type Spent } from ".";
import { Tally } from "./tally";

const total = ({ out, reading, waiting, working, idle }: Spent) => out + reading + waiting + working + idle;

/** Where a rig's time goes, over so many seconds, and how long its program went on. */
function spentOf(rig: ReturnType<typeof demoRig>, seconds = 3) {
  const model = modelOf(rig);
  const world = new World(model);
  world.knowUntil(seconds * 1e9);
  const run = startProgram(buildProgram(model), boardOf(controllerById(rig.plan.controller)), world);
  let at = 0;
  while (at < seconds * 1e9) {
    const next = run.events.next();
    if (next.done) break;
    at = next.value.at;
  }
  return { spent: run.spent(), at };
}

test("passes alike are counted as often as they took place", () => {
  fc.assert(
    fc.property(fc.nat(50), fc.nat(50), fc.nat(1000), (reading, own, more) => {
      const tally = new Tally();
      const began = tally.begin();
      tally.add("reading", reading);
      const pass = tally.passed(began, reading + own);
      tally.end(pass, false);
      tally.again(pass, more);
      expect(tally.spent).toEqual({
        out: 0,
        waiting: 0,
        working: 0,
        reading: reading * (more + 1),
        idle: own * (more + 1),
      });
    }),
  );
});

test("what is done while nothing else is does not count as waiting", () => {
  const tally = new Tally();
  const { outside } = tally.begin();
  tally.add("out", 30);
  tally.stood(100, outside);
  expect(tally.spent).toMatchObject({ out: 30, waiting: 70 });
});

describe("all the time of a rig is somebody's", () => {
  test.each(["lap-bell", "heat-time", "water-warmth", "crew-tally", "boats-out", "berth-board"])(
    "%s",
    (id) => {
      const { spent, at } = spentOf(demoRig(id));
      // The timer's own statements, and a pass that is cut off at the end, are the rest.
      expect(Math.abs(total(spent) / at - 1)).toBeLessThan(0.03);
    },
  );
});

test("a reading is seen to take its share, a blocking wait to stand still, a loop to hold its digits", () => {
  const warm = spentOf(demoRig("water-warmth")).spent;
  // Every 500 ms, the one at 3 s begun.
  expect([6, 7]).toContain(warm.reading / (32 * controllerById("ATmega328P-board").converter!.time));
  const river = plainDemoRig("river-level");
  const looped = startWith({ ...river, scan: { ...river.scan, school: "loop" } }, "count");
  const timed = startWith({ ...river, scan: { ...river.scan, school: "timer" } }, "count");
  if (!looped.ok || !timed.ok) throw new Error("a count fits");
  const [byLoop, byTimer] = [spentOf(looped.rig).spent, spentOf(timed.rig).spent];
  expect(byLoop.waiting / total(byLoop)).toBeGreaterThan(0.5);
  // Its interrupt stands still between two digits, while all are dark.
  expect(byTimer.waiting / total(byTimer)).toBeLessThan(0.02);
  expect(byTimer.out).toBeGreaterThan(0);
});
