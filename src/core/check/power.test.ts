import { demoRig } from "@/demo";
import { modelOf } from "../address";
import {
  addWire,
  changeUnits,
  controllerById,
  legRef,
  moveWireEnd,
  readRig,
  relay,
  removeWire,
  replaceUnit,
  schemeValues,
  splitLegRef,
  withController,
  writeRig,
  type Edited,
  type LegRef,
  type Rig,
  asLeg,
  asUnit,
} from "../rig";
import { frameRows } from "../sim";
import { checkAtOnce, type Finding } from ".";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const oars = demoRig("oar-rack");
const separate = relay(slip, { ...slip.plan, power: "separate" });
const chip = relay(oars, { ...oars.plan, scheme: "max7219", lines: {} });

const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const renamed = (rig: Rig, name: (leg: LegRef) => LegRef): Rig => ({
  ...rig,
  wires: rig.wires.map((wire) => ({ ...wire, from: name(wire.from), to: name(wire.to) })),
});
const exchanged = (rig: Rig, unit: string, one: string, other: string): Rig =>
  renamed(rig, (leg) => {
    const at = splitLegRef(leg);
    if (at.unit !== unit || (at.leg !== one && at.leg !== other)) return leg;
    return legRef(asUnit(unit), at.leg === one ? other : one);
  });
const withPart = (rig: Rig, ref: string, part: string): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === ref ? { ...unit, part } : unit)),
});
const emittersOn5 = (rig: Rig): Rig =>
  ["rail-1", "rail-2", "rail-3", "rail-4"].reduce(
    (now, id) => ok(moveWireEnd(now, id, "from", asLeg("MCU1.5V"))),
    rig,
  );
const findings = (rig: Rig): Finding[] =>
  checkAtOnce(modelOf(rig)).filter(({ severity }) => severity !== "note");

/** One thing done to a rig, the only finding the wires may give for it, and what that has to say. */
const ONE_CAUSE: Array<[what: string, rig: Rig, id: string, says: RegExp]> = [
  [
    "9 V on a chip for 6",
    changeUnits(separate, ({ part }) => part === "supply", { volts: 9 }),
    "over-volts-U1",
    /gets 9 V.*at most 6 V/,
  ],
  [
    "1.5 V on a chip from 2",
    changeUnits(separate, ({ part }) => part === "supply", { volts: 1.5 }),
    "under-volts-U1",
    /needs at least 2 V/,
  ],
  ["a supply turned", exchanged(separate, "PS1", "+", "-"), "turned-PS1", /wrong way round/],
  ["a chip turned", exchanged(slip, "U1", "8", "16"), "turned-U1", /wrong way round/],
  [
    "a supply joined to the board's",
    ok(addWire(separate, asLeg("PS1.+"), asLeg("MCU1.5V"))),
    "back-feed-",
    /feed the same rail.*USB/,
  ],
  [
    "collector and emitter exchanged",
    exchanged(river, "Q2", "C", "E"),
    "turned-Q2",
    /Backwards it hardly amplifies/,
  ],
  ["an NPN where a PNP belongs", withPart(river, "Q3", "npn-switch"), "wrong-kind-Q3", /Take a PNP/],
  ["the capacitor of one chip taken away", removeWire(river, "bypass-plus-2"), "bypass-U2", /of its own/],
  [
    "one of two ground legs left open",
    removeWire(chip, "ground-pair0"),
    "pair-U1-9",
    /legs 4 and 9 all connected/,
  ],
  [
    "a setting resistor bridged",
    ok(addWire(chip, asLeg("U1.18"), asLeg("U1.19"))),
    "set-bridged-U1",
    /bridged.*drives its segments with all it has/,
  ],
  ["two outputs tied", ok(addWire(slip, asLeg("U1.15"), asLeg("U1.1"))), "tied-", /tied together/],
  ["an output on ground", ok(addWire(slip, asLeg("U1.1"), asLeg("MCU1.GND2"))), "tied-", /tied together/],
  [
    "a wire past a resistor",
    ok(moveWireEnd(slip, "output-c", "to", asLeg("R3.2"))),
    "no-resistor",
    /R3 is connected at one end only: a wire runs past it/,
  ],
  ["a chip without ground", removeWire(river, "ground-2"), "power-U2", /no power/],
  ["data that does not go on", removeWire(river, "data-2"), "input-U2-14", /is open/],
  ["a digit without drive", removeWire(river, "drive-3"), "switch-drive-Q3", /R11 end 1 hangs loose/],
  [
    "two digits on one drive",
    ok(moveWireEnd(river, "drive-2", "from", asLeg("U2.15"))),
    "one-drive-",
    /Digit 1 and digit 2 are switched by one drive/,
  ],
  [
    "pull-ups to 5 V on 3.3 V lines",
    relay(oars, withController(oars.plan, "RP2040-board")),
    "over-line-",
    /5 V reach board line 0.*the same at 1/,
  ],
  [
    "PNP emitters on 5 V, bases on 3.3 V lines",
    emittersOn5(relay(river, withController({ ...river.plan, scheme: "direct", lines: {} }, "RP2040-board"))),
    "over-line-",
    /4.3 V reach board line.*emitter on 5 V/,
  ],
];

