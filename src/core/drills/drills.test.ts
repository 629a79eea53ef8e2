import fc from "fast-check";
import { plainDemoRig, demoRig } from "@/demo";
import { cellBytes, modelOf } from "../address";
import { FaultSearch, faultDrill } from "../bench";
import { randomFrom } from "../chance";
import { SEGMENTS, type SegmentName } from "../glyph";
import { countLeg } from "../parts";
import { partOf } from "../rig";
import { byteDrill, legDrill, resistorDrill, wiringWords } from ".";
import { byteOf, shapeOf, wiringOf } from "./bytes";
import { NO_SCORE, nextKind, scored, scoresIn, type DrillScore, type Wiring } from "./drill";

const slip = modelOf(plainDemoRig("slip-gate"));
const wiring = fc.record({
  bits: fc.shuffledSubarray([...SEGMENTS], { minLength: 8 }),
  lights: fc.constantFrom<0 | 1>(0, 1),
});

test("a byte's shape and a shape's byte are inverses, in any wiring", () =>
  fc.assert(
    fc.property(wiring, fc.nat(255), (of: Wiring, byte) => expect(byteOf(of, shapeOf(of, byte))).toBe(byte)),
  ));

test("the rig's own wiring gives the rig's own bytes", () => {
  for (const id of ["slip-gate", "ladder-step"]) {
    const model = modelOf(plainDemoRig(id));
    for (const [glyph, shape] of [
      ["1", ["b", "c"]],
      ["7", ["a", "b", "c"]],
    ] as ReadonlyArray<readonly [string, SegmentName[]]>)
      expect([id, glyph, byteOf(wiringOf(model), shape)]).toEqual([
        id,
        glyph,
        cellBytes(model, { glyph, point: false })[0],
      ]);
  }
  // What has no byte of its own is practised as most tables have it.
  expect(wiringWords(wiringOf(modelOf(plainDemoRig("lamp-room"))))).toBe(
    "bits 7 to 0: dp g f e d c b a; 1 lights",
  );
});

test("a byte question is answered by its own wiring, harder ones by others", () => {
  const wirings = new Set<string>();
  for (let level = 1; level <= 4; level += 1)
    for (let nth = 0; nth < 8; nth += 1) {
      const random = randomFrom(`${level} ${nth}`);
      const read = byteDrill(slip, "byte-to-shape", level, random);
      if (read.kind !== "byte-to-shape") throw new Error();
      expect(shapeOf(read.wiring, read.byte)).toEqual(read.answer);
      const write = byteDrill(slip, "shape-to-byte", level, random);
      if (write.kind !== "shape-to-byte") throw new Error();
      expect(byteOf(write.wiring, write.shape)).toBe(write.answer);
      wirings.add(`${level} ${JSON.stringify(read.wiring)}`);
    }
  expect([...wirings].filter((one) => one.startsWith("1 "))).toHaveLength(1);
  expect([...wirings].filter((one) => one.startsWith("4 ")).length).toBeGreaterThan(4);
});

test("a leg is where counting finds it, and nowhere else", () => {
  for (let nth = 0; nth < 30; nth += 1) {
    const drill = legDrill(slip, 1, "letters", randomFrom(String(nth)))!;
    if (drill.kind !== "leg") throw new Error();
    const [, number, ref] = /leg (\d+) of (\w+)/.exec(drill.says)!;
    const part = partOf(slip.rig.units.find((unit) => unit.ref === ref)!);
    const leg = part.legs.find(({ id }) => id === number)!;
    expect(drill.choices[drill.answer]).toBe(`the ${countLeg(part, leg)}`);
    expect(new Set(drill.choices).size).toBe(drill.choices.length);
  }
  expect(legDrill(slip, 2, "letters", randomFrom("x"))!.says).toMatch(/^Where is (?!leg)/);
});

