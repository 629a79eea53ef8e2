import { handsLevelsOn, isPulledUp, railVolts, reachFrom, type RigModel } from "../address";
import { stageOf, supplyOf } from "../circuit";
import type { LegNames, TransistorPart } from "../parts";
import { formatQuantity } from "../quantity";
import { legRef, legTitle, splitLegRef, type UnitRef, type LegRef } from "../rig";
import { finding, type Finding } from "./finding";

/** A PNP or P-channel switch is off for certain only when its control comes this near to its rail, in V. */
const OFF_WITHIN = 0.5;

/** Transistors and Darlington arrays: on no rail, with no drive, without a base resistor, or never quite off. */
export function checkSwitches(model: RigModel, legNames: LegNames): Finding[] {
  return model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (part.kind === "transistor")
      return handsLevelsOn(model.drivers, ref)
        ? checkLifter(model, ref, part, legNames)
        : checkTransistor(model, ref, part, legNames);
    if (part.kind !== "driver-array") return [];
    const ground = legRef(ref, part.ground);
    if (railVolts(model.drivers.get(model.nets.of(ground).id) ?? []) === 0) return [];
    return [
      finding({
        id: `array-ground-${ref}`,
        severity: "fault",
        topic: "wiring",
        title: `${ref} is not on ground`,
        reason: "Its sinks have nowhere to lead the current to, so no digit lights.",
        remedy: `Wire leg ${part.ground} to GND.`,
        legs: [ground],
      }),
    ];
  });
}

/** A MOSFET between two lines: each side only rises where something pulls it up. */
function checkLifter(model: RigModel, ref: UnitRef, part: TransistorPart, legNames: LegNames): Finding[] {
  const loose = [part.pins.common, part.pins.out]
    .map((leg) => legRef(ref, leg))
    .filter((leg) => !isPulledUp(model, leg));
  return loose.map((leg) =>
    finding({
      id: `lift-pull-${splitLegRef(leg).leg}-${ref}`,
      severity: "fault",
      topic: "wiring",
      title: `Nothing pulls ${legTitle(model.rig, leg, legNames)} up`,
      reason:
        "Between two lines a MOSFET only hands a low on. Each side rises to what pulls it up, and this one has nothing.",
      remedy: "Put 4.7 kΩ from there to the supply of that side.",
      legs: [leg],
    }),
  );
}

/**
 * A transistor between a rail and a digit: on the right side, driven hard enough, with something in its base, able to be
 * turned off. The first of these that is wrong hides the others, so it is told alone.
 */
function checkTransistor(model: RigModel, ref: UnitRef, part: TransistorPart, legNames: LegNames): Finding[] {
  const { rig, nets, drivers } = model;
  const control = legRef(ref, part.pins.control);
  const rail = railVolts(drivers.get(nets.of(legRef(ref, part.pins.common)).id) ?? []);
  const reach = reachFrom(control, rig, nets, drivers);
  const bipolar = part.type === "npn" || part.type === "pnp";
  const name = legTitle(rig, control, legNames);
  const common = legTitle(rig, legRef(ref, part.pins.common), legNames);
  const found: Finding[] = [];
  const add = (id: string, severity: Finding["severity"], title: string, reason: string, remedy: string) =>
    found.push(
      finding({ id: `${id}-${ref}`, severity, topic: "wiring", title, reason, remedy, legs: [control] }),
    );
  const hasRail =
    rail !== undefined || railVolts(drivers.get(nets.of(legRef(ref, part.pins.out)).id) ?? []) !== undefined;
  const outRail = railVolts(drivers.get(nets.of(legRef(ref, part.pins.out)).id) ?? []);
  if (checkPlace(part, rail, outRail, add, ref, rig, legNames)) return found;
  if (!hasRail) {
    add(
      "switch-rail",
      "fault",
      `${ref} switches nothing`,
      `Neither ${common} nor its other end is on the supply or on ground.`,
      `Wire ${common} to ${part.type === "npn" || part.type === "n-channel" ? "GND" : "the supply"}.`,
    );
  }
  if (reach.length === 0) {
    add(
      "switch-drive",
      "fault",
      `${name} is open`,
      bipolar
        ? "Without base current the transistor never turns on."
        : "An open gate keeps whatever charge it picks up, and turns on by itself.",
      "Wire it to the line or output that is to switch the digit.",
    );
    return found;
  }
  if (
    bipolar &&
    rail !== undefined &&
    reach.some(({ via, driver }) => via.length === 0 && driver.kind !== "rail")
  ) {
    add(
      "base-resistor",
      "fault",
      `${name} has no base resistor`,
      "Base and emitter are a diode: without a resistor the output drives straight into it, limited only by itself.",
      "Put about 1 kΩ between the output and the base.",
    );
  }
  if (rail !== undefined && rail > 0 && part.pins.common) {
    for (const { driver } of reach) {
      if (driver.kind === "rail" || driver.kind === "switch") continue;
      const high = stageOf(model.part(driver.unit), supplyOf(model, driver.unit)).high?.volts;
      if (high === undefined || rail - high <= OFF_WITHIN || part.type === "npn") continue;
      add(
        "never-off",
        "fault",
        `${ref} never turns quite off`,
        `Its rail is at ${formatQuantity(rail, "V")} and ${legTitle(rig, driver.leg, legNames)} only reaches ${formatQuantity(high, "V")}: the digit glows all the time.`,
        `Put the rail on ${formatQuantity(high, "V")}, or drive it through an NPN transistor or a sink rated for ${formatQuantity(rail, "V")}.`,
      );
    }
  }
  if ("thresholdRange" in part.figures && rail !== undefined)
    checkGate(model, ref, part.figures.thresholdRange, rail, reach, add);
  if (!bipolar && reach.every(({ driver }) => driver.kind !== "rail") && !hasPull(model, control)) {
    add(
      "gate-pull",
      "caution",
      `${name} has no pull resistor`,
      "While the controller starts its lines are open, and the gate turns the digit on at random.",
      "Put about 10 kΩ between the gate and its source.",
    );
  }
  return found;
}

