import fc from "fast-check";
import { DEMO_RIGS } from "@/demo";
import { modelOf } from "../address";
import { currentFigures } from "../circuit";
import { partById } from "../parts";
import { buildProgram, sketchText, writeSketch } from "../program";
import { readRig, splitLegRef, writeRig, type LegRef, type Rig, type Wire, asLeg } from "../rig";
import { Simulation, glyphTable, stateOfBytes, traceSend } from "../sim";
import { trailOf } from "../trail";
import { checkModel } from ".";

const base = DEMO_RIGS[0]!;
const legs = base.units.flatMap((unit) =>
  partById(unit.part).legs.map(({ id }): LegRef => asLeg(`${unit.ref}.${id}`)),
);
const refs = base.units.map(({ ref }) => ref).filter((ref) => ref !== "MCU1");

/** The demo rig with units taken out, wires taken out, and wires put anywhere. */
const anyRig: fc.Arbitrary<Rig> = fc
  .record({
    gone: fc.subarray(refs, { maxLength: 4 }),
    kept: fc.subarray([...base.wires]),
    added: fc.array(fc.tuple(fc.constantFrom(...legs), fc.constantFrom(...legs)), { maxLength: 12 }),
    polarity: fc.constantFrom("digit-1-cc", "digit-1-ca"),
  })
  .map(({ gone, kept, added, polarity }) => {
    const there = (wire: Wire) => [wire.from, wire.to].every((leg) => !gone.includes(splitLegRef(leg).unit));
    const extra = added
      .filter(([from, to]) => from !== to)
      .map(([from, to], at): Wire => ({ id: `x-${at}`, from, to, placed: false }));
    return {
      ...base,
      units: base.units
        .filter(({ ref }) => !gone.includes(ref))
        .map((unit) => (unit.ref === "DS1" ? { ...unit, part: polarity } : unit)),
      wires: [...kept, ...extra].filter(there),
    };
  });

test("however badly a rig is wired, everything about it can be worked out, with figures that are figures", () => {
  fc.assert(
    fc.property(anyRig, (rig) => {
      expect(readRig(writeRig(rig)).ok).toBe(true);
      const model = modelOf(rig);
      const program = buildProgram(model);
      expect(sketchText(writeSketch(model, program))).toContain("void setup() {");
      for (const finding of checkModel(model))
        expect(`${finding.title} ${finding.reason}`).not.toMatch(/NaN|undefined|Infinity/);
      for (const { pip } of model.addresses) {
        for (const { title, detail } of trailOf(model, pip))
          expect(`${title} ${detail ?? ""}`).not.toMatch(/NaN|undefined/);
      }
      expect(Number.isFinite(currentFigures(model).total)).toBe(true);
      const simulation = new Simulation(model, program);
      simulation.stepToChange();
      simulation.advanceTo(5e9);
      for (const { current } of simulation.look().pips)
        expect(Number.isFinite(current) && current >= 0).toBe(true);
      glyphTable(model);
      traceSend(model, stateOfBytes(model, [0x55]));
    }),
    { numRuns: 60 },
  );
});
