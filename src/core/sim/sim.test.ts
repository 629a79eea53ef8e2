import { plainDemoRig } from "@/demo";
import { cellState, modelOf } from "../address";
import { HEXADECIMAL, joinCells, writeSegments } from "../glyph";
import { buildProgram } from "../program";
import { moveWireEnd, removeWire, relay, swapWires, type Edited, type Rig, asLeg } from "../rig";
import {
  Simulation,
  glyphRows,
  glyphTable,
  readCurrents,
  shownOn,
  showState,
  stateOfBytes,
  traceSend,
  type Face,
} from ".";

const slipGate = plainDemoRig("slip-gate");
const ladderStep = plainDemoRig("ladder-step");
const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const simulationOf = (rig: Rig) => {
  const model = modelOf(rig);
  return new Simulation(model, buildProgram(model));
};
const lit = (face: Face) =>
  face.pips
    .filter(({ state }) => state === "lit")
    .map(({ pip }) => pip.split(".")[2])
    .join("");
const states = (face: Face) => [...new Set(face.pips.map(({ state }) => state))];

test("at power-up nobody can tell what the outputs hold; the first update settles it", () => {
  const simulation = simulationOf(slipGate);
  expect(states(simulation.look())).toEqual(["unknown"]);
  simulation.stepToChange();
  simulation.look();
  expect(states(simulation.look())).toEqual(["dark"]);
});

test.each([
  ["Slip gate", slipGate, HEXADECIMAL],
  ["Ladder step", ladderStep, "0123456789"],
] as const)(
  "%s counts: each place for its interval, each digit as asked, the same every time",
  (_, rig, list) => {
    const run = () => {
      const simulation = simulationOf(rig);
      const model = modelOf(rig);
      return [...list].map((glyph, at) => {
        simulation.advanceTo((at + 0.5) * rig.show.interval * 1e6);
        simulation.look();
        simulation.advanceTo((at + 0.6) * rig.show.interval * 1e6);
        const face = simulation.look();
        expect(face.text).toBe(glyph);
        expect(lit(face)).toBe(writeSegments(glyphRows(model, [{ glyph, point: false }])[0]!.wanted));
        return lit(face) + face.pips.map(({ current }) => current).join();
      });
    };
    expect(run()).toEqual(run());
  },
);

test("a show of rounds ends, and leaves its last place or nothing", () => {
  const end = (show: Partial<Rig["show"]>) => {
    const simulation = simulationOf({
      ...slipGate,
      show: { ...slipGate.show, texts: ["1", "2"], rounds: 3, ...show },
    });
    simulation.advanceTo(60e9);
    simulation.look();
    simulation.advanceTo(61e9);
    const face = simulation.look();
    return [face.ended, lit(face)];
  };
  expect(end({})).toEqual([true, "abdeg"]);
  expect(end({ end: "blank" })).toEqual([true, ""]);
  expect(end({ mode: "hold", hold: "7." })).toEqual([true, "abcdp"]);
});

test("average current over a moment half lit is half of it", () => {
  const simulation = simulationOf({
    ...slipGate,
    show: { ...slipGate.show, texts: ["8", " "], interval: 1000 },
  });
  simulation.advanceTo(500e6);
  simulation.look();
  simulation.advanceTo(600e6);
  const steady = simulation.look().pips[0]!.current;
  simulation.advanceTo(1e9);
  simulation.look();
  simulation.advanceTo(3e9);
  expect(simulation.look().pips[0]!.current / steady).toBeCloseTo(0.5, 3);
});

