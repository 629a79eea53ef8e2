import { bringUpSteps, patternsOf, placesOf, probesOf, rigOfStep } from "@/core/bench";
import { cellState, modelOf, type RigModel } from "@/core/address";
import { baseAdvice, bothPlacings, levelMatches, offerFor, pickResistor, supplyAdvice } from "@/core/audit";
import { checkAtOnce, checkModel } from "@/core/check";
import { currentFigures } from "@/core/circuit";
import { signPace } from "@/core/frames";
import { buildProgram, sketchMemory, sketchText, writeProgram, type Program } from "@/core/program";
import { removeWire, type PipId } from "@/core/rig";
import { chipScans, chipScanFigures, ghostsOf, scanFigures } from "@/core/scan";
import { signRun } from "@/core/show";
import { glyphTable, showState, stagesAfter, tapeOf, traceSend, traceWrites } from "@/core/sim";
import { trailOf } from "@/core/trail";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { Desk } from "./desk";

/** What the desk says, as it comes to the page. */
const told = <Answer>(answer: Answer): Answer => structuredClone(answer);
const small = DEMO_RIGS.filter(({ wires }) => wires.length < 400);

/** A desk with a demo rig on it, and what the core makes of the rig. */
function deskWith(id: string): { desk: Desk; model: RigModel; program: Program } {
  const desk = new Desk();
  desk.take(plainDemoRig(id));
  const model = modelOf(plainDemoRig(id));
  return { desk, model, program: buildProgram(model) };
}

describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s on the desk", (_, rig) => {
  const desk = new Desk();
  desk.take(rig);
  test("is looked at and followed as the core has it, and that survives the way to the page", () => {
    const model = modelOf(rig);
    const look = desk.look("letters");
    expect(look.findings).toEqual(checkAtOnce(model, "letters"));
    expect(told(look)).toEqual(look);
    const pip = model.addresses[0]!.pip;
    expect(told(desk.trail(pip, "letters"))).toEqual(trailOf(model, pip, "letters"));
    // Beside another program only what the wires make of it holds.
    const kinds = new Set(desk.trail(pip, "letters", true).map(({ kind }) => kind));
    expect(kinds.has("leg")).toBe(true);
    for (const kind of ["sent", "time", "current"] as const) expect(kinds.has(kind)).toBe(false);
  });
});

