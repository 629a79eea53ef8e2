import { between, distinctDrivers, railVolts, reachFrom, type Driver, type RigModel } from "../address";
import { inputHigh } from "../circuit";
import { isChip, legById, legName, type ChipPart, type NamingSchool } from "../parts";
import { formatQuantity } from "../quantity";
import { controllerById, legRef, legTitle, type LegRef, type UnitRef } from "../rig";
import { isPowered } from "../sim";
import { capital, finding, listing, type Finding } from "./finding";
import { checkLeds } from "./leds";
import { checkSwitches } from "./switches";

/** How far, in V, an HC input may stand above its chip's supply. */
const INPUT_OVER_SUPPLY = 0.5;

/** What the wires themselves get wrong, whatever is shown. */
export function checkWiring(model: RigModel, school: NamingSchool): Finding[] {
  const chips = model.rig.units.flatMap((unit) => {
    const part = model.part(unit.ref);
    return isChip(part) ? [{ ref: unit.ref, part }] : [];
  });
  return [
    ...checkNets(model, school),
    ...chips.flatMap(({ ref, part }) => [
      ...checkPower(model, ref, part),
      ...checkInputs(model, ref, part, school),
      ...checkBypass(model, ref, part),
    ]),
    ...checkSupplies(model),
    ...checkSwitches(model, school),
    ...checkLeds(model, school),
  ];
}