test.each(ONE_CAUSE)("%s: said as what it is, and once", (_, rig, id, says) => {
  const found = findings(rig);
  const named = found.filter((one) => one.id.startsWith(id));
  expect(named.map(({ title, reason, remedy }) => `${title}. ${reason} ${remedy}`).join()).toMatch(says);
  expect(named).toHaveLength(1);
  // A level that does not fit is a second thing wrong with an I²C chip on 5 V at a 3.3 V board.
  expect(
    found.filter((one) => !named.includes(one) && !one.id.startsWith("level-")).map((one) => one.id),
  ).toEqual([]);
});

test("a gate driven to between what turns none on and what turns all on is told with its volts", () => {
  const moorings = demoRig("moorings-free");
  const gates = relay(moorings, { ...moorings.plan, digitSwitch: "mosfet" });
  expect(findings(gates)).toEqual([]);
  const half = ok(moveWireEnd(gates, "drive-1", "from", asLeg("MCU1.3V3")));
  expect(findings(half).some(({ id }) => id.startsWith("gate-volts-"))).toBe(false);
});

describe.each(["ATtiny84", "PIC16F1455"])("%s, a chip alone", (id) => {
  const rig = relay(slip, withController(slip.plan, id));

  test("is fed by a supply, has a capacitor of its own, and nothing is wrong", () => {
    expect(rig.units.some(({ part }) => part === "supply")).toBe(true);
    expect(findings(rig)).toEqual([]);
    expect(
      modelOf(rig)
        .part(asUnit("MCU1"))
        .legs.map(({ number }) => number),
    ).toEqual(Array.from({ length: 14 }, (_, at) => at + 1));
  });

  test.each([
    ["no supply", "power-board", "power-MCU1"],
    ["no capacitor", "bypass-plus-board", "bypass-MCU1"],
  ])("%s is said", (_, wire, finding) => {
    expect(findings(removeWire(rig, wire)).map((one) => one.id)).toContain(finding);
  });

  test("a rig that told of it as a board reads on: its legs renamed, a supply beside it, nothing lost", () => {
    const old = JSON.parse(writeRig(relay(slip, withController(slip.plan, "ATmega328P-board")))) as {
      plan: { controller: string; lines: object };
      units: Array<{ ref: string; part: string }>;
      wires: Array<{ from: string; to: string }>;
    };
    old.plan.controller = id;
    old.plan.lines = rig.plan.lines;
    old.units[0]!.part = id;
    const lines = rig.plan.lines as Record<string, string>;
    for (const wire of old.wires)
      for (const [use, line] of Object.entries({ data: "5", clock: "6", latch: "7" }))
        if (wire.from === `MCU1.${line}`) wire.from = `MCU1.${lines[use]}`;
    const read = readRig(JSON.stringify(old));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.rig.wires.length).toBe(slip.wires.length + 2);
    expect(findings(read.rig).map((one) => one.id)).toEqual(["reset-MCU1", "bypass-MCU1"]);
    expect(frameRows(modelOf(read.rig)).every(({ faithful }) => faithful)).toBe(true);
  });
});

describe.each(["ATmega328P-crystal", "ATmega328P-inner", "ATtiny84", "PIC16F1455"])(
  "what %s has around it",
  (id) => {
    const rig = relay(slip, withController(slip.plan, id));

    test("is laid with it, is nothing to find fault with, and the face is what it was", () => {
      expect(findings(rig)).toEqual([]);
      expect(frameRows(modelOf(rig)).every(({ faithful }) => faithful)).toBe(true);
      expect(schemeValues(rig).ohms).toBe(schemeValues(slip).ohms);
    });

    test("a reset nobody holds is a caution", () => {
      const found = findings(removeWire(rig, "reset"));
      expect(found).toContainEqual(expect.objectContaining({ id: "reset-MCU1", severity: "caution" }));
    });
  },
);

describe("the 28-leg chip", () => {
  const rig = relay(slip, withController(slip.plan, "ATmega328P-crystal"));

  test.each<[string, (rig: Rig) => Rig, string, string]>([
    ["no analogue supply", (one) => removeWire(one, "power-avcc"), "avcc-open-MCU1", "fault"],
    ["one ground leg", (one) => removeWire(one, "ground-board-2"), "ground-2-MCU1", "caution"],
    ["no crystal", (one) => removeWire(one, "crystal-1"), "crystal-MCU1", "fault"],
    ["no capacitor at it", (one) => removeWire(one, "load-ground-2"), "load-MCU1", "caution"],
    [
      "another crystal",
      (one) => ok(replaceUnit(one, asUnit("X1"), "crystal-8MHz")),
      "crystal-frequency-MCU1",
      "fault",
    ],
    [
      "reset on ground",
      (one) => ok(addWire(removeWire(one, "reset"), asLeg("MCU1.RESET"), asLeg("MCU1.GND"))),
      "reset-MCU1",
      "fault",
    ],
  ])("%s is said", (_, change, finding, severity) => {
    const found = findings(change(rig)).find((one) => one.id === finding);
    expect(found).toMatchObject({ severity });
  });

  test("by its inner clock it has no crystal to lack, and half the speed", () => {
    const inner = relay(slip, withController(slip.plan, "ATmega328P-inner"));
    expect(inner.units.some(({ part }) => part.startsWith("crystal"))).toBe(false);
    expect(controllerById("ATmega328P-inner").cost.shiftBit).toBe(
      2 * controllerById("ATmega328P-crystal").cost.shiftBit,
    );
  });
});
