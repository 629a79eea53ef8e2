import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import type { Rig } from "../rig";
import { guessMapping, wantedLines } from "./mapping";
import type { Signal } from "./types";

/** What is taken for each line, by name; signals are given with how often they change. */
function taken(rig: Rig, signals: Readonly<Record<string, number>>) {
  const list = Object.entries(signals).map(([name, changes], index): Signal => ({
    index,
    name,
    changes,
    rises: changes >> 1,
    shortest: 1000,
  }));
  const guesses = guessMapping(wantedLines(modelOf(rig)), {
    format: "vcd",
    signals: list,
    from: 0,
    to: 1e9,
    changes: 0,
    remarks: [],
    assumed: [],
  });
  return Object.fromEntries(guesses.map(({ line, signal }) => [line, list[signal ?? -1]?.name]));
}

const warmth = plainDemoRig("water-warmth"); // CLK on line 6, DIO on line 5
const slip = demoRig("slip-gate");
const lines = (rig: Rig) =>
  Object.fromEntries(wantedLines(modelOf(rig)).map(({ role, line }) => [role, line])) as Record<
    string,
    string
  >;

describe("which signal is on which line", () => {
  test("an analyser's channels are no lines of the board: what moves tells", () => {
    const found = taken(warmth, { D0: 900, D1: 300, D2: 0, D3: 0, D4: 0, D5: 1, D6: 1, D7: 0 });
    expect(found).toEqual({ 6: "D0", 5: "D1" });
  });
  test("names of the board's lines are taken where just those move, or where others are not there", () => {
    expect(taken(warmth, { D0: 0, D1: 0, D2: 0, D3: 0, D4: 0, D5: 900, D6: 300, D7: 0 })).toEqual({
      6: "D6",
      5: "D5",
    });
    expect(taken(warmth, { D5: 900, D6: 300 })).toEqual({ 6: "D6", 5: "D5" });
  });
  test("a line that is let go is told by its direction, one that is driven by its level", () => {
    const dump = { "top.PORTD5": 1, "top.DDRD5": 300, "top.PORTD6": 1, "top.DDRD6": 900 };
    expect(taken(warmth, dump)).toEqual({ 6: "top.DDRD6", 5: "top.DDRD5" });
    const { data, clock, select } = lines(slip);
    const port = (line: string) => (Number(line) < 8 ? `D${line}` : `B${Number(line) - 8}`);
    const driven = Object.fromEntries(
      [data!, clock!, select!].flatMap((line) => [
        [`DDR${port(line)}`, 2],
        [`PORT${port(line)}`, 90],
      ]),
    );
    const found = taken(slip, driven);
    for (const line of [data!, clock!, select!]) expect(found[line]).toBe(`PORT${port(line)}`);
  });
});