/** Rails joined, outputs against each other or against a rail. */
function checkNets(model: RigModel, school: NamingSchool): Finding[] {
  const title = (leg: LegRef) => legTitle(model.rig, leg, school);
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
          station: "wires",
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
          station: "wires",
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
          station: "wires",
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

/** A separate supply whose minus does not meet the board's ground: nothing it feeds can be switched by a line. */
function checkSupplies(model: RigModel): Finding[] {
  const board = model.rig.units.find((unit) => model.part(unit.ref).kind === "controller");
  const hasChips = model.rig.units.some((unit) => isChip(model.part(unit.ref)));
  // Where there are chips, each says for itself that it has no common ground.
  if (!board || hasChips) return [];
  return model.rig.units.flatMap((unit) => {
    if (model.part(unit.ref).kind !== "supply") return [];
    const minus = legRef(unit.ref, "-");
    if (model.nets.of(minus).id === model.nets.of(legRef(board.ref, "GND1")).id) return [];
    return [
      finding({
        id: `ground-${unit.ref}`,
        severity: "fault",
        station: "wires",
        title: `${unit.ref} and the board have no common ground`,
        reason:
          "Current from the board's lines has no way back to the board, so nothing lights as it should.",
        remedy:
          "Join the supply's minus and a GND of the board with a wire. Never feed the supply back into the USB port.",
        legs: [minus],
      }),
    ];
  });
}

function checkPower(model: RigModel, ref: UnitRef, part: ChipPart): Finding[] {
  const supply = legRef(ref, part.supplyLeg);
  const ground = legRef(ref, part.groundLeg);
  const volts = (leg: LegRef) => railVolts(model.drivers.get(model.nets.of(leg).id) ?? []);
  if (!isPowered(model, ref, part)) {
    const has = volts(supply);
    const where = has === undefined ? "is on no supply" : `is on ${formatQuantity(has, "V")}`;
    const back = volts(ground) === 0 ? "is on ground" : "is not on ground";
    return [
      finding({
        id: `power-${ref}`,
        severity: "fault",
        station: "wires",
        title: `${ref} has no power`,
        reason: `Its supply leg ${part.supplyLeg} ${where} and its ground leg ${part.groundLeg} ${back}; it works from ${part.supplyRange[0]} to ${part.supplyRange[1]} V.`,
        remedy: `Wire leg ${part.supplyLeg} to the supply and leg ${part.groundLeg} to GND.`,
        legs: [supply, ground],
      }),
    ];
  }
  const found: Finding[] = [];
  const boardGround = model.rig.units.find((unit) => model.part(unit.ref).kind === "controller");
  if (boardGround && model.nets.of(ground).id !== model.nets.of(legRef(boardGround.ref, "GND1")).id) {
    found.push(
      finding({
        id: `ground-${ref}`,
        severity: "fault",
        station: "wires",
        title: `${ref} and the board have no common ground`,
        reason:
          "Levels are measured against ground. Without a shared one the chip cannot tell high from low.",
        remedy:
          "Join the supply's minus and a GND of the board with a wire. Never feed the supply back into the USB port.",
        legs: [ground],
      }),
    );
  }
  const has = volts(supply)!;
  const { logic } = controllerById(model.rig.plan.controller);
  const levels = `${ref} runs on ${formatQuantity(has, "V")} and the board’s lines are at ${formatQuantity(logic, "V")}`;
  if (has < logic - INPUT_OVER_SUPPLY) {
    found.push(
      finding({
        id: `low-${ref}`,
        severity: "caution",
        station: "wires",
        title: levels,
        reason:
          "Inputs may not stand more than half a volt above the supply leg: current runs into the chip through its protection.",
        remedy: `Wire leg ${part.supplyLeg} to ${formatQuantity(logic, "V")}.`,
        legs: [supply],
      }),
    );
  }
  const needs = inputHigh(model, ref, part);
  if (logic < needs) {
    found.push(
      finding({
        id: `level-${ref}`,
        severity: "fault",
        station: "current",
        title: levels,
        reason: `An input of it has to reach ${formatQuantity(needs, "V")} to read high for certain. It may work on the table and fail in the cold.`,
        remedy: `Run the chip on ${formatQuantity(logic, "V")}, put a level shifter on the three lines, or take the chip's 5 V type with TTL inputs.`,
        legs: [supply],
      }),
    );
  }
  return found;
}

/** Inputs left open, tied the wrong way, or fed by something that is no signal. */
function checkInputs(model: RigModel, ref: UnitRef, part: ChipPart, school: NamingSchool): Finding[] {
  const { rig, nets, drivers } = model;
  const driversOf = (leg: string): Driver[] =>
    reachFrom(legRef(ref, leg), rig, nets, drivers).map(({ driver }) => driver);
  const titled = (leg: string) => `${ref} ${legName(legById(part, leg), school)} (leg ${leg})`;
  const found: Finding[] = [];
  const add = (leg: string, title: string, reason: string, remedy: string) =>
    found.push(
      finding({
        id: `input-${ref}-${leg}`,
        severity: "fault",
        station: "wires",
        title,
        reason,
        remedy,
        legs: [legRef(ref, leg)],
      }),
    );
  const serial =
    part.kind === "shift-register"
      ? part.pins.serialIn
      : part.kind === "driver-chip" && part.pins.dataOut !== undefined
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
      ({ kind }) =>
        kind === "line" ||
        (kind === "serial-out" && leg === serial) ||
        (kind === "register" && part.kind !== "shift-register"),
    );
    if (by.length === 0) {
      add(leg, `${titled(leg)} is open`, `${capital(legById(part, leg).whenOpen!)}.`, `Wire it to ${want}.`);
    } else if (!fits) {
      const rail = by[0]!;
      const tied = part.kind === "selector" && rail.kind === "rail";
      // An unused address bit tied to a rail is how fewer than eight digits are chosen.
      if (!tied)
        add(leg, `${titled(leg)} gets no signal`, `It is tied to ${rail.leg}.`, `Wire it to ${want}.`);
    }
  }
  for (const { leg, to, otherwise } of part.ties) {
    const by = driversOf(leg);
    const rail = by.find((driver) => driver.kind === "rail");
    const want = to === 1 ? `the supply (leg ${part.supplyLeg})` : "GND";
    const high = rail?.kind === "rail" && rail.volts >= inputHigh(model, ref, part);
    if (by.length === 0) {
      add(leg, `${titled(leg)} is open`, `${capital(legById(part, leg).whenOpen!)}.`, `Wire it to ${want}.`);
    } else if (rail?.kind === "rail" && (to === 1 ? !high : rail.volts > 0)) {
      const is = to === 1 ? "is not high" : "is tied high";
      add(leg, `${titled(leg)} ${is}`, `${capital(otherwise)}.`, `Wire it to ${want}.`);
    } else if (by.some(({ kind }) => kind === "line")) {
      add(
        leg,
        `${titled(leg)} hangs on a line the program does not drive`,
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

function checkBypass(model: RigModel, ref: UnitRef, part: ChipPart): Finding[] {
  const [supply, ground] = [legRef(ref, part.supplyLeg), legRef(ref, part.groundLeg)];
  const joined = model.nets.of(supply).id === model.nets.of(ground).id;
  if (joined || between(model, "capacitor", supply, ground).length > 0) return [];
  return [
    finding({
      id: `bypass-${ref}`,
      severity: "caution",
      station: "wires",
      title: `${ref} has no bypass capacitor`,
      reason:
        "When eight outputs switch at once the supply dips, and a dip can shift or latch a bit nobody sent.",
      remedy: `Put 100 nF between leg ${part.supplyLeg} and leg ${part.groundLeg}, close to the chip.`,
      legs: [supply, ground],
    }),
  ];
}
