import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { isMultiplexed } from "../address";
import { linesShown, recordFace } from "../sim";
import { swapWires, type Rig } from "../rig";
import {
  FirmwareRig,
  againstOwn,
  chipFor,
  imageOf,
  recordFirmware,
  whatWouldChange,
  type FirmwareImage,
} from ".";
import { buildC, buildSketch, sketchOf } from "./fixtures/build";

jest.setTimeout(600_000);

const RUN = 3e9;
const ON_AVR = DEMO_RIGS.filter(({ plan }) => plan.controller.startsWith("ATmega328P"));
const built = new Map<string, FirmwareImage>();
const imageFor = (rig: Rig, text = sketchOf(rig)): FirmwareImage => {
  const known = built.get(text) ?? buildSketch(text).image;
  built.set(text, known);
  return known;
};

test.each(ON_AVR.map(({ id }) => [id]))(
  "%s: its own sketch, compiled, shows what the rig's own program shows, and does the same on the lines",
  async (id) => {
    const rig = demoRig(id);
    const model = modelOf(rig);
    const run = recordFirmware(model, imageFor(rig), RUN, [], { edges: true });
    const own = recordFace(model, RUN);
    if (rig.sign)
      expect(linesShown(model, run.stretches).map(({ text }) => text)).toEqual(
        linesShown(model, own).map(({ text }) => text),
      );
    else {
      const read = (list: ReadonlyArray<{ from: number; to: number; text: string | undefined }>) =>
        list.filter(({ from, to }) => to - from > 30e6).map(({ text }) => text?.trim());
      expect(read(run.stretches)).toEqual(read(own));
      // As bright as the rig's own, within what a slot's calls take more or less.
      const [mine, theirs] = [run.stretches.at(-1)!, own.at(-1)!];
      mine.pips.forEach(({ current }, at) => {
        const other = theirs.pips[at]!.current;
        if (isMultiplexed(model))
          expect(Math.abs(current - other)).toBeLessThan(Math.max(0.15, other * 0.12));
        else expect(current).toBeCloseTo(other, 2);
      });
    }
    const { differences } = await againstOwn(rig, run);
    expect(differences.map(({ severity }) => severity)).toEqual(["good"]);
    expect(run.held).toBeUndefined();
    expect(run.cost.ram.free).toBeGreaterThan(500);
  },
);

/** What a tape expects that can be told of compiled code as well: no value by its name, no text that runs across. */
const TAPES = ON_AVR.flatMap((rig) =>
  rig.sign ? [] : (rig.tapes ?? []).map((tape, nth) => [rig.id, tape.name, nth] as const),
);
test.each(TAPES)("%s, %s: hands do to its compiled sketch what they do to its own program", (id, _, nth) => {
  const rig = demoRig(id);
  const { items } = rig.tapes![nth]!;
  const { checked } = recordFirmware(modelOf(rig), imageFor(rig), 1e6, items);
  const known = checked.filter(({ nth: place }) => !("value" in items[place]!));
  expect(known.filter(({ ok }) => !ok).map(({ saw }) => saw)).toEqual([]);
});

const swapped = (rig: Rig, ...pairs: ReadonlyArray<readonly [string, string]>): Rig =>
  pairs.reduce((now, [one, other]) => {
    const done = swapWires(now, one, other);
    if (!done.ok) throw new Error(done.message);
    return done.rig;
  }, rig);
const slip = plainDemoRig("slip-gate");
const river = plainDemoRig("river-level");
const otherLines = (text: string) =>
  text
    .replace(/_LINE = 5;/, "_LINE = 8;")
    .replace(/_LINE = 6;/, "_LINE = 9;")
    .replace(/_LINE = 7;/, "_LINE = 10;");

describe("code that was made for other wires", () => {
  test.each<[string, Rig, string, RegExp, number]>([
    ["other lines", slip, otherLines(sketchOf(slip)), /lines 9, 8 and 10 are lines 6, 5 and 7 here/, 3],
    [
      "two segments",
      slip,
      sketchOf(swapped(slip, ["output-b", "output-f"])),
      /segments b and f are swapped|segments f and b are swapped/,
      2,
    ],
    [
      "three segments in a ring",
      river,
      sketchOf(swapped(river, ["output-a", "output-c"], ["output-c", "output-f"])),
      /lights a for f, f for c and c for a|lights a for f, /,
      3,
    ],
    [
      "digits from the other end",
      river,
      sketchOf(swapped(river, ["drive-1", "drive-4"], ["drive-2", "drive-3"])),
      /digits from the other end/,
      4,
    ],
  ])("%s: what is different is said, and the wires can be taken to it", (_, rig, text, says, wires) => {
    const image = imageFor(rig, text);
    const run = recordFirmware(modelOf(rig), image, 12e9, [], { edges: true });
    const change = whatWouldChange(rig, run.edges)!;
    expect(change.says).toMatch(says);
    expect(change.inWires?.wires).toBe(wires);
    const { texts } = rig.show;
    expect(change.reads.every((read) => texts.includes(read))).toBe(true);
    // On the wires that were moved the very same code shows the rig's own texts.
    const after = recordFirmware(modelOf(change.inWires!.rig), image, 4e9);
    const reads = after.stretches
      .filter(({ from, to }) => to - from > 30e6)
      .map(({ text: read }) => read?.trim());
    expect(reads.length).toBeGreaterThan(1);
    expect(reads.every((read) => texts.includes(read ?? ""))).toBe(true);
  });

  test("the rig's own code needs nothing changed", () => {
    const run = recordFirmware(modelOf(river), imageFor(river), 6e9, [], { edges: true });
    expect(whatWouldChange(river, run.edges)).toBeUndefined();
  });

  test("the program that comes with River level has two segments exchanged", () => {
    const rig = demoRig("river-level");
    const run = recordFirmware(modelOf(rig), imageOf(rig.firmware!), 8e9, [], { edges: true });
    const change = whatWouldChange(rig, run.edges)!;
    expect(change.says).toBe("Its segments b and e are swapped.");
    expect(change.inWires!.wires).toBe(2);
    expect(run.stretches.some(({ text }) => text?.trim() === "-0.42")).toBe(false);
  });
});