test("the resistor is the E12 value nearest to what Ohm's law asks for", () => {
  for (let nth = 0; nth < 60; nth += 1) {
    const drill = resistorDrill((nth % 4) + 1, randomFrom(String(nth)));
    if (drill.kind !== "resistor") throw new Error();
    const [, volts, current] = /^([\d.]+) V, .* (\d+) mA/.exec(drill.says)!;
    const drops = /(\d) LEDs in a row that drop ([\d.]+)/.exec(drill.says);
    const drop = drops ? Number(drops[1]) * Number(drops[2]) : Number(/drops ([\d.]+)/.exec(drill.says)![1]);
    const exact = ((Number(volts) - drop) / Number(current)) * 1000;
    const ohms = (text: string) => Number.parseFloat(text) * (text.includes("k") ? 1000 : 1);
    const off = drill.choices.map((choice) => Math.abs(Math.log(ohms(choice) / exact)));
    expect(off.indexOf(Math.min(...off))).toBe(drill.answer);
    expect(drill.choices).toHaveLength(4);
  }
});

test("a face with a fault has one explanation among four", () => {
  const search = new FaultSearch(plainDemoRig("slip-gate"));
  for (let nth = 0; nth < 10; nth += 1) {
    const drill = faultDrill(search, randomFrom(String(nth)))!;
    if (drill.kind !== "fault") throw new Error();
    expect(drill.choices).toHaveLength(4);
    expect(drill.seen!.lit).not.toEqual(drill.seen!.meant);
    const fits = drill.choices.map((says) => {
      const fault = search.faults.find((one) => one.says === says)!;
      const place = search.patterns.findIndex(
        ({ says: shown }) => drill.says === `Meant to show: ${shown}. Which fault is this?`,
      );
      const [sight] = search.sights(fault, [place]);
      return sight === "?" ? "?" : sight!.map((leds) => [...leds.keys()].sort().join("")).join("|");
    });
    const lit = drill.seen!.lit.map((leds) => [...leds].sort().join("")).join("|");
    expect(fits[drill.answer]).toBe(lit);
  }
});

describe("the score", () => {
  const after = (answers: string): DrillScore =>
    [...answers].reduce((score, one) => scored(score, one === "+"), NO_SCORE);
  test.each([
    ["+", 1, 1, 0, 1],
    ["++", 1, 2, 0, 2],
    ["+++", 2, 3, 0, 0],
    ["+++--", 1, 3, 2, 0],
    ["--", 1, 0, 2, -2],
    ["++-+", 1, 3, 1, 1],
    ["++++++++++++", 4, 12, 0, 3],
  ])("%s: level %d, %d right, %d wrong, %d in a row", (answers, level, right, wrong, row) =>
    expect(after(answers)).toEqual({ level, right, wrong, row }),
  );

  test("what one errs in comes more often", () => {
    const scores = {
      leg: { right: 20, wrong: 0, level: 4, row: 0 },
      resistor: { right: 2, wrong: 18, level: 1, row: 0 },
    };
    const random = randomFrom("seed");
    const drawn = Array.from({ length: 300 }, () => nextKind(["leg", "resistor"], scores, random));
    expect(drawn.filter((one) => one === "resistor").length).toBeGreaterThan(230);
  });

  test.each([
    [undefined, {}],
    ["nonsense", {}],
    [{ leg: { right: -1, wrong: 0, level: 1, row: 0 } }, {}],
    [{ leg: { right: 1, wrong: 0, level: 9, row: 0 } }, {}],
    [
      { leg: { right: 1, wrong: 0, level: 2, row: 1 }, other: {} },
      { leg: { right: 1, wrong: 0, level: 2, row: 1 } },
    ],
  ])("kept scores %j are read as %j", (kept, read) => expect(scoresIn(kept)).toEqual(read));
});

test("a sign has legs and bytes to practise as well", () => {
  const model = modelOf(demoRig("wind-arrow"));
  expect(legDrill(model, 1, "letters", randomFrom("a"))).toBeDefined();
  expect(byteDrill(model, "byte-to-shape", 1, randomFrom("a")).kind).toBe("byte-to-shape");
});
