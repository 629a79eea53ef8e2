import { HIGH, LOW, UNKNOWN, type Level } from "../../level";
import { hc164 } from ".";

const { pins, outputLegs } = hc164.sheet;
const named = (names: Readonly<Record<string, string>>, leg: string) => names[leg]!;

/** The chip on its legs with clear held high. */
function wired() {
  const chip = hc164.mount();
  const names = Object.fromEntries(chip.inputs.map(({ leg, name }) => [leg, name]));
  let now = 0;
  const set = (leg: string, level: Level) => chip.apply({ [named(names, leg)]: level }, (now += 100));
  set(pins.clear!, HIGH);
  set(pins.shiftClock, LOW);
  const clock = (bit: Level) => {
    set(pins.serialIn, bit);
    set(pins.shiftClock, HIGH);
    set(pins.shiftClock, LOW);
  };
  return { chip, set, clock, outputs: () => outputLegs.map((_, at) => chip.output(at)) };
}

describe("74HC164, by its function table", () => {
  test("outputs are unknown until eight bits have come", () => {
    const { clock, outputs } = wired();
    clock(HIGH);
    expect(outputs()).toEqual([HIGH, ...Array<Level>(7).fill(UNKNOWN)]);
  });
  test("every rising clock moves the outputs themselves on by one: there is no latch", () => {
    const { clock, outputs } = wired();
    for (const bit of [0, 0, 0, 0, 0, 0, 0, 0, 1, 0] as Level[]) clock(bit);
    expect(outputs()).toEqual([0, 1, 0, 0, 0, 0, 0, 0]);
  });
  test("clear low empties the outputs at once, and holds them empty", () => {
    const { set, clock, outputs } = wired();
    for (let at = 0; at < 8; at += 1) clock(HIGH);
    set(pins.clear!, LOW);
    expect(outputs()).toEqual(Array(8).fill(LOW));
    clock(HIGH);
    expect(outputs()).toEqual(Array(8).fill(LOW));
  });
  test("the last output is what the next register gets", () => {
    const { chip, clock } = wired();
    for (const bit of [1, 0, 0, 0, 0, 0, 0, 0] as Level[]) clock(bit);
    expect(chip.register!.serialOut).toBe(HIGH);
    expect(pins.serialOut).toBe(outputLegs[7]);
  });
});

test.each([
  ["1", "A"],
  ["2", "B"],
  ["3", "QA"],
  ["6", "QD"],
  ["7", "GND"],
  ["8", "CLK"],
  ["9", "CLR̅"],
  ["10", "QE"],
  ["13", "QH"],
  ["14", "VCC"],
])("leg %s is %s", (id, name) => expect(hc164.sheet.legs.find((leg) => leg.id === id)!.name).toBe(name));
