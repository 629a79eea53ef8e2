import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import type { Direction } from "../glyph";
import { buildProgram } from "../program";
import { asPip } from "../rig";
import { Simulation } from "./simulation";
import { faceShape, pipBeside, readView } from ".";

const WAYS: readonly Direction[] = ["left", "right", "up", "down"];

test.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))(
  "%s: its shape can be handed to a page, and every step on it leads to an LED there is",
  (_, rig) => {
    const shape = faceShape(modelOf(rig));
    expect(structuredClone(shape)).toEqual(shape);
    for (const pip of shape.pips.slice(0, 200))
      for (const way of WAYS) {
        const beside = pipBeside(shape, pip, way);
        if (beside !== undefined) expect(shape.pips).toContain(beside);
      }
  },
);

describe("steps on a face", () => {
  const river = faceShape(modelOf(demoRig("river-level")));
  test.each<[string, Direction, string | undefined]>([
    ["DS1.1.a", "down", "DS1.1.g"],
    ["DS1.1.g", "down", "DS1.1.d"],
    ["DS1.1.b", "right", "DS1.2.f"],
    ["DS1.1.c", "right", "DS1.1.dp"],
    ["DS1.1.dp", "right", "DS1.2.e"],
    ["DS1.2.f", "left", "DS1.1.b"],
    ["DS1.2.e", "left", "DS1.1.c"],
    ["DS1.1.f", "left", undefined],
    ["DS1.9.a", "left", undefined],
  ])("from %s %s to %s", (from, way, to) => {
    expect(pipBeside(river, asPip(from), way)).toBe(to);
  });

  const tide = faceShape(modelOf(plainDemoRig("tide-notice")));
  test("from dot to dot, over the edge of a module, and not over the edge of the face", () => {
    const at = (x: number, y: number) => tide.pips[tide.dots!.grid.at[y * tide.dots!.grid.width + x]!]!;
    expect(pipBeside(tide, at(7, 3), "right")).toBe(at(8, 3));
    expect(pipBeside(tide, at(4, 3), "up")).toBe(at(4, 2));
    expect(pipBeside(tide, at(0, 0), "left")).toBeUndefined();
    expect(pipBeside(tide, at(0, 0), "up")).toBeUndefined();
    expect(pipBeside(tide, at(31, 7), "right")).toBeUndefined();
    expect(pipBeside(tide, at(31, 7), "down")).toBeUndefined();
  });
});

test("a face is read as one sees it: unknown at power-up, then its text", () => {
  const model = modelOf(demoRig("slip-gate"));
  const simulation = new Simulation(model, buildProgram(model));
  expect(readView(model, simulation.view()).reads).toBe("unknown");
  simulation.advanceTo(2.5e9);
  simulation.view();
  simulation.advanceTo(2.6e9);
  expect(readView(model, simulation.view()).reads).toBe("2");
  const none = { ...simulation.view(), currents: new Float64Array(0) };
  expect(readView(model, none).reads).toBe("starting");
  const dark = { ...simulation.view(), currents: new Float64Array(model.addresses.length) };
  expect(readView(model, dark).reads).toBe("blank");
});
