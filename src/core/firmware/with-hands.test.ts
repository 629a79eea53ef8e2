import { demoRig } from "@/demo";
import { modelOf } from "../address";
import type { TapeItem } from "../rig";
import { againstOwnWithHands, recordFirmware } from ".";
import { buildSketch, sketchOf } from "./fixtures/build";

jest.setTimeout(300_000);

const rig = demoRig("lap-bell");
const model = modelOf(rig);
const SW1 = rig.units.find(({ part }) => part === "button")!.ref as never;
const hands: TapeItem[] = [500, 1200, 1900].flatMap((at) => [
  { at, press: SW1 },
  { at: at + 150, release: SW1 },
]);
const differences = (sketch: string, given = hands) => {
  const run = recordFirmware(model, buildSketch(sketch).image, 3e9, given);
  return againstOwnWithHands(model, run, given);
};

test("the rig's own program, compiled, shows the same with the same hands", () => {
  expect(differences(sketchOf(rig))).toEqual([]);
});

test("a program that counts by two is told of, from the press on", () => {
  const wrong = sketchOf(rig).replace("lapsToGo -= 1", "lapsToGo -= 2");
  expect(wrong).not.toBe(sketchOf(rig));
  const found = differences(wrong);
  expect(found.map(({ own, compiled }) => [own, compiled])).toEqual([
    ["11", "10"],
    ["10", "8"],
    ["9", "6"],
  ]);
  expect(found[0]!.from / 1e6).toBeGreaterThan(510);
  expect(found[0]!.from / 1e6).toBeLessThan(650);
  // Without hands the two are alike.
  expect(differences(wrong, [])).toEqual([]);
});

test("what comes a little later is no difference", () => {
  const later = sketchOf(rig).replace("if (redraw) {", "if (redraw) {\n    delay(60);");
  expect(later).not.toBe(sketchOf(rig));
  expect(differences(later)).toEqual([]);
});
