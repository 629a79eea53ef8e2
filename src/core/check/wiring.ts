import { distinctDrivers, railVolts, reachFrom, type Driver, type RigModel } from "../address";
import { inputHigh } from "../circuit";
import { legById, legName, type NamingSchool, type ShiftRegisterPart } from "../parts";
import { formatQuantity } from "../quantity";
import { controllerById, legRef, legTitle, type LegRef, type UnitRef } from "../rig";
import { isPowered } from "../sim";
import { finding, groupBy, listing, type Finding } from "./finding";

/** How far, in V, an HC input may stand above its chip's supply. */
const INPUT_OVER_SUPPLY = 0.5;

/** What the wires themselves get wrong, whatever is shown. */
export function checkWiring(model: RigModel, school: NamingSchool): Finding[] {
  const registers = model.rig.units.flatMap((unit) => {
    const part = model.part(unit.ref);
    return part.kind === "shift-register" ? [{ ref: unit.ref, part }] : [];
  });
  return [
    ...checkNets(model, school),
    ...registers.flatMap(({ ref, part }) => [
      ...checkPower(model, ref, part),
      ...checkInputs(model, ref, part, school),
      ...checkBypass(model, ref, part),
    ]),
    ...checkLeds(model, school),
  ];
}

/** Rails joined, outputs against each other or against a rail. */
function checkNets(model: RigModel, school: NamingSchool): Finding[] {
  const title = (leg: LegRef) => legTitle(model.rig, leg, school);
  return model.nets.all.flatMap((net): Finding[] => {
    const drivers = distinctDrivers(model.drivers.get(net.id) ?? []);
    const rails = drivers.filter((driver) => driver.kind === "rail");
    const outputs = drivers.filter((driver) => driver.kind === "register" || driver.kind === "serial-out");
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

function checkPower(model: RigModel, ref: UnitRef, part: ShiftRegisterPart): Finding[] {
  const supply = legRef(ref, part.pins.supply);
  const ground = legRef(ref, part.pins.ground);
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
        reason: `Its supply leg ${part.pins.supply} ${where} and its ground leg ${part.pins.ground} ${back}; it works from ${part.supplyRange[0]} to ${part.supplyRange[1]} V.`,
        remedy: `Wire leg ${part.pins.supply} to the supply and leg ${part.pins.ground} to GND.`,
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
        remedy: `Wire leg ${part.pins.supply} to ${formatQuantity(logic, "V")}.`,
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

/** Inputs left open, tied the wrong way, or fed by something that is no controller line. */
function checkInputs(
  model: RigModel,
  ref: UnitRef,
  part: ShiftRegisterPart,
  school: NamingSchool,
): Finding[] {
  const { rig, nets, drivers } = model;
  const { pins } = part;
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
  const wanted: ReadonlyArray<readonly [leg: string, want: string]> = [
    [pins.serialIn, "a controller line, or the serial output of the register before it"],
    [pins.shiftClock, "a controller line"],
    [pins.latchClock, "a controller line"],
    [pins.outputEnable, "GND"],
    [pins.clear, `the supply (leg ${pins.supply})`],
  ];
  for (const [leg, want] of wanted) {
    const by = driversOf(leg);
    const rail = by.find((driver) => driver.kind === "rail");
    if (by.length === 0) {
      add(leg, `${titled(leg)} is open`, `${capital(legById(part, leg).whenOpen!)}.`, `Wire it to ${want}.`);
    } else if (leg === pins.outputEnable && rail?.kind === "rail" && rail.volts > 0) {
      add(
        leg,
        `${titled(leg)} is tied high`,
        "A high enable input keeps all eight outputs off.",
        "Wire it to GND.",
      );
    } else if (leg === pins.clear && rail?.kind === "rail" && rail.volts < inputHigh(model, ref, part)) {
      add(
        leg,
        `${titled(leg)} is not high`,
        "A low clear input holds every stage at 0.",
        `Wire it to the supply (leg ${pins.supply}).`,
      );
    } else if (leg !== pins.outputEnable && leg !== pins.clear) {
      const fits = by.some(({ kind }) => kind === "line" || (kind === "serial-out" && leg === pins.serialIn));
      if (!fits)
        add(leg, `${titled(leg)} gets no signal`, `It is tied to ${by[0]!.leg}.`, `Wire it to ${want}.`);
    } else if (by.some(({ kind }) => kind === "line")) {
      add(
        leg,
        `${titled(leg)} hangs on a line the program does not drive`,
        "An undriven line is as good as open.",
        `Wire it to ${want}.`,
      );
    }
  }
  if (model.chain.outside.includes(ref)) {
    add(
      pins.serialOut,
      `No data reaches ${ref}`,
      "Its serial input is on no controller line and no other register.",
      "Wire its serial input.",
    );
  }
  return found;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function checkBypass(model: RigModel, ref: UnitRef, part: ShiftRegisterPart): Finding[] {
  const net = (leg: LegRef) => model.nets.of(leg).id;
  const supply = net(legRef(ref, part.pins.supply));
  const ground = net(legRef(ref, part.pins.ground));
  const has = model.rig.units.some((unit) => {
    if (unit.part !== "capacitor") return false;
    const ends = [net(legRef(unit.ref, "1")), net(legRef(unit.ref, "2"))];
    return ends.includes(supply) && ends.includes(ground);
  });
  if (has || supply === ground) return [];
  return [
    finding({
      id: `bypass-${ref}`,
      severity: "caution",
      station: "wires",
      title: `${ref} has no bypass capacitor`,
      reason:
        "When eight outputs switch at once the supply dips, and a dip can shift or latch a bit nobody sent.",
      remedy: `Put 100 nF between leg ${part.pins.supply} and leg ${part.pins.ground}, close to the chip.`,
      legs: [legRef(ref, part.pins.supply), legRef(ref, part.pins.ground)],
    }),
  ];
}

/** LEDs that cannot light, cannot go out, or cannot be told apart. */
function checkLeds(model: RigModel, school: NamingSchool): Finding[] {
  const found: Finding[] = [];
  const bad = model.addresses.flatMap((address) => {
    const { verdict } = address;
    switch (verdict.kind) {
      case "driven": {
        const outside = verdict.conditions.find(
          ({ driver }) => driver.kind !== "register" || !model.chain.chips.includes(driver.unit),
        );
        return outside
          ? [
              {
                address,
                what: "is not under the program's control",
                why: `it hangs on ${legTitle(model.rig, outside.driver.leg, school)}`,
              },
            ]
          : [];
      }
      case "always":
        return [{ address, what: "is always lit", why: "both its sides are on the supply" }];
      case "never":
      case "open":
      case "conflict":
        return [
          {
            address,
            what: verdict.kind === "conflict" ? "is driven twice" : "can never light",
            why: verdict.reason,
          },
        ];
    }
  });
  for (const [key, group] of groupBy(bad, ({ what, why }) => `${what}: ${why}`)) {
    const segments = group.map(({ address }) => address.segment);
    const many = segments.length > 1;
    const { what, why } = group[0]!;
    found.push(
      finding({
        id: `led-${key}`,
        severity: "fault",
        station: "wires",
        title: `Segment${many ? "s" : ""} ${listing(segments)} ${many ? what.replace(/^is /, "are ") : what}`,
        reason: `${capital(why)}.`,
        remedy:
          "Follow the trail from the segment to the chip, and mend the wire that is missing or on the wrong leg.",
        legs: group.map(({ address }) => address.ownLeg),
        pips: group.map(({ address }) => address.pip),
      }),
    );
  }
  const byBit = groupBy(model.wired.bits, ({ byte, bit }) => `${byte}.${bit}`);
  for (const [key, shared] of byBit) {
    if (shared.length < 2) continue;
    const addresses = shared.map(({ pip }) => model.address(pip)!);
    found.push(
      finding({
        id: `shared-${key}`,
        severity: "fault",
        station: "wires",
        title: `Segments ${listing(addresses.map(({ segment }) => segment))} hang on one output`,
        reason: "They light and go out together, so most characters cannot be shown.",
        remedy: "Move one of them to an output that is free.",
        legs: addresses.map(({ ownLeg }) => ownLeg),
        pips: shared.map(({ pip }) => pip),
      }),
    );
  }
  return found;
}
