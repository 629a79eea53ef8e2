import { distinctDrivers, handsOn, reachFrom, type Driver, type RigModel } from "../address";
import { inputLevels } from "../circuit";
import { isBusChip, isChip, legById, legName, type ChipPart, type LegNames } from "../parts";
import { formatQuantity } from "../quantity";
import { legRef, legTitle, type LegRef, type UnitRef } from "../rig";
import { capital, finding, listing, type Finding } from "./finding";
import { checkLeds } from "./leds";
import { checkPower } from "./power";
import { checkSinks } from "./sinks";
import { checkSwitches } from "./switches";

/** What the wires themselves get wrong, whatever is shown. */
export function checkWiring(model: RigModel, legNames: LegNames): Finding[] {
  const chips = model.rig.units.flatMap((unit) => {
    const part = model.part(unit.ref);
    return isChip(part) ? [{ ref: unit.ref, part }] : [];
  });
  return [
    ...checkNets(model, legNames),
    ...checkPower(model, legNames),
    ...chips.flatMap(({ ref, part }) => checkInputs(model, ref, part, legNames)),
    ...checkLoose(model),
    ...checkSwitches(model, legNames),
    ...checkSinks(model),
    ...checkLeds(model, legNames),
  ];
}

/** Rails joined, outputs against each other or against a rail. */
function checkNets(model: RigModel, legNames: LegNames): Finding[] {
  const title = (leg: LegRef) => legTitle(model.rig, leg, legNames);
  return model.nets.all.flatMap((net): Finding[] => {
    const drivers = distinctDrivers(model.drivers.get(net.id) ?? []);
    const rails = drivers.filter((driver) => driver.kind === "rail");
    const outputs = drivers.filter(({ kind }) => kind !== "rail" && kind !== "line" && kind !== "switch");
    const lines = drivers.filter((driver) => driver.kind === "line");
    const legs = drivers.map(({ leg }) => leg);
    const found: Finding[] = [];
    if (rails.length > 1) {
      const volts = rails.map((rail) => (rail.kind === "rail" ? formatQuantity(rail.volts, "V") : ""));
      found.push(
        finding({
          id: `short-${net.id}`,
          severity: "fault",
          topic: "wiring",
          title: `${listing(volts)} are joined`,
          reason: `${listing(legs.map(title))} are on one net: a short circuit of the supply.`,
          remedy: "Do not power the rig. Take the power off, then move one of the wires that join them.",
          legs,
        }),
      );
    }
    if (outputs.length > 1 || (outputs.length > 0 && lines.length + rails.length > 0)) {
      found.push(
        finding({
          id: `tied-${net.id}`,
          severity: "fault",
          topic: "wiring",
          title: `${listing(drivers.map(({ leg }) => title(leg)))} are tied together`,
          reason: "When one is high and the other low, a short-circuit current flows from output to output.",
          remedy: "Move one of the wires so that each output has a net of its own.",
          legs,
        }),
      );
    }
    if (lines.length > 1 || (lines.length > 0 && rails.length > 0)) {
      found.push(
        finding({
          id: `line-tied-${net.id}`,
          severity: "fault",
          topic: "wiring",
          title: `${listing(drivers.map(({ leg }) => title(leg)))} are tied together`,
          reason: "A controller line set as an output would drive straight into the other one.",
          remedy: "Give each line a net of its own.",
          legs,
        }),
      );
    }
    return found;
  });
}

/** Parts with two ends of which only one is connected, or none: a wire went past them. */
function checkLoose(model: RigModel): Finding[] {
  const wired = new Set(model.rig.wires.flatMap(({ from, to }) => [from, to]));
  return model.rig.units.flatMap(({ ref, added }): Finding[] => {
    const { kind, legs } = model.part(ref);
    // A chip that lacks its capacitor is said to lack it.
    const counts = kind === "resistor" || kind === "diode" || (kind === "capacitor" && added === true);
    if (!counts) return [];
    const loose = legs.map(({ id }) => id).filter((end) => !wired.has(legRef(ref, end)));
    if (loose.length === 0) return [];
    return [
      finding({
        id: `loose-${ref}`,
        severity: "caution",
        topic: "wiring",
        title: loose.length === 2 ? `${ref} is connected to nothing` : `${ref} is connected at one end only`,
        reason: "No current can run through it: it does nothing.",
        remedy: "Wire its loose end, or remove it.",
        legs: loose.map((end) => legRef(ref, end)),
      }),
    ];
  });
}

