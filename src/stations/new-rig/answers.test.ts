import { modelOf } from "@/core/address";
import { checkAtOnce } from "@/core/check";
import { CONTROLLERS, type Polarity } from "@/core/parts";
import { checkRig, planProblem, showsDots } from "@/core/rig";
import { recordFace } from "@/core/sim";
import { buildProgram } from "@/core/program";
import { ANSWERS, EXAMPLES, build, noWay, planOf, waysThatFit, type Answers } from "./answers";

const USUAL: Answers = {
  name: "Mooring lamp",
  display: "1",
  boards: 1,
  way: "",
  polarity: "common-cathode",
  colour: "red",
  controller: CONTROLLERS[0]!.id,
  resistors: "per-segment",
  list: "0123456789",
};
const DISPLAYS = Object.keys(EXAMPLES);
const POLARITIES: readonly Polarity[] = ["common-cathode", "common-anode"];
const answersFor = (display: string, more: Partial<Answers> = {}): Answers => ({
  ...USUAL,
  display,
  list: EXAMPLES[display]!,
  ...more,
});

describe.each(DISPLAYS)("a display of %s", (display) => {
  test.each(POLARITIES)(
    "%s: every way that is offered is the way the rig has, and its wires pass",
    (polarity) => {
      const ways = waysThatFit(planOf(answersFor(display, { polarity })));
      const said = noWay(answersFor(display, { polarity }));
      // Chips that scan sink rows: beyond the four blocks that registers reach, rows of anodes have no way, and it is said.
      const none = polarity === "common-anode" && ["dots 8", "dots 16x8"].includes(display);
      expect(said).toBe(
        none ? "No way drives this display with rows of anodes; with cathodes there is one." : undefined,
      );
      expect(ways.length === 0).toBe(none);
      expect(ANSWERS.isValidSync(answersFor(display, { polarity }))).toBe(!none);
      for (const way of ways) {
        const answers = answersFor(display, { polarity, way: way.id });
        const plan = planOf(answers);
        expect(planProblem(plan)).toBeUndefined();
        expect([way.id, plan.scheme]).toEqual([way.id, way.scheme]);
        const rig = build(answers, "made");
        const checked = checkRig(JSON.parse(JSON.stringify(rig)));
        expect([way.id, checked.ok]).toEqual([way.id, true]);
        // What the maker holds in the hand is never changed for a way's sake.
        expect([way.id, rig.plan.polarity, showsDots(rig.plan)]).toEqual([
          way.id,
          polarity,
          display.startsWith("dots"),
        ]);
        const faults = checkAtOnce(modelOf(rig)).filter(({ severity }) => severity === "fault");
        expect([way.id, ...faults.map(({ title }) => title)]).toEqual([way.id]);
      }
    },
  );
});

test("the way stands first that is taken when none is chosen", () => {
  for (const display of DISPLAYS) {
    const answers = answersFor(display);
    const [first] = waysThatFit(planOf(answers));
    expect(planOf(answers)).toEqual(planOf({ ...answers, way: first!.id }));
  }
});

test("a way that cannot be laid for another display gives way to one that can", () => {
  const counted = waysThatFit(planOf(answersFor("1"))).map(({ id }) => id);
  for (const way of counted)
    for (const display of DISPLAYS)
      expect([way, display, planProblem(planOf(answersFor(display, { way })))]).toEqual([
        way,
        display,
        undefined,
      ]);
});

describe("what is to be shown", () => {
  const reads = (answers: Answers) => {
    const model = modelOf(build(answers, "made"));
    return buildProgram(model).frames.map(({ text }) => text.trim());
  };

  test("of one digit each character is a face, of more each line", () => {
    expect(reads(answersFor("1", { list: "1A7" }))).toEqual(["1", "A", "7"]);
    expect(reads(answersFor("4", { list: "12.34\n\n-0.5" }))).toEqual(["12.34", "-0.5"]);
  });

  test("one text alone stands still", () => {
    expect(build(answersFor("4", { list: "8888" }), "made").show.mode).toBe("hold");
    expect(build(answersFor("4", { list: "1\n2" }), "made").show.mode).toBe("count");
  });

  test("a text of dots runs where it is wider than the display, and stands where it fits", () => {
    const motion = (list: string) => {
      const scene = build(answersFor("dots 1", { list }), "made").sign!.scenes[0]!;
      return scene.kind === "text" && scene.motion;
    };
    expect(motion("I")).toBe("hold");
    expect(motion("Hello")).toBe("left");
  });

  test("it is what the face shows", () => {
    const rig = build(answersFor("4", { list: "12.34" }), "made");
    expect(recordFace(modelOf(rig), 60_000_000).at(-1)?.text?.trim()).toBe("12.34");
  });
});

describe("answers", () => {
  test.each([
    [{ name: "   " }, "Give it a name"],
    [{ list: "" }, ""],
    [{ controller: "made-up" }, ""],
    [{ colour: "octarine" as never }, ""],
    [{ polarity: "sideways" as never }, ""],
  ])("%o are refused", (wrong, message) => {
    expect(() => ANSWERS.validateSync({ ...USUAL, ...wrong })).toThrow(message);
  });

  test("those of every example are taken", () => {
    for (const display of DISPLAYS) expect(ANSWERS.isValidSync(answersFor(display))).toBe(true);
  });
});
