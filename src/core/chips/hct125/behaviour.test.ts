import { demoRig } from "@/demo";
import { modelOf } from "../../address";
import { levelMatches } from "../../audit";
import { checkAtOnce } from "../../check";
import { circuitOf, pointWith } from "../../circuit";
import {
  addWire,
  asLeg,
  asPip,
  asUnit,
  moveWireEnd,
  relay,
  withController,
  type Edited,
  type Rig,
} from "../../rig";
import { frameRows } from "../../sim";

const oars = demoRig("oar-rack");
const done = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const bare = relay(oars, { ...oars.plan, scheme: "max7219", digits: 8, lines: {} });
const low = relay(bare, withController(bare.plan, "ESP32-module"));
const lifted = relay(low, { ...low.plan, levels: "74HCT125" });
const buffer = lifted.units.find(({ part }) => part === "74HCT125")!.ref;
const ids = (rig: Rig) => checkAtOnce(modelOf(rig)).map(({ id }) => id);
const shows = (rig: Rig) => frameRows(modelOf(rig)).every(({ faithful }) => faithful);
const move = (rig: Rig, id: string, end: "from" | "to", leg: string) =>
  done(moveWireEnd(rig, id, end, asLeg(leg)));

describe("74HCT125, row by row of its function table", () => {
  test("enable low: each output is what its input is, at the levels of its own supply", () => {
    expect(shows(lifted)).toBe(true);
    const matches = levelMatches(modelOf(lifted));
    const before = matches.filter(({ input }) => input.startsWith(`${buffer}.`));
    const behind = matches.filter(({ input }) => !input.startsWith(`${buffer}.`));
    for (const { gets, sure, taken } of before) expect([gets, sure, taken]).toEqual([3.3, 2, "sure"]);
    expect(behind.map(({ from }) => from.split(".")[0])).toEqual(behind.map(() => buffer));
    for (const { gets, sure, taken } of behind) expect([gets, sure, taken]).toEqual([5, 3.5, "sure"]);
    expect(before).toHaveLength(3);
  });

  test("enable high: its output lets go, and nothing behind it hears a line", () => {
    const off = move(lifted, `tie-${buffer.toLowerCase()}-1`, "to", "MCU1.5V");
    expect(ids(off)).toContain(`input-${buffer}-1`);
    expect(shows(off)).toBe(false);
  });

  test("enable open: the same, and it is said", () => {
    const open = {
      ...lifted,
      wires: lifted.wires.filter(({ id }) => id !== `tie-${buffer.toLowerCase()}-4`),
    };
    expect(ids(open)).toContain(`input-${buffer}-4`);
    expect(shows(open)).toBe(false);
  });

  test.each([
    [
      "without power",
      (rig: Rig) => ({ ...rig, wires: rig.wires.filter(({ id }) => id !== `power-${buffer.slice(1)}`) }),
    ],
    [
      "on 3.3 V, which its sheet does not allow",
      (rig: Rig) => move(rig, `power-${buffer.slice(1)}`, "from", "MCU1.3V3"),
    ],
    ["without ground", (rig: Rig) => ({ ...rig, wires: rig.wires.filter(({ to }) => to !== `${buffer}.7`) })],
  ])("%s it hands nothing on", (_, broken) => {
    const rig = broken(lifted);
    expect(shows(rig)).toBe(false);
    expect(checkAtOnce(modelOf(rig)).some(({ severity }) => severity === "fault")).toBe(true);
  });

  test("one behind another hands on what the first gives", () => {
    // The spare buffer is put behind the first: 4A on 1Y, and the chip's data leg on 4Y.
    const spare = lifted.wires.find(({ from }) => from === `${buffer}.12`)!;
    const loose = { ...lifted, wires: lifted.wires.filter(({ id }) => id !== spare.id) };
    const data = loose.wires.find(({ from, to }) => from === `${buffer}.3` || to === `${buffer}.3`)!;
    const end = data.from === `${buffer}.3` ? "from" : "to";
    const twice = done(
      addWire(move(loose, data.id, end, `${buffer}.11`), asLeg(`${buffer}.3`), asLeg(`${buffer}.12`)),
    );
    expect(shows(twice)).toBe(true);
    expect(levelMatches(modelOf(twice)).find(({ input }) => input === `${buffer}.12`)).toMatchObject({
      from: `${buffer}.3`,
      gets: 5,
    });
  });
});

test("an LED behind a buffer draws its current from the buffer, and not from the line", () => {
  const slip = demoRig("slip-gate");
  const direct = relay(slip, { ...slip.plan, scheme: "direct", lines: {} });
  const line = `MCU1.${direct.plan.lines["segment-a"]}`;
  const a = direct.wires.find(({ from, to }) => from === line || to === line)!;
  const units = [...direct.units, { ref: asUnit("U7"), part: "74HCT125" }];
  const end = a.from === line ? "from" : "to";
  let rig: Rig = move({ ...direct, units }, a.id, end, "U7.3");
  for (const [from, to] of [
    [line, "U7.2"],
    ["MCU1.5V", "U7.14"],
    ["MCU1.GND1", "U7.7"],
    ["U7.7", "U7.1"],
  ] as const)
    rig = done(addWire(rig, asLeg(from), asLeg(to)));
  const model = modelOf(rig);
  const point = pointWith(model, new Set([asPip("DS1.1.a")]));
  expect(point.leds.get(asPip("DS1.1.a"))!).toBeGreaterThan(1);
  expect(point.drives.get("U7.3")).toBeCloseTo(point.leds.get(asPip("DS1.1.a"))!, 4);
  expect(point.drives.get(line) ?? 0).toBe(0);
  expect(circuitOf(model).outputs.find(({ leg }) => leg === "U7.3")).toMatchObject({
    kind: "line",
    through: "U7",
  });
});
