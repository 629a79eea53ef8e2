import fc from "fast-check";
import { SEGMENTS, writeSegments } from "../glyph";
import { decodeBytes, encodePips, modelOf, pipsOf, sentBits } from "../address";
import { buildProgram, sketchText, writeSketch } from "../program";
import {
  DEFAULT_PLAN,
  STRAIGHT_OUTPUTS,
  ledValues,
  newRig,
  readRig,
  writeRig,
  type LegRef,
  type Rig,
  type Wire,
  asLeg,
  asPip,
  asUnit,
} from "../rig";
import { trailOf } from "../trail";
import { checkModel } from "../check";
import { Simulation, glyphTable, showState, stateOfBytes, traceSend } from ".";

const one = newRig({ id: "r", name: "R" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") });

/** The one-digit rig with a second register behind the first; the digit hangs on the second, reached through QH′. */
function chained(bitOrder: "msb-first" | "lsb-first"): Rig {
  const far = (leg: LegRef): LegRef => (leg.startsWith("U1.") ? asLeg(`U2.${leg.slice(3)}`) : leg);
  const wire = (id: string, from: LegRef, to: LegRef): Wire => ({ id, from, to, placed: false });
  return {
    ...one,
    code: { bitOrder },
    units: [
      ...one.units,
      { ref: asUnit("U2"), part: "74HC595" },
      { ref: asUnit("C2"), part: "capacitor", farads: 1e-7 },
    ],
    wires: [
      ...one.wires.map((each) => (/^output/.test(each.id) ? { ...each, from: far(each.from) } : each)),
      wire("power-2", asLeg("MCU1.5V"), asLeg("U2.16")),
      wire("ground-2", asLeg("MCU1.GND1"), asLeg("U2.8")),
      wire("bypass-2", asLeg("U2.16"), asLeg("C2.1")),
      wire("bypass-2b", asLeg("C2.2"), asLeg("U2.8")),
      wire("clear-2", asLeg("U2.10"), asLeg("U2.16")),
      wire("enable-2", asLeg("U2.13"), asLeg("U2.8")),
      wire("chain", asLeg("U1.9"), asLeg("U2.14")),
      wire("clock-2", asLeg("U1.11"), asLeg("U2.11")),
      wire("latch-2", asLeg("U1.12"), asLeg("U2.12")),
    ],
  };
}

describe.each(["msb-first", "lsb-first"] as const)("two registers in a chain, %s", (bitOrder) => {
  const rig = chained(bitOrder);
  const model = modelOf(rig);

  test("the file reads back, nothing is wrong with it, and every glyph shows through both registers", () => {
    expect(readRig(writeRig(rig)).ok).toBe(true);
    expect(checkModel(model).map(({ id }) => id)).toEqual(["limit-above-kept-outputs-U2"]);
    expect(model.chain.chips).toEqual(["U1", "U2"]);
    expect(glyphTable(model).filter(({ faithful }) => !faithful)).toEqual([]);
  });

  test("the first byte sent ends in the farthest register; bits of the near one serve nothing and stay 0", () => {
    const bytes = encodePips(model.encoding, pipsOf(asUnit("DS1"), 1, ["a", "b"]));
    expect(bytes).toEqual([bitOrder === "msb-first" ? 0x03 : 0xc0, 0]);
    expect(sentBits(model).map(({ output }) => output?.split(".")[0])).toEqual([
      ...Array(8).fill("U2"),
      ...Array(8).fill("U1"),
    ]);
    expect(trailOf(model, asPip("DS1.1.b")).map(({ title }) => title)).toContain("sent 7th of 16");
  });

  test("a trace follows both registers, and takes twice the clocks", () => {
    const trace = traceSend(model, stateOfBytes(model, [0x81, 0x7e]));
    expect(trace.steps.filter(({ use, level }) => use === "clock" && level === 1)).toHaveLength(16);
    const [near, far] = trace.steps.at(-1)!.chips;
    const bits = (byte: number) => [...byte.toString(2).padStart(8, "0")].map(Number);
    const inStages = (byte: number) => (bitOrder === "msb-first" ? bits(byte).reverse() : bits(byte));
    expect(far!.latched).toEqual(inStages(0x81));
    expect(near!.latched).toEqual(inStages(0x7e));
  });

  test("the sketch sends rows of two bytes", () => {
    const sketch = sketchText(writeSketch(model, buildProgram(model)));
    expect(sketch).toContain("const uint8_t PATTERNS[][2] PROGMEM = {");
    expect(sketch).toContain("void sendPattern(const uint8_t *pattern) {");
    expect(sketch).toContain("for (uint8_t at = 0; at < 2; at++) {");
  });
});

test("a register whose chain wire is missing is named, and its digit stays unknown", () => {
  const rig = chained("msb-first");
  const model = modelOf({ ...rig, wires: rig.wires.filter(({ id }) => id !== "chain") });
  expect(model.chain.outside).toEqual(["U2"]);
  expect(checkModel(model).map(({ id }) => id)).toContain("input-U2-14");
  expect(showState(model, stateOfBytes(model, [0])).unknown).toEqual([...SEGMENTS]);
});

test("any wiring, any pattern: the board lights just the LEDs the bytes were made for, and decoding agrees", () => {
  const plan = fc.record({
    polarity: fc.constantFrom("common-cathode" as const, "common-anode" as const),
    resistors: fc.constantFrom("per-segment" as const, "common" as const),
    power: fc.constantFrom("board" as const, "separate" as const),
    outputs: fc.shuffledSubarray([...STRAIGHT_OUTPUTS], { minLength: 8 }),
  });
  const order = fc.constantFrom("msb-first" as const, "lsb-first" as const);
  fc.assert(
    fc.property(plan, order, fc.subarray([...SEGMENTS]), (choices, bitOrder, wanted) => {
      const model = modelOf(
        newRig(
          { id: "r", name: "R", code: { bitOrder } },
          { ...DEFAULT_PLAN, ...choices },
          { ohms: 470, led: ledValues("red") },
        ),
      );
      const bytes = encodePips(model.encoding, pipsOf(asUnit("DS1"), 1, wanted));
      expect(writeSegments(showState(model, stateOfBytes(model, bytes)).segments)).toBe(
        writeSegments(wanted),
      );
      expect([...decodeBytes(model.wired, bytes)].sort()).toEqual(
        [...pipsOf(asUnit("DS1"), 1, wanted)].sort(),
      );
    }),
    { numRuns: 40 },
  );
});

test("it does not matter in how many pieces a simulation is run", () => {
  const model = modelOf(one);
  const inPieces = (pieces: readonly number[]) => {
    const simulation = new Simulation(model, buildProgram(model));
    for (const piece of pieces) simulation.advanceTo(Math.min(3e9, simulation.time + piece));
    simulation.advanceTo(3e9);
    return simulation.look();
  };
  const whole = inPieces([]);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 4e8 }), { maxLength: 12 }), (pieces) => {
      const face = inPieces(pieces);
      expect(face.text).toEqual(whole.text);
      face.pips.forEach(({ pip, current, state }, at) => {
        expect([pip, state]).toEqual([whole.pips[at]!.pip, whole.pips[at]!.state]);
        expect(current).toBeCloseTo(whole.pips[at]!.current, 9);
      });
    }),
    { numRuns: 20 },
  );
});
