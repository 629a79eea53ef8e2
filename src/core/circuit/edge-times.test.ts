import { modelOf, type RigModel } from "../address";
import { checkAtOnce } from "../check";
import { buildProgram, writeSketch, sketchText } from "../program";
import {
  DEFAULT_PLAN,
  changeUnits,
  ledValues,
  moduleByKind,
  newRig,
  removeWire,
  withModule,
  type Rig,
} from "../rig";
import { slowestEdge } from ".";

const rigOf = (kind: string, controller = "ATmega328P-board"): Rig =>
  newRig({ id: "r", name: "R" }, withModule({ ...DEFAULT_PLAN, controller, lines: {} }, moduleByKind(kind)), {
    ohms: 470,
    led: ledValues("red"),
  });
const withFilters = (rig: Rig, farads: number): Rig =>
  changeUnits(rig, ({ part, farads: has }) => part === "capacitor" && has! < 1e-9, { farads });
const edgeOf = (rig: Rig) => slowestEdge(modelOf(rig), modelOf(rig).encoding.buses![0]!);
const pausesIn = (model: RigModel) =>
  [...sketchText(writeSketch(model, buildProgram(model))).matchAll(/delayMicroseconds\((\d+)\)/g)].map(
    ([, us]) => Number(us),
  );

/** −R C ln(1 − 0.7): a line pulled up to the chip's own supply, read from 0.7 of it. */
const rise = (ohms: number, farads: number) => -ohms * farads * Math.log(1 - 0.7) * 1e9;

test.each([
  [100e-12, rise(10_000, 110e-12)],
  [10e-9, rise(10_000, 10.01e-9)],
])("10 kΩ and %d F: the line rises in %d ns", (farads, expected) => {
  expect(edgeOf(withFilters(rigOf("digits-4-colon-tm1637"), farads))!.rise).toBeCloseTo(expected, 0);
});

test("a second resistor to the supply makes it rise in half the time", () => {
  const two = rigOf("digits-4-colon-tm1637");
  const [pull] = two.units.filter(({ part, ohms }) => part === "resistor" && ohms === 10_000);
  const halved = changeUnits(two, ({ ref }) => ref === pull!.ref, { ohms: 5_000 });
  const other = changeUnits(halved, ({ part, ohms }) => part === "resistor" && ohms === 10_000, {
    ohms: 5_000,
  });
  expect(edgeOf(other)!.rise).toBeCloseTo(edgeOf(two)!.rise / 2, 3);
});

test("a line nothing pulls up never rises, and has no time", () => {
  const rig = rigOf("digits-4-colon-tm1637");
  const pulls = rig.wires.filter(({ id }) => id.startsWith("pull"));
  expect(pulls.length).toBeGreaterThan(0);
  expect(edgeOf(pulls.reduce((sofar, { id }) => removeWire(sofar, id), rig))).toBeUndefined();
});

test("lines that are driven both ways have none either", () =>
  expect(edgeOf(rigOf("digits-8-max7219"))).toBeUndefined());

describe("the program waits for slow lines", () => {
  test("with 10 nF on them, as long as they take to rise; with 100 pF no longer than usual", () => {
    const quick = modelOf(rigOf("digits-4-colon-tm1637"));
    const slow = modelOf(withFilters(rigOf("digits-4-colon-tm1637"), 10e-9));
    const longest = Math.max(...pausesIn(slow));
    // Less what the call takes itself.
    expect(longest).toBeGreaterThan(110);
    expect(longest).toBeLessThan(125);
    expect(Math.max(...pausesIn(quick))).toBeLessThan(10);
    expect(checkAtOnce(quick).some(({ id }) => id.startsWith("slow-edges"))).toBe(false);
  });

  test("and it is said which capacitors make them slow", () => {
    const found = checkAtOnce(modelOf(withFilters(rigOf("digits-4-colon-tm1637"), 10e-9)));
    const slow = found.find(({ id }) => id.startsWith("slow-edges"))!;
    expect(slow).toMatchObject({ severity: "caution" });
    expect(slow.reason).toMatch(/10 kΩ fill 10 nF \(C\d 10 nF\) in 121 µs/);
    expect(slow.remedy).toMatch(/^Take C\d off/);
  });
});
