import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { auditRig, loadsOf, pickResistor, supplyAdvice } from "../audit";
import { circuitOf, pointAt } from "../circuit";
import { addWire, changeUnits, relay, setResistors, type Edited, type Rig, asLeg } from "../rig";
import { chipScans } from "../scan";
import { checkModel, standingOf } from ".";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const oars = demoRig("oar-rack");
const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const checked = (rig: Rig) => {
  const model = modelOf(rig);
  const audit = auditRig(model);
  return { model, audit, findings: checkModel(model, "letters", audit) };
};

/** Rigs that are over something, each another thing. */
const OVER: Array<[what: string, rig: Rig]> = [
  ["100 Ω on a register", changeUnits(slip, ({ part }) => part === "resistor", { ohms: 100 })],
  [
    "eight digits on power registers from the board",
    (() => {
      const rig = relay(river, { ...river.plan, scheme: "power-register", digits: 8, lines: {} });
      return changeUnits(rig, ({ part }) => part === "resistor", { ohms: 150 });
    })(),
  ],
  [
    "no resistors behind a TM1638",
    relay(plainDemoRig("crew-tally"), plainDemoRig("crew-tally").plan, { segmentOhms: 0 }),
  ],
  ["base resistors of 10 kΩ", changeUnits(river, ({ ohms }) => ohms === 1000, { ohms: 10_000 })],
  ["spare outputs tied", ok(addWire(river, asLeg("U2.5"), asLeg("U2.6")))],
  ["a line on ground", ok(addWire(slip, asLeg("MCU1.6"), asLeg("MCU1.GND2")))],
];

test.each(OVER)("%s: every row over a limit has its finding, and there is one", (_, rig) => {
  const { audit, findings } = checked(rig);
  const over = audit.rows.filter((row) => !["within", "near"].includes(standingOf(row))).map(({ id }) => id);
  expect(over.length).toBeGreaterThan(0);
  const said = new Set(findings.flatMap(({ rows = [] }) => rows));
  expect(over.filter((id) => !said.has(id))).toEqual([]);
});

test("whatever resistors are put in, no row over a limit goes unsaid", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(slip, oars, relay(slip, { ...slip.plan, scheme: "direct" })),
      fc.integer({ min: 10, max: 2000 }),
      (rig, ohms) => {
        const { audit, findings } = checked(changeUnits(rig, ({ part }) => part === "resistor", { ohms }));
        const said = new Set(findings.flatMap(({ rows = [] }) => rows));
        for (const row of audit.rows)
          if (!["within", "near"].includes(standingOf(row)))
            expect([row.id, said.has(row.id)]).toEqual([row.id, true]);
      },
    ),
    { numRuns: 25 },
  );
});

describe("outputs against each other, by hand", () => {
  const worst = (rig: Rig, id: string) => {
    const row = auditRig(modelOf(rig)).rows.find((one) => one.id === id)!;
    return Math.max(row.worst.value, row.astray?.value ?? 0);
  };

  test("two typical HC outputs, one high and one low: 5 V over twice 35 Ω", () => {
    expect(worst(ok(addWire(river, asLeg("U2.5"), asLeg("U2.6"))), "output-U2.5")).toBeCloseTo(5 / 70, 5);
  });

  test("a line that is high on ground: 5 V over 25 Ω", () => {
    expect(worst(ok(addWire(slip, asLeg("MCU1.6"), asLeg("MCU1.GND2"))), "output-MCU1.6")).toBeCloseTo(
      5 / 25,
      5,
    );
  });

  test("the supply gives what the short takes", () => {
    const rig = ok(addWire(slip, asLeg("MCU1.6"), asLeg("MCU1.GND2")));
    expect(worst(rig, "supply-MCU1.5V")).toBeGreaterThan(0.2);
  });
});

test("what a rail gives is what all its branches take, whatever the state", () => {
  const model = modelOf(river);
  const circuit = circuitOf(model, "strong");
  const net = model.nets.of(asLeg("MCU1.5V")).id;
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), (segments, digits) => {
      const point = pointAt(model, { bytes: [digits, segments], levels: {}, steps: {} }, "strong");
      const ground = model.nets.of(asLeg("MCU1.GND1")).id;
      const sunk = [...point.drives.values()].reduce((sum, current) => sum + Math.max(0, -current), 0);
      expect(circuit.takenFrom(net, point)).toBeCloseTo(sunk - circuit.takenFrom(ground, point), 3);
    }),
    { numRuns: 60 },
  );
});

describe("one figure for one thing", () => {
  test.each(["slip-gate", "river-level", "water-warmth", "crew-tally", "oar-rack", "tide-notice"])(
    "%s",
    (id) => {
      const model = modelOf(demoRig(id));
      const { rows } = auditRig(model);
      const supply = supplyAdvice(model);
      const row = rows
        .filter(({ kind }) => kind === "supply")
        .reduce((most, one) => (one.worst.value > most.worst.value ? one : most));
      expect(supply.most / 1000).toBeCloseTo(row.worst.value, 6);
      const loads = new Map(loadsOf(model).map((load) => [load.id, load.value]));
      for (const { id: key, kind, worst } of rows)
        if (kind === "supply") expect(loads.get(key)).toBeCloseTo(worst.value, 6);
      for (const { unit, peak } of chipScans(model)) {
        const segments = rows.find((one) => one.id === `segments-${unit}`)!;
        expect(segments.worst.value * 1000).toBeCloseTo(peak, 6);
      }
    },
  );

  test("a setting resistor far too small sets the same current in scan and audit", () => {
    const max = relay(oars, { ...oars.plan, scheme: "max7219", lines: {} });
    const model = modelOf(changeUnits(max, ({ ref }) => setResistors(max).has(ref), { ohms: 1000 }));
    const row = auditRig(model).rows.find(({ id }) => id === "segments-U1")!;
    expect(row.worst.value * 1000).toBeCloseTo(chipScans(model)[0]!.peak, 6);
  });
});

test("a resistor picked for too much current comes with the least that breaks no limit", () => {
  const picked = pickResistor(slip, 20, "alone", "E12");
  if (!picked.ok) throw new Error(picked.message);
  expect(picked.offers.slice(0, 2).every(({ over }) => over.length > 0)).toBe(true);
  expect(picked.offers.at(-1)!.over).toEqual([]);
  const { findings } = checked(
    changeUnits(slip, ({ part }) => part === "resistor", { ohms: picked.offers.at(-1)!.ohms }),
  );
  expect(findings.filter(({ severity }) => severity === "fault")).toEqual([]);
});
