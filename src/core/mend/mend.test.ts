import { modelOf } from "../address";
import { checkAtOnce, checkModel, type Finding } from "../check";
import { moveWireEnd, removeUnit, removeWire, swapWires, withLedResistors, type Rig } from "./fixtures";
import { demoRig, plainDemoRig } from "@/demo";
import { relay } from "../rig";
import { mendOf } from ".";

const at = (rig: Rig) => modelOf(rig);
const once = (rig: Rig) => checkAtOnce(at(rig));
const faults = (found: readonly Finding[]) => found.filter(({ severity }) => severity === "fault");

/** The first finding that can be mended, mended. */
function mended(rig: Rig, found: readonly Finding[]) {
  for (const finding of found) {
    const mend = mendOf(at(rig), finding);
    if (mend) return { finding, mend };
  }
  throw new Error(`nothing can be mended: ${found.map(({ title }) => title).join("; ")}`);
}

const ends = (rig: Rig) => rig.wires.map(({ from, to }) => [from, to].sort().join(" ")).sort();

describe.each(["slip-gate", "river-level", "water-warmth", "crew-tally", "ladder-step", "wind-arrow"])(
  "%s",
  (id) => {
    const rig = demoRig(id);
    const faultless = faults(once(rig)).length;
    const outside = rig.wires.filter(
      ({ from, to }) =>
        !rig.units.some(
          ({ ref, inside }) => inside && (from.startsWith(`${ref}.`) || to.startsWith(`${ref}.`)),
        ),
    );

    test.each(outside.map((wire) => [`${wire.from} to ${wire.to}`, wire.id] as const))(
      "the missing wire from %s is put back where it is a fault",
      (_, wire) => {
        const cut = removeWire(rig, wire);
        const found = faults(once(cut));
        if (found.length <= faultless) return;
        const { mend } = mended(cut, found);
        expect(mend.title).toMatch(/^(Add the missing wire: |Put \d)/);
        expect(ends(mend.rig)).toEqual(ends(rig));
      },
    );
  },
);

test("two segment wires that were swapped go back together", () => {
  const rig = demoRig("slip-gate");
  const segments = rig.wires.filter(({ from, to }) => /^DS1\.[67]$/.test(from) || /^DS1\.[67]$/.test(to));
  const swapped = swapWires(rig, segments[0]!.id, segments[1]!.id);
  // The bytes follow the wires, so it is no fault; a kept code makes it one.
  const kept = { ...swapped, code: { ...swapped.code, kept: at(rig).encoding } };
  const found = checkModel(at(kept)).find(({ id }) => id === "kept")!;
  expect(mendOf(at(kept), found)).toMatchObject({ title: "Let the bytes follow the wires" });
  const followed = mendOf(at(kept), found)!.rig;
  expect(checkModel(at(followed)).filter(({ id }) => id === "kept")).toEqual([]);
});

test("a wire on the wrong leg is moved back, and the rest stays where it is", () => {
  const rig = demoRig("slip-gate");
  const wire = rig.wires.find(({ to, from }) => to === "U1.13" || from === "U1.13")!;
  const end = wire.to === "U1.13" ? "to" : "from";
  const moved = moveWireEnd(rig, wire.id, end, "U1.9");
  const { mend } = mended(moved, faults(once(moved)));
  expect(mend.title).toMatch(/^Move the wire back: /);
  expect(ends(mend.rig)).toEqual(ends(rig));
  expect(mend.rig.wires.filter(({ id }) => id !== wire.id).length).toBe(rig.wires.length);
});

test("a chip without a bypass capacitor gets one of its own", () => {
  const rig = removeUnit(demoRig("slip-gate"), "C1");
  const found = once(rig).find(({ id }) => id.startsWith("bypass-"))!;
  const mend = mendOf(at(rig), found)!;
  expect(mend.title).toMatch(/^Add 100 nF at U1/);
  expect(once(mend.rig).filter(({ id }) => id.startsWith("bypass-"))).toEqual([]);
});

test("resistors over a limit are replaced by the least that is safe", () => {
  const rig = withLedResistors(demoRig("slip-gate"), 10);
  const found = checkModel(at(rig)).find(
    ({ id, severity }) => id.startsWith("limit-") && severity === "fault",
  )!;
  const mend = mendOf(at(rig), found)!;
  expect(mend.title).toMatch(/^Take [\d.]+ k?Ω resistors$/);
  expect(faults(checkModel(at(mend.rig))).filter(({ id }) => id.startsWith("limit-"))).toEqual([]);
});

describe("times", () => {
  const river = plainDemoRig("river-level");
  const scan = (values: Partial<Rig["scan"]>): Rig => ({
    ...river,
    scan: { ...river.scan, ...values },
  });

  test.each<[string, Partial<Rig["scan"]>, RegExp]>([
    ["scan-flickers", { on: [6000] }, /^Light each for /],
    ["scan-corner", { on: [2800] }, /^Light each for /],
    ["scan-seizures", { on: [20_000] }, /^Light each for /],
    ["scan-uneven", { on: [2000, 2000, 2000, 500] }, /^Give all the same on-time$/],
  ])("%s is mended", (id, values, title) => {
    const rig = scan(values);
    const found = checkModel(at(rig)).find((one) => one.id === id)!;
    const mend = mendOf(at(rig), found)!;
    expect(mend.title).toMatch(title);
    expect(checkModel(at(mend.rig)).map((one) => one.id)).not.toContain(id);
  });

  test("a ghost is blanked away", () => {
    const moorings = demoRig("moorings-free");
    const bare = relay(moorings, { ...moorings.plan, digitSwitch: "bare" });
    const rig = { ...bare, scan: { ...bare.scan, on: [500], blank: 0 } };
    const found = checkModel(at(rig)).find(({ id }) => id === "scan-ghost")!;
    const mend = mendOf(at(rig), found)!;
    expect(mend.title).toMatch(/^Blank for \d+ µs$/);
    expect(checkModel(at(mend.rig)).map(({ id }) => id)).not.toContain("scan-ghost");
  });

  test("a show nobody can read is slowed down", () => {
    const gate = demoRig("slip-gate");
    const rig = { ...gate, show: { ...gate.show, interval: 100 } };
    const found = checkModel(at(rig)).find(({ id }) => id === "pace")!;
    const mend = mendOf(at(rig), found)!;
    expect(mend.title).toBe("Show each for 400 ms");
    expect(checkModel(at(mend.rig)).map(({ id }) => id)).not.toContain("pace");
  });
});

test("where only the maker can say what is meant, nothing is offered", () => {
  const gate = demoRig("slip-gate");
  const rig = { ...gate, show: { ...gate.show, texts: ["x"] } };
  for (const finding of checkModel(at(rig))) expect(mendOf(at(rig), finding)).toBeUndefined();
});
