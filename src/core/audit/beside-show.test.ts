import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { checkModel } from "../check";
import { wireUp } from "../inputs";
import { CONTROLLERS } from "../parts";
import { addUnit, addWire, asLeg, legRef, relay, type Rig } from "../rig";
import { chipScans } from "../scan";
import { auditRig, baseAdvice, supplyAdvice } from ".";

const rowOf = (rig: Rig, id: string) => auditRig(modelOf(rig)).rows.find((row) => row.id === id);
const slip = demoRig("slip-gate");

describe("resistors in the segment lines of a chip that scans by itself", () => {
  test.each(["crew-tally", "water-warmth", "oar-rack"])(
    "%s: heat is the mean over a turn, of every digit's current",
    (id) => {
      const rig = demoRig(id);
      const model = modelOf(rig);
      const [chip] = chipScans(model);
      const resistor = chip!.leds[0]!.via[0]!;
      const row = rowOf(rig, `resistor-${resistor}`)!;
      const behind = chip!.leds.filter(({ via }) => via.includes(resistor));
      // Alone in its digit an LED carries the most: I² R for each digit, for its share of the turn.
      const watts = behind.length * (chip!.peak / 1000) ** 2 * model.unit(resistor).ohms! * chip!.duty;
      expect(behind.length).toBeGreaterThan(2);
      expect(row.worst.value).toBeLessThanOrEqual(watts * 1.0001);
      expect(row.worst.value).toBeGreaterThan(watts * 0.9);
      // At full brightness, or under display test, for as much longer.
      if (chip!.fullDuty > chip!.duty)
        expect(row.astray!.value / row.worst.value).toBeCloseTo(chip!.fullDuty / chip!.duty, 6);
      expect(row.average!).toBeGreaterThan(0);
      expect(row.average!).toBeLessThan(row.worst.value);
    },
  );
  test("each is within its limit, and turns something into heat", () => {
    const rows = auditRig(modelOf(demoRig("crew-tally"))).rows.filter(({ kind }) => kind === "resistor");
    expect(rows.every(({ worst, maximum }) => worst.value < maximum!)).toBe(true);
    expect(Math.max(...rows.map(({ worst }) => worst.value))).toBeGreaterThan(0.01);
  });
});

describe("what a hand does", () => {
  test("a pull-up carries its supply while its button is pressed", () => {
    const boats = demoRig("boats-out");
    const pulls = boats.units.filter(({ ohms }) => ohms === 10_000);
    expect(pulls).toHaveLength(4);
    for (const { ref } of pulls)
      expect(rowOf(boats, `resistor-${ref}`)!.worst.value).toBeCloseTo(3.3 ** 2 / 10_000, 7);
  });
  test("a divider with a thermistor: most at the end of its range where it conducts best", () => {
    const made = wireUp(modelOf(slip), "thermistor-10k");
    expect(made.ok).toBe(true);
    if (!made.ok) return;
    const { ref } = made.rig.units.find(({ ohms, part }) => part === "resistor" && ohms === 10_000)!;
    const { value } = rowOf(made.rig, `resistor-${ref}`)!.worst;
    // Half the supply at 25 °C, nearly all of it when it is hot: never more than U² / R.
    expect(value).toBeGreaterThan(2.5 ** 2 / 10_000);
    expect(value).toBeLessThan(5 ** 2 / 10_000);
  });
  test("the resistor that sets a chip's current is no load of its own", () => {
    const heat = demoRig("heat-time");
    const setter = heat.units.find(({ part }) => part === "resistor")!.ref;
    expect(rowOf(heat, `resistor-${setter}`)).toBeUndefined();
  });
});

test("bus pull-ups carry most while a line is low, as it is when something is sent", () => {
  const warmth = demoRig("water-warmth");
  const [pull] = warmth.units.filter(({ ohms }) => ohms === 4700);
  // What the line's own output leaves of 5 V.
  const { value } = rowOf(warmth, `resistor-${pull!.ref}`)!.worst;
  expect(value).toBeGreaterThan((0.95 * 5) ** 2 / 4700);
  expect(value).toBeLessThanOrEqual(5 ** 2 / 4700);
});

