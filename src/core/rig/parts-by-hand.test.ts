import { modelOf, withLedResistors } from "../address";
import { checkAtOnce } from "../check";
import { circuitOf, currentFigures, pointWith } from "../circuit";
import { buildProgram } from "../program";
import { Simulation } from "../sim";
import {
  ADDABLE_PARTS,
  DEFAULT_PLAN,
  addUnit,
  addWire,
  asLeg,
  asPip,
  asUnit,
  noteDead,
  checkRig,
  ledValues,
  litUnit,
  moduleByKind,
  movedWires,
  newRig,
  partsList,
  relay,
  removeUnit,
  replaceUnit,
  replacements,
  socketUnit,
  wiresAt,
  withModule,
  type Edited,
  type PartValues,
  type Plan,
  type Rig,
} from ".";

const rigOf = (plan: Partial<Plan> = {}): Rig =>
  newRig({ id: "r", name: "R" }, { ...DEFAULT_PLAN, ...plan }, { ohms: 470, led: ledValues("red") });

const good = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const withPart = (rig: Rig, id: string, values?: PartValues) => good(addUnit(rig, id, values));
const wired = (rig: Rig, ...wires: ReadonlyArray<readonly [string, string]>): Rig =>
  wires.reduce((sofar, [from, to]) => good(addWire(sofar, asLeg(from), asLeg(to))), rig);

describe("a part is added by hand", () => {
  test.each<[string, string, object]>([
    ["resistor", "R9", { ohms: 220 }],
    ["capacitor", "C2", { farads: 100e-9 }],
    ["signal-diode", "D1", {}],
    ["led", "LED1", { led: { colour: "red" } }],
    ["bar-graph-10", "LED1", {}],
    ["npn-switch", "Q1", {}],
    ["74HC595", "U2", {}],
    ["ULN2803", "U2", {}],
    ["digit-1-cc", "DS2", {}],
    ["supply", "PS1", { volts: 5 }],
  ])("a %s is called %s", (id, ref, values) => {
    const rig = withPart(rigOf(), id);
    expect(rig.units.at(-1)).toMatchObject({ ref, part: id, added: true, ...values });
    expect(checkRig(JSON.parse(JSON.stringify(rig)))).toMatchObject({ ok: true });
  });

  test("with the value that was asked for", () => {
    expect(withPart(rigOf(), "resistor", { ohms: 1000 }).units.at(-1)!.ohms).toBe(1000);
    expect(withPart(rigOf(), "led", { colour: "blue" }).units.at(-1)!.led!.colour).toBe("blue");
  });

  test("every part of the catalogue can be added, and the rig is followed, solved and checked with it", () => {
    const ids = [...ADDABLE_PARTS.values()].flat().map(({ id }) => id);
    expect(ids.length).toBeGreaterThan(40);
    for (const id of ids) {
      const rig = withPart(rigOf(), id);
      const model = modelOf(rig);
      expect(checkRig(JSON.parse(JSON.stringify(rig))).ok).toBe(true);
      expect(() => checkAtOnce(model)).not.toThrow();
      expect(() => new Simulation(model, buildProgram(model)).advanceTo(50e6)).not.toThrow();
    }
  });

  test("stays with its wires when the plan is laid again", () => {
    const before = wired(
      withPart(withPart(rigOf(), "resistor", { ohms: 330 }), "led"),
      ["MCU1.9", "R9.1"],
      ["R9.2", "LED1.1"],
      ["LED1.2", "MCU1.GND1"],
    );
    expect(movedWires(before)).toEqual([]);
    const again = relay(before, { ...before.plan, polarity: "common-anode" });
    expect(again.units.filter(({ added }) => added).map(({ ref }) => ref)).toEqual(["R9", "LED1"]);
    expect(again.wires.filter(({ id }) => id.startsWith("extra"))).toHaveLength(3);
  });

  test("gives way with its wires where the plan wants its reference", () => {
    const before = wired(withPart(rigOf(), "resistor", { ohms: 330 }), ["MCU1.9", "R9.1"]);
    const grown = relay(before, {
      ...before.plan,
      scheme: "two-registers",
      digits: 4,
      digitSwitch: "transistor",
    });
    const [added] = grown.units.filter((unit) => unit.added);
    expect(added).toMatchObject({ part: "resistor", ohms: 330 });
    expect(grown.units.filter(({ ref }) => ref === added!.ref)).toHaveLength(1);
    expect(grown.wires.some(({ to }) => to === `${added!.ref}.1`)).toBe(true);
  });

  test("a wire to a line the next board lacks comes off", () => {
    const before = wired(withPart(rigOf(), "resistor"), ["MCU1.A3", "R9.1"]);
    const moved = relay(before, { ...before.plan, controller: "RP2040-board" });
    expect(wiresAt(moved, asUnit("R9"))).toBe(0);
    expect(checkRig(JSON.parse(JSON.stringify(moved)))).toMatchObject({ ok: true });
  });
});

