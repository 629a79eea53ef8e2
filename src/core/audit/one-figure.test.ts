import { demoRig } from "@/demo";
import { ledResistors, litBy, modelOf, scanningChip, stateFor, usedLines, type RigModel } from "../address";
import { currentFigures, pointAt } from "../circuit";
import { formatMilliamps } from "../quantity";
import { relay, splitLegRef, splitPipId } from "../rig";
import { trailOf } from "../trail";
import { auditRig, levelMatches, loadsOf, offerFor, pickResistor, supplyAdvice } from ".";
import { worstPoint } from "./at-worst";
import { measuresOf } from "./measures";

const MODELS: ReadonlyArray<readonly [name: string, model: RigModel]> = [
  "slip-gate",
  "ladder-step",
  "river-level",
  "boats-out",
  "water-warmth",
  "oar-rack",
].map((id) => [id, modelOf(demoRig(id))] as const);

/** More than rounding. */
const CLOSE = 1e-9;

describe.each(MODELS)("one figure for one thing: %s", (_, model) => {
  const audit = auditRig(model);
  const measures = measuresOf(model);
  const fixed = scanningChip(model) === undefined;

  test("in the state that is called the worst, the value is the one that is told", () => {
    if (!fixed) return;
    audit.rows.forEach(({ worst, byHand = 0 }, at) => {
      const value = Math.max(byHand, measures[at]!.of(worstPoint(model, worst.state)));
      expect(value).toBeCloseTo(worst.value, 9);
    });
  });

  test("the worst is a state the scan can put out, what is astray one it cannot, and worse", () => {
    for (const { worst, astray } of audit.rows) {
      if (astray) expect(astray.value).toBeGreaterThan(worst.value);
      const lit = litBy(model.encoding, worst.state);
      const slots = new Set(
        [...lit].map((pip) =>
          model.slots.findIndex((slot) =>
            slot.some(({ unit, digit }) => splitPipId(pip).unit === unit && splitPipId(pip).digit === digit),
          ),
        ),
      );
      // A lamp is in no slot: it may be lit in any.
      slots.delete(-1);
      expect(slots.size).toBeLessThanOrEqual(1);
    }
  });

  test("on average it is never more than at its worst, and every share is of its limit", () => {
    for (const { average, worst, share, maximum, keep } of audit.rows) {
      expect(average).toBeLessThanOrEqual(worst.value + CLOSE);
      expect(average).toBeGreaterThanOrEqual(0);
      const limit = maximum ?? keep;
      expect(share).toBe(limit === undefined ? undefined : worst.value / limit);
    }
  });

  test("the quick look finds nothing the search does not, and of LEDs just the same", () => {
    const loads = loadsOf(model);
    expect(loads.map(({ id }) => id)).toEqual(audit.rows.map(({ id }) => id));
    loads.forEach(({ kind, value }, at) => {
      expect(value).toBeLessThanOrEqual(audit.rows[at]!.worst.value + CLOSE);
      if (kind === "led" && fixed) expect(value).toBeCloseTo(audit.rows[at]!.worst.value, 9);
    });
  });

  test("the supply one is told to take is half as much again as its row at its worst", () => {
    const { most, full, take, limit, bulk } = supplyAdvice(model);
    const rows = audit.rows.filter(({ kind }) => kind === "supply");
    expect(rows.some(({ worst }) => Math.abs(worst.value * 1000 - most) < 1e-6)).toBe(true);
    expect(full).toBeGreaterThanOrEqual(most - CLOSE);
    expect(take).toBeCloseTo(full * 1.5, 9);
    expect(bulk).toBeCloseTo(((full / 1000) * 50e-6) / 0.1, 12);
    if (limit !== undefined)
      expect(
        rows.some(({ maximum }) => maximum !== undefined && Math.abs(maximum * 1000 - limit) < 1e-6),
      ).toBe(true);
  });

  test("levels are asked of inputs the used lines lead to, and fit where the board has the chips' supply", () => {
    const lines = new Set(usedLines(model));
    for (const { from, input, gets, sure, usual, taken } of levelMatches(model)) {
      const { unit, leg } = splitLegRef(from);
      if (model.part(unit).kind === "controller") expect(lines.has(leg)).toBe(true);
      expect(model.unit(splitLegRef(input).unit)).toBeTruthy();
      expect(usual).toBeLessThanOrEqual(sure);
      expect(taken).toBe(gets >= sure ? "sure" : gets >= usual ? "usual" : "unknown");
    }
  });
});

describe("the trail tells the currents that are solved", () => {
  test.each(["slip-gate", "ladder-step"])("%s: alone and in an eight", (id) => {
    const model = modelOf(demoRig(id));
    const { inOne } = currentFigures(model);
    const hop = trailOf(model, model.addresses[1]!.pip).find(({ kind }) => kind === "current")!;
    expect(hop.title).toBe(`${formatMilliamps(inOne)} while lit`);
    const worst = auditRig(model).rows.find(({ pip }) => pip === model.addresses[1]!.pip)!.worst.value * 1000;
    expect(worst).toBeGreaterThanOrEqual(inOne - CLOSE);
  });

  test("with one resistor for all, the trail's range is from everything lit to alone", () => {
    const slip = demoRig("slip-gate");
    const model = modelOf(relay(slip, { ...slip.plan, resistors: "common" }));
    const pip = model.addresses[0]!.pip;
    const all = stateFor(model.encoding, new Set(model.addresses.map((one) => one.pip)));
    const alone = stateFor(model.encoding, new Set([pip]));
    const at = (state: typeof all) => pointAt(model, state).leds.get(pip)!;
    const hop = trailOf(model, pip).find(({ kind }) => kind === "current")!;
    expect(hop.title).toContain(formatMilliamps(at(alone)));
    expect(hop.title).toContain(formatMilliamps(at(all)));
  });
});

describe("a resistor that is picked is what the audit then finds", () => {
  test.each([1, 3, 6])("%d mA wanted in an LED alone", (wanted) => {
    const slip = demoRig("slip-gate");
    const picked = pickResistor(slip, wanted, "alone", "E24");
    if (!picked.ok) throw new Error(picked.message);
    for (const offer of picked.offers) {
      const again = offerFor(slip, offer.ohms);
      expect(again).toEqual(offer);
      const refs = ledResistors(modelOf(slip));
      const changed = {
        ...slip,
        units: slip.units.map((unit) => (refs.has(unit.ref) ? { ...unit, ohms: offer.ohms } : unit)),
      };
      expect(currentFigures(modelOf(changed)).inOne).toBeCloseTo(offer.alone, 6);
    }
  });
});