const cases: Array<[string, Rig, string, string]> = [
  ["the latch wire taken out", removeWire(slipGate, "latch"), "", "abcdefgdp"],
  ["the chip without supply", removeWire(slipGate, "power"), "", ""],
  ["clear held low", ok(moveWireEnd(slipGate, "clear", "to", asLeg("U1.8"))), "", ""],
  ["clear left open", removeWire(slipGate, "clear"), "", "bcfg"],
  ["enable held high", ok(moveWireEnd(slipGate, "enable", "to", asLeg("U1.16"))), "", ""],
  ["enable left open", removeWire(slipGate, "enable"), "", "abcdefgdp"],
  [
    "no common ground",
    removeWire(relay(slipGate, { ...slipGate.plan, power: "separate" }), "shared-ground"),
    "",
    "abcdefgdp",
  ],
  ["a segment's wire taken out", removeWire(slipGate, "segment-f"), "bcg", ""],
];
test.each(cases)("what a 4 shows with %s", (_, rig, segments, unknown) => {
  const model = modelOf(rig);
  const shown = showState(model, cellState(modelOf(slipGate), { glyph: "4", point: false }));
  expect([writeSegments(shown.segments), writeSegments(shown.unknown)]).toEqual([segments, unknown]);
});

test("kept code through swapped wires shows what the maker would see", () => {
  const swapped = ok(
    swapWires(
      { ...slipGate, code: { ...slipGate.code, kept: modelOf(slipGate).encoding } },
      "output-a",
      "output-g",
    ),
  );
  const rows = glyphRows(
    modelOf(swapped),
    [...HEXADECIMAL].map((glyph) => ({ glyph, point: false })),
  );
  const other: Record<string, string> = { a: "g", g: "a" };
  for (const { wanted, shown, faithful } of rows) {
    expect(writeSegments(shown)).toBe(
      [...wanted]
        .map((segment) => other[segment] ?? segment)
        .sort()
        .join(""),
    );
    expect(faithful).toBe(wanted.includes("a") === wanted.includes("g"));
  }
});

test("kept code on swapped data and clock lines shifts nothing sensible, and never what is wanted", () => {
  const rig = ok(
    swapWires({ ...slipGate, code: { ...slipGate.code, kept: modelOf(slipGate).encoding } }, "data", "clock"),
  );
  expect(glyphRows(modelOf(rig), [{ glyph: "8", point: false }])[0]!.faithful).toBe(false);
});

test("in both demo rigs every glyph comes out as asked, and the bytes of 0 to 9 all differ between them", () => {
  const tables = [slipGate, ladderStep].map((rig) => glyphTable(modelOf(rig)));
  expect(tables.flat().filter(({ faithful }) => !faithful)).toEqual([]);
  for (let digit = 0; digit < 10; digit += 1)
    expect(tables[0]![digit]!.bytes).not.toEqual(tables[1]![digit]!.bytes);
});

test("a send, edge by edge: stages shift with the clock, outputs wait for the latch", () => {
  const model = modelOf(slipGate);
  const digit = model.digits[0]!;
  const trace = traceSend(model, stateOfBytes(model, [0x06]));
  expect(trace.steps).toHaveLength(26);
  const rises = trace.steps.filter(({ use, level }) => use === "clock" && level === 1);
  expect(rises.map(({ chips }) => chips[0]!.stages[0])).toEqual([0, 0, 0, 0, 0, 1, 1, 0]);
  expect(shownOn(rises[7]!.lights, digit).unknown).toHaveLength(8);
  const last = trace.steps.at(-1)!;
  expect([last.use, last.level, last.chips[0]!.latched]).toEqual(["latch", 1, [0, 1, 1, 0, 0, 0, 0, 0]]);
  expect(shownOn(last.lights, digit)).toEqual({ segments: ["b", "c"], unknown: [] });
});

test("a look at the very moment a face changes tells of one of the two, never of both", () => {
  for (const id of ["slip-gate", "river-level", "water-warmth"]) {
    const model = modelOf(plainDemoRig(id));
    const texts = new Set(buildProgram(model).frames.map(({ cells }) => joinCells(cells)));
    const simulation = new Simulation(model, buildProgram(model));
    simulation.advanceTo(1.9e9);
    simulation.view();
    for (let time = 1.9167e9; time < 6.5e9; time += 16.7e6) {
      simulation.advanceTo(Math.round(time));
      const { currents } = simulation.view();
      const read = readCurrents(model, new Map(model.addresses.map(({ pip }, at) => [pip, currents[at]!])));
      expect([id, time, texts.has(read)]).toEqual([id, time, true]);
    }
  }
});