describe("a single LED", () => {
  const rig = wired(
    withPart(withPart(rigOf(), "resistor", { ohms: 330 }), "led"),
    ["MCU1.9", "R9.1"],
    ["R9.2", "LED1.1"],
    ["LED1.2", "MCU1.GND1"],
  );
  const currentOf = (built: Rig, pip: string): number => {
    const model = modelOf(built);
    const simulation = new Simulation(model, buildProgram(model));
    simulation.advanceTo(100e6);
    return simulation.view().currents[model.addresses.findIndex((one) => one.pip === pip)]!;
  };

  test("is kept dark until it is asked to be lit, and then carries what its resistor lets through", () => {
    expect(currentOf(rig, "LED1.1.c1")).toBe(0);
    // (5 V − 1.8 V) / (330 Ω + 45 Ω + 10 Ω)
    expect(currentOf(litUnit(rig, asUnit("LED1"), "c1", true), "LED1.1.c1")).toBeCloseTo(8.3, 1);
    expect(litUnit(litUnit(rig, asUnit("LED1"), "c1", true), asUnit("LED1"), "c1", false)).toEqual(rig);
  });

  test("is no digit of the display, and does not change what that shows", () => {
    const lit = litUnit(rig, asUnit("LED1"), "c1", true);
    expect(modelOf(lit).digits).toEqual(modelOf(rigOf()).digits);
    expect(buildProgram(modelOf(lit)).frames.map(({ states }) => states[0]!.bytes)).toEqual(
      buildProgram(modelOf(rigOf())).frames.map(({ states }) => states[0]!.bytes),
    );
  });

  test("on an output the display uses it cannot be kept lit, and that is said", () => {
    const tied = litUnit(
      wired(withPart(rigOf(), "led"), ["U1.15", "LED1.1"], ["LED1.2", "MCU1.GND1"]),
      asUnit("LED1"),
      "c1",
      true,
    );
    expect(checkAtOnce(modelOf(tied)).map(({ id }) => id)).toContain("tied-to-show");
  });

  test("between supply and ground it is no fault: it says that there is power", () => {
    const power = wired(
      withPart(withPart(rigOf(), "resistor", { ohms: 1000 }), "led"),
      ["MCU1.5V", "R9.1"],
      ["R9.2", "LED1.1"],
      ["LED1.2", "MCU1.GND1"],
    );
    expect(checkAtOnce(modelOf(power)).filter(({ severity }) => severity === "fault")).toEqual([]);
    expect(currentOf(power, "LED1.1.c1")).toBeGreaterThan(2);
  });

  test("keeps its resistor when those of the display are changed", () => {
    const changed = withLedResistors(rig, 1000);
    const ohms = (ref: string) => changed.units.find((unit) => unit.ref === ref)!.ohms;
    expect([ohms("R1"), ohms("R9")]).toEqual([1000, 330]);
    expect(currentFigures(modelOf(changed)).mostLed).toBeLessThan(4);
  });

  test("its currents stand in the figures, alone and with its neighbours", () => {
    const { pips } = currentFigures(modelOf(rig));
    expect(pips.get(asPip("LED1.1.c1"))!.alone).toBeCloseTo(8.3, 1);
  });
});

describe("a diode", () => {
  const through = (first: string, second: string): Rig =>
    wired(
      withPart(withPart(withPart(rigOf(), "resistor", { ohms: 330 }), "led"), "signal-diode"),
      ["MCU1.9", first],
      [second, "R9.1"],
      ["R9.2", "LED1.1"],
      ["LED1.2", "MCU1.GND1"],
    );

  test("passes current from anode to cathode, less its drop", () => {
    const model = modelOf(through("D1.A", "D1.K"));
    expect(model.address(asPip("LED1.1.c1"))!.verdict.kind).toBe("driven");
    const { leds } = pointWith(model, new Set([asPip("LED1.1.c1")]));
    // (5 − 1.8 − 0.7) V / (330 + 45 + 10 + 2) Ω
    expect(leds.get("LED1.1.c1")).toBeCloseTo(6.46, 1);
    expect(leds.get("D1")).toBeCloseTo(leds.get("LED1.1.c1")!, 4);
  });

  test("the other way round lets nothing through, and the LED is said to have no driver", () => {
    const model = modelOf(through("D1.K", "D1.A"));
    expect(model.address(asPip("LED1.1.c1"))!.verdict.kind).toBe("open");
    expect(circuitOf(model).outputs.length).toBeGreaterThan(0);
    expect(pointWith(model, new Set([asPip("LED1.1.c1")])).leds.get("LED1.1.c1")).toBe(0);
  });
});

