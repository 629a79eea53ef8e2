import { demoRig } from "@/demo";
import { modelOf } from "../../address";
import { auditRig } from "../../audit";
import { checkAtOnce } from "../../check";
import { pointWith } from "../../circuit";
import { SEGMENTS } from "../../glyph";
import {
  asLeg,
  asPip,
  asUnit,
  pipId,
  relay,
  schemeValues,
  splitLegRef,
  type PipId,
  type Rig,
} from "../../rig";
import { HIGH, LOW, OPEN } from "../../level";
import { tlc5916 } from ".";

const slip = demoRig("slip-gate");
const rig: Rig = relay(slip, { ...slip.plan, register: "TLC5916", polarity: "common-anode", lines: {} });
/** The same with another resistor at R-EXT. */
const setTo = (ohms: number): Rig => {
  const [set] = rig.wires.filter(({ id }) => id === "set").map(({ to }) => splitLegRef(to).unit);
  return { ...rig, units: rig.units.map((unit) => (unit.ref === set ? { ...unit, ohms } : unit)) };
};
const currents = (one: Rig, lit: readonly PipId[]) => {
  const { leds } = pointWith(modelOf(one), new Set(lit));
  return lit.map((pip) => leds.get(pip)!);
};
const ALL = SEGMENTS.slice(0, 7).map((segment) => pipId(asUnit("DS1"), 1, segment));

describe("TLC5916", () => {
  test("an output sinks while its stage holds 1, and lets go of the LED while it holds 0", () => {
    const chip = tlc5916.mount();
    const set = (name: string, level: 0 | 1) => chip.apply({ [name]: level }, 0);
    set("enable", LOW);
    set("latch", HIGH);
    set("shift", LOW);
    for (const bit of [1, 0, 0, 0, 0, 0, 0, 1] as const) {
      set("serial", bit);
      set("shift", HIGH);
      set("shift", LOW);
    }
    expect([0, 1, 7].map((at) => chip.output(at))).toEqual([LOW, OPEN, LOW]);
    set("enable", HIGH);
    expect(chip.output(0)).toBe(OPEN);
  });
  test.each([
    [1875, 10],
    [937.5, 20],
    [3750, 5],
  ])("with %d Ω at R-EXT every segment gets %d mA less the sheet's 6 %%", (ohms, milliamps) => {
    for (const current of currents(setTo(ohms), ALL)) expect(current).toBeCloseTo(milliamps * 0.94, 1);
  });
  test("a 1 is as bright as an 8", () => {
    const [alone] = currents(rig, [asPip("DS1.1.b")]);
    expect(currents(rig, ALL)[1]).toBeCloseTo(alone!, 6);
  });
  test("what the LED leaves of the supply is heat in the chip", () => {
    const heat = auditRig(modelOf(setTo(937.5))).rows.find(({ id }) => id === "heat-U1")!;
    // Eight outputs of 20 mA and 6 %, from 5 V less the drop of a red LED at that current.
    expect(heat.worst!.value).toBeGreaterThan(8 * 0.0212 * 2.8);
    expect(heat.worst!.value).toBeLessThan(8 * 0.0212 * 3.4);
  });
  test.each<[string, Rig, string]>([
    ["nothing at R-EXT", { ...rig, wires: rig.wires.filter(({ id }) => id !== "set") }, "sink-open-U1"],
    [
      "R-EXT on ground",
      { ...rig, wires: rig.wires.map((wire) => (wire.id === "set" ? { ...wire, to: asLeg("U1.1") } : wire)) },
      "sink-bridged-U1",
    ],
    ["far too little", setTo(100), "sink-range-U1"],
  ])("%s is a fault", (_, one, id) => {
    expect(checkAtOnce(modelOf(one))).toContainEqual(expect.objectContaining({ id, severity: "fault" }));
  });
  test("it gets a resistor of its own, whatever set the current of the chip before it", () => {
    const oars = demoRig("oar-rack");
    const max = relay(oars, { ...oars.plan, scheme: "max7219", lines: {} });
    const plan = {
      ...max.plan,
      scheme: "register-static",
      register: "TLC5916",
      digits: 1,
      lines: {},
    } as const;
    const sunk = relay(max, { ...plan, polarity: "common-anode" });
    expect(schemeValues(sunk).setOhms).toBe(2200);
    const weak = relay(slip, { ...slip.plan, register: "CD4094", lines: {} });
    expect(schemeValues(weak).ohms).toBeGreaterThan(schemeValues(slip).ohms * 2);
  });
  test("its own rig has no fault at once", () =>
    expect(checkAtOnce(modelOf(rig)).filter(({ severity }) => severity === "fault")).toEqual([]));
});