describe("buzzers and relays", () => {
  const bell = demoRig("lap-bell");
  test("a transistor carries its load: collector, base, base resistor, forced gain", () => {
    const switched = bell.units.find(({ part }) => part === "npn-switch")!.ref;
    const collector = rowOf(bell, `transistor-${switched}`)!.worst.value;
    // 5 V over 167 Ω, less what a saturated transistor keeps.
    expect(collector).toBeGreaterThan(4.7 / 167);
    expect(collector).toBeLessThan(5 / 167);
    const [advice] = baseAdvice(modelOf(bell));
    expect(advice!.collector / 1000).toBeCloseTo(collector, 6);
    expect(rowOf(bell, `base-${switched}`)!.worst.value).toBeCloseTo(advice!.collector / advice!.base, 3);
    // (5 V − 0.75 V) over 1 kΩ and the line's own resistance.
    expect(rowOf(bell, `resistor-${advice!.resistor}`)!.worst.value).toBeCloseTo(4.2 ** 2 / 1000, 3);
  });
  test("how long they are on nobody knows beforehand: no mean is told of what only they let flow", () => {
    const { rows } = auditRig(modelOf(bell));
    const unknown = rows.flatMap(({ title, average }) =>
      average === undefined ? [title.split(",")[0]] : [],
    );
    expect(unknown).toEqual(expect.arrayContaining(["board line 4", "R17", "Q1 collector"]));
    expect(rows.filter(({ kind }) => kind === "led").every(({ average }) => average !== undefined)).toBe(
      true,
    );
    expect(auditRig(modelOf(slip)).rows.every(({ average }) => average !== undefined)).toBe(true);
  });
  test("the supply counts each once, whether the show has it on or not", () => {
    const buzzer = bell.units.find(({ part }) => part === "buzzer")!.ref;
    const quiet: Rig = {
      ...bell,
      units: bell.units.filter(({ ref }) => ref !== buzzer),
      wires: bell.wires.filter(({ from, to }) => ![from, to].some((leg) => leg.startsWith(`${buzzer}.`))),
    };
    // 30 mA, and what the line gives its transistor's base.
    const { base } = baseAdvice(modelOf(bell))[0]!;
    expect(supplyAdvice(modelOf(bell)).most - supplyAdvice(modelOf(quiet)).most).toBeCloseTo(30 + base, 3);
  });
  const straight = (part: string, plus: string, minus: string) => {
    const added = addUnit(slip, part);
    if (!added.ok) throw new Error(added.message);
    let rig = added.rig;
    for (const [from, to] of [
      ["9", plus],
      ["GND1", minus],
    ] as const) {
      const wired = addWire(rig, asLeg(`MCU1.${from}`), legRef(added.ref!, to));
      if (!wired.ok) throw new Error(wired.message);
      rig = wired.rig;
    }
    const model = modelOf(rig);
    return checkModel(model).filter(({ rows }) => rows?.includes("output-MCU1.9"));
  };
  test.each([
    ["buzzer", "+", "-", "caution"],
    ["relay", "A1", "A2", "fault"],
  ])("a %s straight on a line asks for a transistor", (part, plus, minus, severity) => {
    const [found, ...more] = straight(part, plus, minus);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ severity });
    expect(found!.remedy).toMatch(/^Put a transistor between/);
  });
  test.each(
    CONTROLLERS.flatMap(({ id, flavour }) =>
      ["buzzer", "relay", ...(flavour === "logic" ? [] : ["buzzer-passive"])].map(
        (load) => [load, id] as const,
      ),
    ),
  )("a %s wired up on the %s saturates its transistor, and no line is over", (load, controller) => {
    const laid = relay(slip, { ...slip.plan, controller, lines: {} });
    const made = wireUp(modelOf(laid), load);
    expect(made).toMatchObject({ ok: true });
    if (!made.ok) return;
    const rows = auditRig(modelOf(made.rig)).rows;
    const gain = rows.find(({ id }) => id.startsWith("base-"))!;
    expect(gain.worst.value).toBeGreaterThan(1);
    expect(gain.worst.value).toBeLessThan(gain.keep!);
    expect(rows.filter(({ share = 0, maximum }) => maximum !== undefined && share > 1)).toEqual([]);
  });
});
