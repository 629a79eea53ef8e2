import { demoRig } from "@/demo";
import { isMultiplexed, modelOf, usedLines } from "../address";
import { checkAtOnce } from "../check";
import { MATRICES } from "../parts";
import {
  digitCount,
  isStatic,
  movedWires,
  planProblem,
  relay,
  withDisplay,
  type Plan,
  type Rig,
} from "../rig";
import { WAYS, isWay, planFor } from ".";

const moorings = demoRig("moorings-free");
const on = (values: Partial<Plan>): Rig => ({
  ...moorings,
  plan: { ...withDisplay(moorings.plan, values), lines: {} },
});

/** Displays and polarities a way may be asked for. */
const ASKED: ReadonlyArray<readonly [what: string, rig: Rig]> = (
  ["common-cathode", "common-anode"] as const
).flatMap((polarity) => [
  [`one digit, ${polarity}`, on({ polarity, display: "plain", digits: 1 })] as const,
  [`four digits, ${polarity}`, on({ polarity, display: "plain", digits: 4 })] as const,
  [`a clock, ${polarity}`, on({ polarity, display: "clock", digits: 4 })] as const,
  [
    `dots, ${polarity}`,
    on({ polarity, display: "dots", module: "8x8", digits: MATRICES["8x8"].rows }),
  ] as const,
]);

describe.each(ASKED)("a plan for each way: %s", (_, rig) => {
  const possible = WAYS.map((way) => [way.id, way, planFor(rig, way)] as const).filter(
    ([, , plan]) => planProblem(plan) === undefined,
  );

  test("there is more than one way, and what does not fit says why", () => {
    expect(possible.length).toBeGreaterThan(1);
    for (const way of WAYS) {
      const problem = planProblem(planFor(rig, way));
      if (problem !== undefined) expect(problem.length).toBeGreaterThan(10);
    }
  });

  test.each(possible)(
    "%s: laid, every LED is driven, nothing is at fault in its wires, and it is that way",
    (_id, way, plan) => {
      const laid = relay(rig, plan);
      const model = modelOf(laid);
      expect(
        model.addresses.filter(({ verdict }) => verdict.kind !== "driven").map(({ pip }) => pip),
      ).toEqual([]);
      expect(model.encoding.pips).toHaveLength(model.addresses.length);
      expect(model.digits).toHaveLength(digitCount(plan));
      expect(movedWires(laid)).toEqual([]);
      expect(plan.scheme).toBe(way.scheme);
      // One digit has nothing to switch: ways that differ only there are one.
      if (plan.digitSwitch === way.digitSwitch) expect(isWay(plan, way)).toBe(true);
      expect(new Set(usedLines(model))).toEqual(new Set(Object.values(plan.lines)));
      const wiring = checkAtOnce(model).filter(
        ({ severity, topic }) => severity === "fault" && topic === "wiring",
      );
      expect(wiring.map(({ title }) => title)).toEqual([]);
    },
  );

  test.each(possible)(
    "%s: digits take turns just where the plan says that they do not all stand by themselves",
    (_id, _way, plan) => {
      const model = modelOf(relay(rig, plan));
      if (isStatic({ scheme: plan.scheme, digits: digitCount(plan) }))
        expect(isMultiplexed(model)).toBe(false);
      if (isMultiplexed(model)) expect(model.slots.length).toBeGreaterThan(1);
    },
  );
});

test("lines that are given already stay where the way is the same, and are dealt out anew for another", () => {
  const [same] = WAYS.filter((way) => isWay(moorings.plan, way));
  const given = { ...moorings, plan: { ...moorings.plan, lines: { ...moorings.plan.lines } } };
  expect(planFor(given, same!).lines).toEqual(moorings.plan.lines);
  const other = WAYS.find(({ scheme }) => scheme === "two-registers")!;
  expect(Object.keys(planFor(given, other).lines).sort()).toEqual(["clock", "data", "latch"]);
});
