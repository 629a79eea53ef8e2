import { DEFAULT_PLAN, DIGIT_COUNTS, planProblem, withDisplay, withLines, type Plan } from ".";
import { MATRICES } from "../parts";
import { SCHEMES } from "./document";
import { driverChipOf } from "./plan";

const DIGITS: ReadonlyArray<Partial<Plan>> = [
  ...DIGIT_COUNTS.map((digits) => ({ display: "plain", digits }) as const),
  { display: "clock", digits: 4 },
];
const DOTS: ReadonlyArray<Partial<Plan>> = [1, 2, 4, 8].map((modules) => ({
  display: "dots",
  module: "8x8",
  digits: modules * MATRICES["8x8"].rows,
}));
const possible = (plan: Plan) => planProblem(withLines({ ...plan, lines: {} }));

describe("another display for a plan", () => {
  test.each(SCHEMES)("whatever it was driven by before, it can be driven: %s", (scheme) => {
    const bare = driverChipOf(scheme) ? ({ digitSwitch: "bare" } as const) : {};
    for (const polarity of ["common-cathode", "common-anode"] as const)
      for (const display of [...DIGITS, ...DOTS]) {
        const plan = withDisplay({ ...DEFAULT_PLAN, scheme, polarity, ...bare }, display);
        // A chain of chips gives current to segments, and there is none that sinks it: the plan says so. Up to four
        // blocks of dots do without such chips.
        const long = (display.digits ?? 1) > ("module" in display ? 32 : 8);
        if (long && polarity === "common-anode") {
          expect(possible(plan)).toMatch(/it needs a common-cathode display/);
          continue;
        }
        expect(`${JSON.stringify(display)} ${polarity}: ${possible(plan) ?? "possible"}`).toMatch(
          /: possible$/,
        );
      }
  });

  test("what can stay stays", () => {
    const plan: Plan = { ...DEFAULT_PLAN, scheme: "two-registers", digits: 4, digitSwitch: "transistor" };
    expect(withDisplay(plan, { digits: 2 })).toMatchObject({
      scheme: "two-registers",
      digitSwitch: "transistor",
    });
    expect(
      withDisplay(
        { ...plan, scheme: "tm1637", polarity: "common-anode", digitSwitch: "bare" },
        { digits: 3 },
      ),
    ).toMatchObject({
      scheme: "tm1637",
    });
  });

  test("one digit needs nothing that switches digits, many need a transistor where none was", () => {
    const one = withDisplay({ ...DEFAULT_PLAN, scheme: "two-registers", digits: 4 }, { digits: 1 });
    expect(one).toMatchObject({ scheme: "register-static", digitSwitch: "bare" });
    const many = withDisplay({ ...DEFAULT_PLAN, scheme: "bcd-decoder", digits: 1 }, { digits: 4 });
    expect(possible(many)).toBeUndefined();
  });

  test("what only sinks gives way where the display is turned to common anode", () => {
    const sinking: Plan = {
      ...DEFAULT_PLAN,
      scheme: "two-registers",
      digits: 4,
      polarity: "common-cathode",
      digitSwitch: "darlington",
    };
    expect(withDisplay(sinking, {}).digitSwitch).toBe("darlington");
    expect(withDisplay(sinking, { polarity: "common-anode" }).digitSwitch).toBe("transistor");
  });

  test("a register that only sinks gives way to the usual one where it does not fit", () => {
    const plan: Plan = { ...DEFAULT_PLAN, digits: 1, polarity: "common-anode", register: "TPIC6B595" };
    expect(withDisplay(plan, {}).register).toBe("TPIC6B595");
    expect(withDisplay(plan, { polarity: "common-cathode" })).not.toHaveProperty("register");
  });

  test("more digits than a way reaches take driver chips in a chain", () => {
    expect(withDisplay(DEFAULT_PLAN, { digits: 12 }).scheme).toBe("max7219");
  });
});
