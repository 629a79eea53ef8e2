import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { levelMatches } from "../audit";
import { changeUnits, moveWireEnd, relay, withController, asLeg, type Plan, type Rig } from "../rig";
import { frameRows } from "../sim";
import { checkAtOnce } from ".";

const slip = demoRig("slip-gate");
const oars = demoRig("oar-rack");
const laid = (rig: Rig, plan: Partial<Plan>): Rig => relay(rig, { ...rig.plan, lines: {}, ...plan });
const on33 = (rig: Rig): Rig => relay(rig, withController(rig.plan, "ESP32-module"));
/** Pull-ups led to the board's 3.3 V, as its lines want them. */
const pulledTo33 = (rig: Rig): Rig => {
  const pulls = rig.wires.filter(({ id }) => id.startsWith("pull-plus-")).map(({ id }) => id);
  return pulls.reduce((done, id) => {
    const moved = moveWireEnd(done, id, "from", asLeg("MCU1.3V3"));
    if (!moved.ok) throw new Error(moved.message);
    return moved.rig;
  }, rig);
};
const levelOf = (rig: Rig) => checkAtOnce(modelOf(rig)).filter(({ id }) => id.startsWith("level-"));
const feedAt = (rig: Rig, volts: number) => changeUnits(rig, ({ part }) => part === "supply", { volts });

/** A 3.3 V board in front of chips on 5 V: what the sheet wants, and what mends it for this very chip. */
test.each<[string, Rig, string, RegExp, RegExp]>([
  [
    "MAX7219: 3.5 V by its sheet, works from 4.0 V",
    on33(laid(oars, { scheme: "max7219", digits: 8 })),
    "caution",
    /that 3.5 V reads as high; 3.3 V is 200 mV short/,
    /^Put a 74HCT125 or 74AHCT125 on 5 V into its input lines: it reads high from 2 V on\.$/,
  ],
  [
    "HT16K33 works from 4.5 V: no way out on 3.3 V",
    pulledTo33(on33(oars)),
    "caution",
    /about 2.5 V, so it usually works, with 800 mV to spare/,
    /^Put a small N-channel MOSFET with a pull-up on either side into each line: the chip answers/,
  ],
])("%s", (_, rig, severity, reason, remedy) => {
  const found = levelOf(rig);
  expect(found.length).toBeGreaterThan(0);
  for (const one of found) {
    expect(one.severity).toBe(severity);
    expect(one.reason).toMatch(reason);
    expect(one.remedy).toMatch(remedy);
    expect(one.legs.length).toBeGreaterThan(1);
  }
  expect(frameRows(modelOf(rig)).every(({ faithful }) => faithful)).toBe(true);
});

test("on 3.3 V themselves, 74HC registers take the board's levels by their sheet", () => {
  expect(levelOf(on33(slip))).toEqual([]);
});

test("TTL inputs read high from 2 V: a 3.3 V board drives a 74LS47 on 5 V by its sheet", () => {
  const decoder = laid(slip, { scheme: "bcd-decoder", polarity: "common-anode", digits: 1 });
  for (const { taken, sure, usual } of levelMatches(modelOf(decoder))) {
    expect([sure, usual]).toEqual([2, 1.4]);
    expect(taken).toBe("sure");
  }
});

describe("a register on a supply of its own", () => {
  const rig = laid(slip, { register: "CD4094", power: "separate" });
  test.each([
    [5, []],
    [7, []],
    [7.5, ["caution"]],
    [10, ["caution"]],
    [10.5, ["fault"]],
    [15, ["fault"]],
  ])("of %d V with 5 V lines", (volts, severities) => {
    const found = levelOf(feedAt(rig, volts)).map(({ severity }) => severity);
    expect(found).toEqual(severities);
    const known = !severities.includes("fault" as never);
    expect(frameRows(modelOf(feedAt(rig, volts))).every(({ faithful }) => faithful)).toBe(known);
  });

  test("beyond what TTL buffers stand, a transistor is what is left", () => {
    expect(levelOf(feedAt(rig, 12))[0]!.remedy).toMatch(
      /^Run it on 5 V, which the sheet allows, or put a transistor with a resistor to 12 V/,
    );
  });
});

test("a high is the one of the part that gives it: registers behind one another are asked too", () => {
  const two = modelOf(demoRig("river-level"));
  const chained = levelMatches(two).filter(({ from }) => from.startsWith("U1."));
  expect(chained.length).toBeGreaterThan(0);
  for (const { gets, taken } of chained) expect([gets, taken]).toEqual([5, "sure"]);
});

test("an open-drain line is as high as what pulls it up, whatever the board's level is", () => {
  const [one] = levelMatches(modelOf(on33(oars)));
  expect(one!.gets).toBe(5);
  expect(levelMatches(modelOf(pulledTo33(on33(oars))))[0]!.gets).toBe(3.3);
  const bare = { ...oars, wires: oars.wires.filter(({ id }) => !id.startsWith("pull-")) };
  expect(levelMatches(modelOf(bare)).every(({ gets, taken }) => gets === 0 && taken === "unknown")).toBe(
    true,
  );
  // That nothing pulls them up is said as that.
  expect(levelOf(bare)).toEqual([]);
});

test("chips alike that get alike have one finding together", () => {
  const tide = plainDemoRig("tide-notice");
  const [found, ...more] = levelOf(on33(tide));
  expect(more).toEqual([]);
  expect(found!.title).toBe("U1, U2, U3 and U4 run on 5 V and get highs of 3.3 V");
  // Clock and load of each, and the data of the first: the others get theirs from the chip before.
  expect(found!.legs).toHaveLength(4 * 2 + 1);
});

test("of a chip without power that is said, and nothing of its levels", () => {
  for (const rig of [slip, on33(laid(oars, { scheme: "max7219", digits: 8 }))]) {
    const dead = { ...rig, wires: rig.wires.filter(({ id }) => id !== "power") };
    expect(checkAtOnce(modelOf(dead)).map(({ id }) => id)).toContain("power-U1");
    expect(levelOf(dead)).toEqual([]);
  }
});