/** Inputs left open, tied the wrong way, or fed by something that is no signal. */
function checkInputs(model: RigModel, ref: UnitRef, part: ChipPart, legNames: LegNames): Finding[] {
  const { rig, nets, drivers } = model;
  const driversOf = (leg: string): Driver[] =>
    reachFrom(legRef(ref, leg), rig, nets, drivers).map(({ driver }) => driver);
  const titled = (leg: string) => `${ref} ${legName(legById(part, leg), legNames)} (leg ${leg})`;
  const found: Finding[] = [];
  const add = (leg: string, title: string, reason: string, remedy: string) =>
    found.push(
      finding({
        id: `input-${ref}-${leg}`,
        severity: "fault",
        topic: "wiring",
        title,
        reason,
        remedy,
        legs: [legRef(ref, leg)],
      }),
    );
  const serial =
    part.kind === "shift-register"
      ? part.pins.serialIn
      : isBusChip(part) && part.pins.dataOut !== undefined
        ? part.pins.data
        : undefined;
  for (const leg of part.signalLegs) {
    const by = driversOf(leg);
    const want =
      leg === serial
        ? "a controller line, or the serial output of the chip before it"
        : part.kind === "selector" || part.kind === "segment-decoder"
          ? "a controller line or a register’s output"
          : "a controller line";
    const fits = by.some(
      (driver) =>
        driver.kind === "line" ||
        (leg === serial && handsOn(driver, model.part)) ||
        (driver.kind === "register" && part.kind !== "shift-register"),
    );
    if (by.length === 0) {
      add(leg, `${titled(leg)} is open`, `${capital(legById(part, leg).whenOpen!)}.`, `Wire it to ${want}.`);
    } else if (!fits) {
      const rail = by[0]!;
      const tied = part.spareTied === true && rail.kind === "rail";
      if (!tied)
        add(leg, `${titled(leg)} gets no signal`, `It is tied to ${rail.leg}.`, `Wire it to ${want}.`);
    }
  }
  const straps = isBusChip(part) && part.address?.join === undefined ? (part.address?.straps ?? []) : [];
  for (const leg of straps)
    if (driversOf(leg).every(({ kind }) => kind !== "rail"))
      add(
        leg,
        `${titled(leg)} is on no rail`,
        `${capital(legById(part, leg).whenOpen!)}.`,
        `Wire it to the supply (leg ${part.supplyLeg}) for a 1 of the address, or to GND for a 0.`,
      );
  for (const { leg, to, otherwise } of part.ties) {
    const by = driversOf(leg);
    const rail = by.find((driver) => driver.kind === "rail");
    const want = to === 1 ? `the supply (leg ${part.supplyLeg})` : "GND";
    const high = rail?.kind === "rail" && rail.volts >= inputLevels(model, ref, part).sure;
    if (by.length === 0) {
      add(leg, `${titled(leg)} is open`, `${capital(legById(part, leg).whenOpen!)}.`, `Wire it to ${want}.`);
    } else if (rail?.kind === "rail" && (to === 1 ? !high : rail.volts > 0)) {
      const is = to === 1 ? "is not high" : "is tied high";
      add(leg, `${titled(leg)} ${is}`, `${capital(otherwise)}.`, `Wire it to ${want}.`);
    } else if (by.some(({ kind }) => kind === "line")) {
      add(
        leg,
        `${titled(leg)} is on a line the program does not drive`,
        "An undriven line is as good as open.",
        `Wire it to ${want}.`,
      );
    }
  }
  if (part.kind === "shift-register" && model.chain.outside.includes(ref)) {
    add(
      part.pins.serialOut,
      `No data reaches ${ref}`,
      "Its serial input is on no controller line and no other register.",
      "Wire its serial input.",
    );
  }
  return found;
}