/** A gate that is driven to between what turns every MOSFET off and what turns every one on. */
function checkGate(
  model: RigModel,
  ref: UnitRef,
  [least, most]: readonly [number, number],
  rail: number,
  reach: ReturnType<typeof reachFrom>,
  add: (id: string, severity: Finding["severity"], title: string, reason: string, remedy: string) => void,
): void {
  for (const { driver } of reach) {
    if (driver.kind === "rail" || driver.kind === "switch") continue;
    const stage = stageOf(model.part(driver.unit), supplyOf(model, driver.unit));
    const on = rail > 0 ? rail - (stage.low?.volts ?? 0) : (stage.high?.volts ?? 0);
    if (on <= 0 || on >= most) continue;
    const volts = formatQuantity(on, "V");
    add(
      "gate-volts",
      on < least ? "fault" : "caution",
      `${ref} gets ${volts} between gate and source`,
      `Logic-level parts turn on somewhere between ${formatQuantity(least, "V")} and ${formatQuantity(most, "V")}: with ${volts} ${on < least ? "none does" : "some do and some do not"}.`,
      "Take a MOSFET with a lower threshold, or drive it from a higher supply.",
    );
    return;
  }
}

/**
 * A transistor that stands the wrong way round, or of the wrong kind for its rail.
 * @returns whether it does: then nothing else is said of it
 */
function checkPlace(
  part: TransistorPart,
  rail: number | undefined,
  outRail: number | undefined,
  add: (id: string, severity: Finding["severity"], title: string, reason: string, remedy: string) => void,
  ref: UnitRef,
  rig: RigModel["rig"],
  legNames: LegNames,
): boolean {
  const nType = part.type === "npn" || part.type === "n-channel";
  const bipolar = part.type === "npn" || part.type === "pnp";
  const kind = { npn: "an NPN", pnp: "a PNP", "n-channel": "an N-channel", "p-channel": "a P-channel" }[
    part.type
  ];
  const [out, common] = [part.pins.out, part.pins.common].map((leg) =>
    legTitle(rig, legRef(ref, leg), legNames),
  );
  const home = nType ? "ground" : "the supply";
  if (outRail !== undefined && rail === undefined && outRail > 0 !== nType) {
    add(
      "turned",
      "fault",
      `${ref} is the wrong way round`,
      bipolar
        ? `${out} is on ${home}, where its emitter belongs. Backwards it hardly amplifies: its digit stays dark or dim.`
        : `${out} is on ${home}, where its source belongs. The diode inside it conducts all the time: its digit never goes out.`,
      `Swap the wires at ${out} and ${common}.`,
    );
    return true;
  }
  if (rail !== undefined && rail > 0 === nType) {
    add(
      "wrong-kind",
      "fault",
      `${ref} is ${kind} transistor on the wrong rail`,
      `Its ${bipolar ? "emitter" : "source"} is on ${nType ? "the supply" : "ground"}: ${kind} transistor switches ${nType ? "to ground" : "to the supply"}, and here never turns on.`,
      `Take ${nType ? (bipolar ? "a PNP" : "a P-channel") : bipolar ? "an NPN" : "an N-channel"} in its place, or switch the other side of the digit.`,
    );
    return true;
  }
  return false;
}

/** Whether a resistor leads from a leg's net to a rail. */
function hasPull(model: RigModel, leg: LegRef): boolean {
  const { nets, drivers, rig } = model;
  return nets.of(leg).legs.some((one) => {
    const { unit, leg: end } = splitLegRef(one);
    if (rig.units.find(({ ref }) => ref === unit)?.part !== "resistor") return false;
    const other = legRef(unit, end === "1" ? "2" : "1");
    return railVolts(drivers.get(nets.of(other).id) ?? []) !== undefined;
  });
}