describe.each(small.map(({ id }) => [id] as const))("%s: what stations ask", (id) => {
  const { desk, model, program } = deskWith(id);
  const digit = model.digits[0];

  test("the alphabet, and what a state shows", () => {
    expect(told(desk.alphabet(digit))).toEqual(glyphTable(model, digit));
    const state = cellState(model, { glyph: "2", point: false }, digit);
    if (model.rig.plan.display !== "dots")
      expect(told(desk.shows(state, digit))).toEqual(showState(model, state, digit));
  });

  test("the bench: steps with what they run, patterns and probes with their sketches, the log", () => {
    const look = told(desk.bench("letters"));
    expect(look).toEqual({
      steps: bringUpSteps(model, "letters"),
      patterns: model.rig.plan.display === "dots" ? [] : patternsOf(model),
      probes: probesOf(model, "letters"),
      holes: expect.any(Object),
    });
    // Two legs sit in one hole nowhere.
    expect(new Set(Object.values(look.holes)).size).toBe(Object.keys(look.holes).length);
    const run = told(desk.benchStep("all", "letters"))!;
    expect(run.sketch!.text).toContain("Written by Bold Pip");
    expect(run.rig).toEqual(
      rigOfStep(
        model,
        look.steps.find((step) => step.id === "all")!,
      ),
    );
    const [pattern] = look.patterns;
    if (pattern) expect(told(desk.benchSketch({ pattern: pattern.id }, "letters"))!.text).toContain("Wiring");
    expect(desk.benchSketch({ pattern: "no such" }, "letters")).toBeUndefined();
    expect(desk.benchSketch({ hold: "rest" }, "letters")).toBeUndefined();
    expect(told(desk.benchLog()).places).toEqual(placesOf(model));
  });

  test("what drives the LEDs: currents, supply, the chip's scan without its LEDs", () => {
    const driving = told(desk.driving());
    expect(driving.figures).toEqual(currentFigures(model));
    expect(driving.supply).toEqual(supplyAdvice(model));
    const scans = chipScans(model);
    expect(driving.chips.map(({ unit, rate, duty }) => [unit, rate, duty])).toEqual(
      scans.map(({ unit, rate, duty }) => [unit, rate, duty]),
    );
    // Of a register's digit the LEDs' own; a chip's resistors at its lines and its current are none of them.
    const ohmsOf = (id: string) => {
      const other = new Desk();
      other.take(demoRig(id));
      return other.driving().ohms;
    };
    expect(["slip-gate", "water-warmth", "lamp-room", "lock-gauge"].map(ohmsOf)).toEqual([
      560,
      10,
      undefined,
      undefined,
    ]);
    driving.chips.forEach((chip) => expect(Object.keys(chip)).not.toContain("leds"));
  });

  test("advice on currents and levels", () => {
    expect(told(desk.advice())).toEqual({
      placings: bothPlacings(model),
      bases: baseAdvice(model),
      supply: supplyAdvice(model),
    });
    expect(told(desk.levels())).toEqual(levelMatches(model));
  });

  test("the scan: the program's own, a chip's, or none; and ghosts", () => {
    const seen = told(desk.scan());
    expect(seen.ghosts).toEqual(ghostsOf(model));
    expect(seen.figures).toEqual(model.slots.length > 1 ? scanFigures(model) : undefined);
    const [chip] = chipScans(model);
    expect(seen.chipFigures).toEqual(
      model.slots.length > 1 || !chip ? undefined : chipScanFigures(model, chip),
    );
    expect(
      seen.used === undefined || program.timer?.some(({ timer }) => timer.name === seen.used!.timer.name),
    ).toBe(true);
  });

  test("the code, and what it takes of the board", () => {
    const { written, problem, memory } = told(desk.code("letters"));
    expect(problem).toBeUndefined();
    expect(sketchText(written!.lines)).toBe(sketchText(writeProgram(model, program).lines));
    expect(memory).toEqual(sketchMemory(model, program));
  });

  test("an update edge by edge, of a face and of a character", () => {
    const of = told(desk.update({ frame: 0, slot: 0 }));
    expect(of.steps.length + of.bytes.length > 0 || (model.encoding.buses?.length ?? 0) > 0).toBe(true);
    if (model.rig.plan.display === "dots") return;
    expect(told(desk.update({ glyph: "7", digit }))).toEqual(
      traceSend(model, cellState(model, { glyph: "7", point: false }, digit)),
    );
  });

  test("its faces, counted; of digits what each reads", () => {
    const { count, texts } = told(desk.faces());
    expect(count).toBe(program.frames.length);
    expect(texts).toEqual(model.rig.plan.display === "dots" ? [] : program.frames.map(({ text }) => text));
  });
});

describe("writes to driver chips", () => {
  const { desk, model, program } = deskWith("water-warmth");

  test("those of a face with the set-up before them, then what was typed", () => {
    const trace = told(desk.writes({ frame: 0, typed: [] }));
    const own = traceWrites(model, program, tapeOf(program, 0));
    expect(trace.entries.map(({ bytes, text }) => [bytes, text])).toEqual(
      own.entries.map(({ bytes, text }) => [bytes, text]),
    );
    expect(trace.ticks).toEqual(own.ticks);
  });

  test("without a face the chips have just woken up, and the usual set-up is at hand", () => {
    expect(desk.writes({ frame: undefined, typed: [] }).entries).toEqual([]);
    const setUp = told(desk.setUpWrites());
    expect(setUp.length).toBeGreaterThan(0);
    expect(setUp.every(({ phase }) => phase === "set-up")).toBe(true);
    expect(desk.writes({ frame: undefined, typed: setUp }).entries).toHaveLength(setUp.length);
  });

  test("the same question is answered once, another anew", () => {
    const first = desk.writes({ frame: 0, typed: [] });
    expect(desk.writes({ frame: 0, typed: [] })).toBe(first);
    expect(desk.writes({ frame: 1, typed: [] })).not.toBe(first);
  });

  test("an update costs less by port writes, and more with every chip", () => {
    const costs = told(desk.updateCosts(0, [1, 2, 4]));
    expect(costs.map(({ calls }) => calls.chips)).toEqual([1, 2, 4]);
    for (const { calls, direct } of costs) expect(direct.time).toBeLessThan(calls.time);
    const times = costs.map(({ calls }) => calls.time);
    expect([...times].sort((one, other) => one - other)).toEqual(times);
  });
});