describe("another part in a part's place", () => {
  test("wires go to the leg of the same use", () => {
    const rig = rigOf();
    const replaced = replaceUnit(rig, asUnit("U1"), "TPIC6B595");
    expect(replaced.lost).toBe(0);
    const now = good(replaced);
    expect(now.units.find(({ ref }) => ref === "U1")!.part).toBe("TPIC6B595");
    const to = (id: string) => now.wires.find((wire) => wire.id === id)!;
    // Serial input 3, shift clock 13, latch clock 12 by its sheet.
    expect([to("data").to, to("clock").to, to("latch").to]).toEqual(["U1.3", "U1.13", "U1.12"]);
    expect(checkRig(JSON.parse(JSON.stringify(now)))).toMatchObject({ ok: true });
  });

  test("back again it is as it was but for the ticks", () => {
    const rig = rigOf();
    const there = good(replaceUnit(rig, asUnit("U1"), "TPIC6B595"));
    expect(good(replaceUnit(there, asUnit("U1"), "74HC595")).wires).toEqual(rig.wires);
  });

  test("of another display each segment keeps its wires", () => {
    const rig = rigOf();
    const now = good(replaceUnit(rig, asUnit("DS1"), "digit-1-ca"));
    expect(now.wires.map(({ from, to }) => [from, to])).toEqual(rig.wires.map(({ from, to }) => [from, to]));
    expect(modelOf(now).addresses.every(({ verdict }) => verdict.kind === "never")).toBe(true);
  });

  test("what finds no leg comes off, and how many is said", () => {
    const rig = rigOf();
    const replaced = replaceUnit(rig, asUnit("U1"), "74HC164");
    expect(replaced.lost).toBeGreaterThan(0);
    expect(good(replaced).wires).toHaveLength(rig.wires.length - replaced.lost!);
  });

  test("only what is of its kind is offered", () => {
    const rig = withPart(withPart(rigOf(), "led"), "resistor");
    const offered = (ref: string) =>
      replacements(rig.units.find((unit) => unit.ref === ref)!).map(({ id }) => id);
    expect(offered("LED1")).toEqual(["bar-graph-10"]);
    expect(offered("U1")).toContain("TLC5916");
    expect(offered("U1")).not.toContain("74HC138");
    expect(offered("R9")).toEqual([]);
  });
});

describe("a part is taken off the table", () => {
  test("its wires go with it, and the plan brings it back", () => {
    const rig = rigOf();
    const without = good(removeUnit(rig, asUnit("R3")));
    expect(without.wires).toHaveLength(rig.wires.length - wiresAt(rig, asUnit("R3")));
    expect(checkRig(JSON.parse(JSON.stringify(without)))).toMatchObject({ ok: true });
    expect(relay(without, without.plan).units).toHaveLength(rig.units.length);
  });

  test("what was said of its LEDs goes with it, and with no other part", () => {
    const noted = noteDead(rigOf(), asPip("DS1.1.a"), true);
    expect(good(removeUnit(noted, asUnit("R3"))).dead).toEqual(["DS1.1.a"]);
    expect(good(removeUnit(noted, asUnit("DS1"))).dead).toBeUndefined();
  });

  test("a rig without its display still runs", () => {
    const model = modelOf(good(removeUnit(rigOf(), asUnit("DS1"))));
    expect(model.digits).toEqual([]);
    expect(() => new Simulation(model, buildProgram(model)).advanceTo(50e6)).not.toThrow();
    expect(() => checkAtOnce(model)).not.toThrow();
  });

  test("but not the controller, a module's insides or the module", () => {
    expect(removeUnit(rigOf(), asUnit("MCU1"))).toMatchObject({ ok: false });
    const plan = withModule(DEFAULT_PLAN, moduleByKind("digits-4-colon-tm1637"));
    const lamp = newRig({ id: "r", name: "R" }, plan, { ohms: 470, led: ledValues("red") });
    const inside = lamp.units.find((unit) => unit.inside)!;
    expect(removeUnit(lamp, inside.ref)).toMatchObject({ ok: false });
    expect(removeUnit(lamp, asUnit("M1"))).toMatchObject({ ok: false });
  });
});

test("a chip in a socket asks for one in the list of parts", () => {
  const rig = socketUnit(rigOf(), asUnit("U1"), true);
  expect(partsList(rig)).toContainEqual({ count: 1, what: "socket, 16 legs", refs: ["U1"] });
  expect(relay(rig, rig.plan).units.find(({ ref }) => ref === "U1")!.socket).toBe(true);
  expect(socketUnit(rig, asUnit("U1"), false)).toEqual(rigOf());
});

test("a display of another kind shows a text of its own", () => {
  const rig = withPart(rigOf(), "matrix-8x8-cc");
  expect(rig.beside).toMatchObject([{ units: ["DS2"], shows: ["8"], modules: [{ unit: "DS2" }] }]);
  expect(modelOf(rig).digits).toEqual(modelOf(rigOf()).digits);
  expect(good(removeUnit(rig, asUnit("DS2")))).toEqual(rigOf());
});
