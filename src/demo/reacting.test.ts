import { modelOf } from "@/core/address";
import { checkModel } from "@/core/check";
import { liveProblems } from "@/core/program";
import { playTape } from "@/core/sim";
import { DEMO_RIGS } from ".";

const REACTING = DEMO_RIGS.filter(({ live }) => live);

test("what reacts comes with a tape of hands and what must come of it", () => {
  expect(REACTING.map(({ id }) => id).sort()).toEqual([
    "berth-board",
    "boats-out",
    "crew-tally",
    "heat-time",
    "lap-bell",
    "lock-gauge",
    "tide-notice",
    "water-warmth",
  ]);
  for (const { tapes = [] } of REACTING)
    expect(tapes.some(({ items }) => items.some((item) => "reads" in item || "value" in item))).toBe(true);
});

describe.each(REACTING.map((rig) => [rig.id, rig] as const))("%s", (_, rig) => {
  const model = modelOf(rig);

  test("does all it says, and has no fault", () => {
    expect(liveProblems(model)).toEqual([]);
    expect(checkModel(model).filter(({ severity }) => severity === "fault")).toEqual([]);
  });

  test.each(rig.tapes!.map((tape) => [tape.name, tape] as const))("%s", (_name, tape) => {
    const missed = playTape(model, tape).checked.filter(({ ok }) => !ok);
    expect(missed.map(({ nth, saw }) => [tape.items[nth], saw])).toEqual([]);
  });
});
