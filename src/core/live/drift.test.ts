import { plainDemoRig } from "@/demo";
import { relay, withController } from "../rig";
import { boardDrift, driftWords } from ".";

test.each([
  [2, "0.17 s"],
  [20, "1.7 s"],
  // Data-sheet cases: a crystal of 50 ppm is 4 s off, half a per cent 7 minutes.
  [50, "4.3 s"],
  [5_000, "7.2 min"],
  [100_000, "2.4 h"],
])("%d millionths are %s a day", (ppm, words) => {
  expect(driftWords(ppm)).toBe(words);
});

test("a board says what it counts its time by", () => {
  const rig = plainDemoRig("water-warmth");
  expect(boardDrift(rig)).toEqual({ what: "ceramic resonator", aDay: "7.2 min" });
  const fast = relay(rig, withController(rig.plan, "RP2040-board"));
  expect(boardDrift(fast)).toEqual({ what: "crystal", aDay: "4.3 s" });
});
