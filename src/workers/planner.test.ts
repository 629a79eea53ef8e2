import { DEMO_RIGS } from "@/demo";
import { standingOf } from "@/core/check";
import { Planner } from "./planner";

describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s, checked by the planner", (_, rig) => {
  const { audit, findings } = new Planner().check(rig, "letters");

  test("what it hands to the page survives the way there", () => {
    expect(structuredClone({ audit, findings })).toEqual({ audit, findings });
  });

  test("whatever is over a limit has its finding, and the demo rigs have no fault", () => {
    const said = new Set(findings.flatMap(({ rows = [] }) => rows));
    const over = audit.rows.filter((row) => !["within", "near"].includes(standingOf(row)));
    expect(over.map(({ id }) => id).filter((id) => !said.has(id))).toEqual([]);
    expect(findings.filter(({ severity }) => severity === "fault")).toEqual([]);
  });

  test("the worst is never below the average, and any state is never below the worst", () => {
    for (const { id, worst, astray, average = 0 } of audit.rows) {
      expect([id, worst.value >= average - 1e-12]).toEqual([id, true]);
      if (astray) expect([id, astray.value > worst.value]).toEqual([id, true]);
    }
  });
});
