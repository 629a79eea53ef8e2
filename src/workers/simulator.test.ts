import { modelOf } from "@/core/address";
import type { Rig } from "@/core/rig";
import { VISIBLE, stateOfBytes, type FaceView } from "@/core/sim";
import { DEMO_RIGS, demoRig } from "@/demo";
import { Simulator } from "./simulator";

const litOn = (rig: Rig, { currents }: FaceView): string[] =>
  modelOf(rig).addresses.flatMap(({ segment }, at) => (currents[at]! > VISIBLE ? [segment] : []));

test("several rigs run side by side, each by its own clock; a stopped one is gone", () => {
  const simulator = new Simulator();
  for (const rig of DEMO_RIGS) {
    const { unknown } = simulator.start(rig.id, rig).face;
    const first = rig.units.some(({ part }) => part === "74HC595") ? 1 : 0;
    expect(unknown.every((one) => one === first)).toBe(true);
  }
  expect(simulator.advance("slip-gate", 2.5e9)?.text).toBe("2");
  expect(simulator.advance("ladder-step", 2.5e9)?.text).toBe("1");
  const stepped = simulator.step("slip-gate")!;
  expect(stepped.text).toBe("3");
  expect(litOn(demoRig("slip-gate"), stepped)).toEqual([..."abcdg"]);
  expect(simulator.advance("slip-gate", 1e15)!.time).toBeLessThan(1e10);
  simulator.stop("slip-gate");
  expect(simulator.advance("slip-gate", 1)).toBeUndefined();
});

test("bytes can be held on the display instead of the show", () => {
  const simulator = new Simulator();
  const rig = demoRig("slip-gate");
  simulator.start("held", rig, stateOfBytes(modelOf(rig), [0x81]));
  simulator.advance("held", 1e9);
  const face = simulator.advance("held", 5e9)!;
  expect(face.ended).toBe(true);
  expect(litOn(rig, face)).toEqual(["a", "dp"]);
});
