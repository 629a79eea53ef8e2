import { modelOf, outsideModel } from "../address";
import { DEMO_RIGS } from "@/demo";
import { outsideOf } from "../rig";
import { nextStep, wiringSteps } from "./wiring-steps";

test.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))(
  "%s: every wire once, power first, then a stop",
  (_, rig) => {
    const model = outsideModel(modelOf(rig));
    const steps = wiringSteps(model);
    const wires = steps.flatMap((step) => (step.kind === "wire" ? [step.wire.id] : []));
    expect([...wires].sort()).toEqual(
      outsideOf(rig)
        .wires.map(({ id }) => id)
        .sort(),
    );
    const stop = steps.findIndex(({ kind }) => kind === "power");
    expect(stop).toBeGreaterThan(0);
    expect(steps.slice(0, stop).every((step) => step.kind === "wire" && step.group === "power")).toBe(true);
    expect(steps.slice(stop + 1).some((step) => step.kind === "wire" && step.group === "power")).toBe(false);
  },
);

test("going on where one was: the stop comes once, and the end is behind the last wire", () => {
  const steps = wiringSteps(outsideModel(modelOf(DEMO_RIGS[0]!)));
  const ids = steps.flatMap((step) => (step.kind === "wire" ? [step.wire.id] : []));
  const stop = steps.findIndex(({ kind }) => kind === "power");
  expect(nextStep(steps, new Set())).toBe(0);
  expect(nextStep(steps, new Set(ids.slice(0, 2)))).toBe(2);
  expect(nextStep(steps, new Set(ids.slice(0, stop)))).toBe(stop);
  expect(nextStep(steps, new Set(ids.slice(0, stop + 1)))).toBe(stop + 2);
  expect(nextStep(steps, new Set(ids))).toBe(steps.length);
});