describe("what is around it", () => {
  const image = imageFor(slip);
  const model = modelOf(slip);
  const firstChange = (settings: ConstructorParameters<typeof FirmwareRig>[2]) =>
    recordFirmware(model, image, 2.5e9, [], settings).stretches[1]!.from / 1e6;

  test("a clock that runs fast shows everything earlier", () => {
    expect(firstChange({})).toBeCloseTo(1000, 0);
    expect(firstChange({ clockError: 50_000 })).toBeCloseTo(1000 / 1.05, 0);
    expect(firstChange({ clockError: -50_000 })).toBeCloseTo(1000 / 0.95, 0);
  });

  test("below the brown-out level it does nothing, and says why", () => {
    const run = recordFirmware(model, image, 1e9, [], { supply: 2.5 });
    expect(run.held).toMatch(/2.5 V: below 2.7 V the brown-out detector/);
    expect(run.stretches.every(({ text }) => text === undefined || text.trim() === "")).toBe(true);
    expect(recordFirmware(model, image, 1e9, [], { supply: 3 }).held).toBeUndefined();
  });

  test.each<[string, Rig, Partial<FirmwareImage>, RegExp]>([
    ["a board that is no AVR", demoRig("lamp-room"), {}, /ATmega328P, the ATmega2560 and the ATtiny84/],
    ["another kind of core", slip, { core: "avr6" }, /built for another kind of AVR \(avr6\)/],
    [
      "more than its flash",
      slip,
      { core: "avr5", flash: new Uint8Array(40_000) },
      /40000 bytes; the ATmega328P has 32768/,
    ],
  ])("%s is told of before anything runs", (_, rig, values, says) => {
    const cannot = chipFor(modelOf(rig), { ...image, ...values });
    expect("problem" in cannot && cannot.problem).toMatch(says);
  });

  test("it stops at an edge, at another face, after an instruction", () => {
    const rig = new FirmwareRig(model, image);
    expect(rig.stepTo({ line: "7" })).toBe(true);
    const first = rig.time;
    expect(rig.stepTo("edge")).toBe(true);
    expect(rig.time).toBeGreaterThan(first);
    expect(rig.stepTo("write")).toBe(true);
    expect(rig.machine.given("7")).toBe(1);
    rig.advanceTo(200e6);
    expect(rig.look().reads.trim()).toBe("0");
    expect(rig.stepTo("face")).toBe(true);
    expect(Math.abs(rig.time / 1e6 - 1000)).toBeLessThan(6);
    const { at } = rig.place;
    const clocks = rig.machine.cpu.cycles;
    expect(rig.stepTo("instruction")).toBe(true);
    expect(rig.machine.cpu.cycles - clocks).toBeLessThan(12);
    expect(rig.place.at).not.toBe(at);
  });

  test("how deep the stack came, and where it has met the variables", () => {
    const code = (depth: number) =>
      buildC(
        `#include <avr/io.h>\nvolatile uint8_t sum; __attribute__((noinline)) uint8_t down(uint8_t n) { volatile uint8_t a[20]; a[n % 20] = n; return n == 0 ? a[0] : (uint8_t)(down(n - 1) + a[n % 20]); }\nint main(void) { DDRD = 0xe0; sum = down(${depth}); for (;;); }`,
      ).image;
    const few = recordFirmware(model, code(5), 20e6).cost.ram;
    const many = recordFirmware(model, code(40), 20e6).cost.ram;
    expect(many.stack).toBeGreaterThan(few.stack + 35 * 22);
    expect(recordFirmware(model, code(100), 20e6).cost.ram.free).toBe(0);
  });

  test("a digit that is left lit carries four times what its scan gives it", () => {
    const rigModel = modelOf(river);
    const stops = "ISR(TIMER1_COMPA_vect) {\n  static uint8_t turns = 0;\n  if (++turns > 50) for (;;);";
    const stuck = sketchOf(river).replace("ISR(TIMER1_COMPA_vect) {", stops);
    expect(stuck).toContain(stops);
    const most = (text: string) =>
      Math.max(
        ...recordFirmware(rigModel, imageFor(river, text), 1e9).audit.rows.flatMap(({ kind, average }) =>
          kind === "led" ? [average!] : [],
        ),
      );
    // A quarter of the time each, less what is blanked; then all of it.
    expect(most(stuck) / most(sketchOf(river))).toBeGreaterThan(3.5);
  });
});