test("the shift stages of a chain are those after so many edges", () => {
  const { desk, model } = deskWith("tide-notice");
  const of = { frame: 0, typed: [] };
  const trace = desk.writes(of);
  const edges = Math.floor(trace.ticks.length / 2);
  expect(told(desk.stages(of, edges))).toEqual(stagesAfter(model, trace, edges));
});

test("resistors for a wanted current: the exact value, what one buys, and the one in place among them", () => {
  const { desk, model } = deskWith("slip-gate");
  const asked = { current: 6, when: "in-eight", series: "E12" } as const;
  const picked = pickResistor(model.rig, 6, "in-eight", "E12");
  if (!picked.ok) throw new Error(picked.message);
  const answer = told(desk.resistors({ ...asked, now: 4700 }));
  expect(answer.exact).toBe(picked.exact);
  expect(answer.offers).toEqual(
    [...picked.offers, offerFor(model.rig, 4700)].sort((one, other) => one.ohms - other.ohms),
  );
  const [known] = picked.offers;
  expect(desk.resistors({ ...asked, now: known!.ohms }).offers).toEqual(picked.offers);
  const none = desk.resistors({ ...asked, current: 400 });
  expect(none.exact).toBeUndefined();
  expect(none.message).toMatch(/mA/);
});

test("bytes of the chain are looked at like any state", () => {
  const { desk } = deskWith("slip-gate");
  const [row] = desk.alphabet(undefined).filter(({ cell }) => cell.glyph === "4");
  expect(desk.shows(row!.bytes).segments).toEqual(row!.shown);
});

test("a sign: how long its frames stand, its run in short, and the scan it keeps time with", () => {
  const { desk, model } = deskWith("tide-notice");
  const { scenes, times } = told(desk.signSpeed())!;
  expect({ scenes, times }).toEqual({ scenes: signPace(model)!.scenes, times: signPace(model)!.times });
  const { frames } = signRun(model.rig, 32, 8);
  expect(desk.runLength()).toEqual({
    frames: frames.length,
    time: frames.reduce((sum, { time }) => sum + time, 0),
  });
  expect(deskWith("wind-arrow").desk.signSpeed()!.scanPeriod).toBeGreaterThan(0);
  expect(deskWith("slip-gate").desk.signSpeed()).toBeUndefined();
  expect(deskWith("slip-gate").desk.runLength()).toEqual({ frames: 0, time: 0 });
});

test("another rig that is taken up is what is asked about from then on", () => {
  const desk = new Desk();
  desk.take(demoRig("slip-gate"));
  const before = desk.faces();
  desk.take(demoRig("river-level"));
  expect(desk.faces()).not.toEqual(before);
  expect(desk.scan().figures!.digits).toHaveLength(4);
});

test("what mends several findings is offered once, and mends them all", () => {
  const rig = demoRig("slip-gate");
  const enable = rig.wires.find(({ from, to }) => [from, to].some((leg) => leg === "U1.13"))!;
  const cut = removeWire(rig, enable.id);
  const desk = new Desk();
  desk.take(cut);
  const findings = checkModel(modelOf(cut));
  expect(findings.map(({ id }) => id)).toEqual(["input-U1-13", "misread"]);
  const offered = desk.mends(findings, "letters");
  expect(Object.keys(offered)).toEqual(["input-U1-13"]);
  expect(checkModel(modelOf(desk.mended(findings[0]!)!))).toEqual([]);
});

test("asked about no rig it says so", () => {
  expect(() => new Desk().trail("DS1.1.a" as PipId, "letters")).toThrow("no rig was taken up");
});
