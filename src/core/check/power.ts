import { between, railVolts, type RigModel } from "../address";
import { levelMatches } from "../audit";
import { isChip, legById, type ChipPart, type LegNames } from "../parts";
import { formatQuantity, type Volts } from "../quantity";
import { controllerById, legRef, legTitle, splitLegRef, type LegRef, type Unit, type UnitRef } from "../rig";
import { isPowered } from "../sim";
import { checkAround } from "./around";
import { checkLevels } from "./levels";
import { checkLinesOver, LINE_OVER_SUPPLY } from "./over-lines";
import { groupBy } from "../collect";
import { finding, listing, type Finding } from "./finding";

/** How far, in V, an input may stand above its chip's or controller's supply. */
const INPUT_OVER_SUPPLY = 0.5;
/** Between these a capacitor is quick enough and large enough for a bypass, in F. */
const BYPASS = [10e-9, 2.2e-6] as const;

const NEVER_BACK_FEED = "Never feed the supply back into the USB port.";
const SHARE_GROUND = `Join the supply's minus and a GND of the board with a wire. ${NEVER_BACK_FEED}`;

/** What gives and takes power: chips without it or with too much, supplies turned, joined or without common ground. */
export function checkPower(model: RigModel, legNames: LegNames): Finding[] {
  const chips = model.rig.units.flatMap((unit) => {
    const part = model.part(unit.ref);
    return isChip(part) ? [{ ref: unit.ref, part }] : [];
  });
  const turned = turnedSupplies(model);
  return [
    ...turned,
    ...checkJoinedSupplies(model, legNames),
    ...chips.flatMap(({ ref, part }) => [
      ...checkChip(model, ref, part, turned.length > 0),
      ...checkPairs(model, ref, part, legNames),
    ]),
    ...checkLevels(model),
    ...checkBareController(model),
    ...checkBypass(model, fedChips(model)),
    ...checkGround(model),
    ...checkLinesOver(model, legNames),
  ];
}

const voltsAt = (model: RigModel, leg: LegRef): Volts | undefined =>
  railVolts(model.drivers.get(model.nets.of(leg).id) ?? []);

const boardOf = (model: RigModel): Unit | undefined =>
  model.rig.units.find((unit) => model.part(unit.ref).kind === "controller");

const boardGround = (board: Unit): LegRef => legRef(board.ref, controllerById(board.part).groundLegs[0]);

const isBoardGround = (model: RigModel, leg: LegRef): boolean =>
  model.nets.of(leg).legs.some((one) => {
    const { unit, leg: id } = splitLegRef(one);
    const part = model.part(unit);
    return part.kind === "controller" && part.legs.some((own) => own.id === id && own.role === "ground");
  });

/** A separate supply whose plus is where its minus belongs. */
function turnedSupplies(model: RigModel): Finding[] {
  return model.rig.units.flatMap((unit): Finding[] => {
    if (model.part(unit.ref).kind !== "supply") return [];
    const [plus, minus] = [legRef(unit.ref, "+"), legRef(unit.ref, "-")];
    const takes = (leg: LegRef, role: "supplyLeg" | "groundLeg") =>
      model.nets.of(leg).legs.some((one) => {
        const { unit: ref, leg: id } = splitLegRef(one);
        const part = model.part(ref);
        return isChip(part) && part[role] === id;
      });
    const plusOnGround = isBoardGround(model, plus) || takes(plus, "groundLeg");
    if (!plusOnGround || isBoardGround(model, minus)) return [];
    return [
      finding({
        id: `turned-${unit.ref}`,
        severity: "fault",
        topic: "wiring",
        title: `${unit.ref} is connected the wrong way round`,
        reason:
          "Its plus leads to ground and its minus to what it should feed. Chips turned like that are destroyed at once.",
        remedy: "Do not switch it on. Swap the wires at its two terminals.",
        legs: [plus, minus],
      }),
    ];
  });
}

/** Two supplies on one rail: the stronger one feeds the other backwards. */
function checkJoinedSupplies(model: RigModel, legNames: LegNames): Finding[] {
  return model.nets.all.flatMap((net): Finding[] => {
    const rails = (model.drivers.get(net.id) ?? []).flatMap((driver) =>
      driver.kind === "rail" && driver.volts > 0 ? [driver] : [],
    );
    const units = [...new Set(rails.map(({ leg }) => splitLegRef(leg).unit))];
    // Different voltages on one net are a short circuit, and are said as that.
    if (units.length < 2 || new Set(rails.map(({ volts }) => volts)).size > 1) return [];
    const legs = rails.map(({ leg }) => leg);
    return [
      finding({
        id: `back-feed-${net.id}`,
        severity: "fault",
        topic: "wiring",
        title: `${listing(legs.map((leg) => legTitle(model.rig, leg, legNames)))} feed the same rail`,
        reason:
          "Two supplies are never quite equal: the higher one pushes current back into the other, through the board into its USB port.",
        remedy: `Remove the wire between them, and join only their grounds. ${NEVER_BACK_FEED}`,
        legs,
      }),
    ];
  });
}

/** One chip: no power, too much of it, the wrong way round, no common ground, lines above its supply. */
function checkChip(model: RigModel, ref: UnitRef, part: ChipPart, supplyTurned: boolean): Finding[] {
  const supply = legRef(ref, part.supplyLeg);
  const ground = legRef(ref, part.groundLeg);
  if (!isPowered(model, ref, part)) return supplyTurned ? [] : [unpowered(model, ref, part)];
  const found: Finding[] = [];
  const board = boardOf(model);
  if (board && model.nets.of(ground).id !== model.nets.of(boardGround(board)).id) {
    found.push(
      finding({
        id: `ground-${ref}`,
        severity: "fault",
        topic: "wiring",
        title: `${ref} and the board have no common ground`,
        reason:
          "Levels are measured against ground. Without a shared one the chip cannot tell high from low.",
        remedy: SHARE_GROUND,
        legs: [ground],
      }),
    );
  }
  const has = voltsAt(model, supply)!;
  const { logic } = controllerById(model.rig.plan.controller);
  const levels = `${ref} runs on ${formatQuantity(has, "V")} and the board’s lines are at ${formatQuantity(logic, "V")}`;
  if (has < logic - INPUT_OVER_SUPPLY && isOver(model, ref, has)) {
    found.push(
      finding({
        id: `low-${ref}`,
        severity: "caution",
        topic: "wiring",
        title: levels,
        reason:
          "Inputs may not stand more than half a volt above the supply leg: current runs into the chip through its protection.",
        remedy: `Wire leg ${part.supplyLeg} to ${formatQuantity(logic, "V")}, or divide each line by two resistors (Current puts them in).`,
        legs: [supply],
      }),
    );
  }
  return found;
}

/** Whether some input of a chip gets more volts than it may stand above its supply. */
const isOver = (model: RigModel, ref: UnitRef, supply: Volts): boolean =>
  levelMatches(model).some(
    ({ input, gets }) => splitLegRef(input).unit === ref && gets > supply + INPUT_OVER_SUPPLY,
  );

function unpowered(model: RigModel, ref: UnitRef, part: ChipPart): Finding {
  const supply = legRef(ref, part.supplyLeg);
  const ground = legRef(ref, part.groundLeg);
  const [has, back] = [voltsAt(model, supply), voltsAt(model, ground)];
  const [least, most] = part.supplyRange;
  const range = `${formatQuantity(least, "V")} to ${formatQuantity(most, "V")}`;
  const say = (id: string, title: string, reason: string, remedy: string): Finding =>
    finding({
      id: `${id}-${ref}`,
      severity: "fault",
      topic: "wiring",
      title,
      reason,
      remedy,
      legs: [supply, ground],
    });
  if (has === 0 && back !== undefined && back > 0)
    return say(
      "turned",
      `${ref} has its supply the wrong way round`,
      `Its supply leg ${part.supplyLeg} is on ground and its ground leg ${part.groundLeg} on ${formatQuantity(back, "V")}: that destroys it.`,
      "Do not power the rig. Swap the two wires.",
    );
  if (has !== undefined && has > most && back === 0)
    return say(
      "over-volts",
      `${ref} gets ${formatQuantity(has, "V")} and takes at most ${formatQuantity(most, "V")}`,
      `It works from ${range}; more destroys it.`,
      `Do not power the rig. Feed leg ${part.supplyLeg} from ${range}.`,
    );
  if (has !== undefined && has > 0 && has < least && back === 0)
    return say(
      "under-volts",
      `${ref} gets ${formatQuantity(has, "V")} and needs at least ${formatQuantity(least, "V")}`,
      `It works from ${range}; below that what it does cannot be predicted.`,
      `Feed leg ${part.supplyLeg} from ${range}.`,
    );
  const where = has === undefined ? "is on no supply" : `is on ${formatQuantity(has, "V")}`;
  return say(
    "power",
    `${ref} has no power`,
    `Its supply leg ${part.supplyLeg} ${where} and its ground leg ${part.groundLeg} ${back === 0 ? "is on ground" : "is not on ground"}; it works from ${range}.`,
    `Wire leg ${part.supplyLeg} to the supply and leg ${part.groundLeg} to GND.`,
  );
}

/** Supply and ground legs of which the sheet wants each wired, though they are joined inside. */
function checkPairs(model: RigModel, ref: UnitRef, part: ChipPart, legNames: LegNames): Finding[] {
  if (!part.joined) return [];
  const wired = new Set(model.rig.wires.flatMap(({ from, to }) => [from, to]));
  return part.joined.flatMap((group) => {
    const bare = group.filter((id) => !wired.has(legRef(ref, id)));
    // With none of them wired the chip has no power at all, and that is said.
    if (bare.length === 0 || bare.length === group.length) return [];
    return bare.map((id) => {
      const leg = legById(part, id);
      return finding({
        id: `pair-${ref}-${id}`,
        severity: "fault",
        topic: "wiring",
        title: `${legTitle(model.rig, legRef(ref, id), legNames)} has no wire`,
        reason: `The sheet wants legs ${listing(group)} all connected: ${leg.whenOpen ?? "each carries its share of the current"}.`,
        remedy: `Join it to leg ${group.find((other) => other !== id)}.`,
        legs: [legRef(ref, id)],
      });
    });
  });
}

/** A controller that is a chip alone has to be fed. */
function checkBareController(model: RigModel): Finding[] {
  const board = boardOf(model);
  if (!board) return [];
  const { bare, supplyLeg, title, logic } = controllerById(board.part);
  if (!bare) return [];
  const supply = legRef(board.ref, supplyLeg);
  const name = title.split(",")[0]!;
  const has = voltsAt(model, supply);
  if (has !== undefined && Math.abs(has - logic) < LINE_OVER_SUPPLY) return checkAround(model, board, name);
  return [
    finding({
      id: `power-${board.ref}`,
      severity: "fault",
      topic: "wiring",
      title: `${board.ref}, the ${name}, has no power`,
      reason: `It is a chip alone and gives none: its VCC leg ${has === undefined ? "is on no supply" : `is on ${formatQuantity(has, "V")}`}, and here it runs on ${formatQuantity(logic, "V")}.`,
      remedy: `Wire VCC to a supply of ${formatQuantity(logic, "V")}, and GND to its minus.`,
      legs: [supply],
    }),
  ];
}

/** Something that is to have a bypass capacitor of its own. */
interface Fed {
  readonly ref: UnitRef;
  readonly supply: LegRef;
  readonly ground: LegRef;
  /** Its supply and ground legs, joined ones among them. */
  readonly legs: ReadonlySet<LegRef>;
}

/** The chips of a rig, and a controller that is a chip alone. */
function fedChips(model: RigModel): Fed[] {
  return model.rig.units.flatMap(({ ref }): Fed[] => {
    const part = model.part(ref);
    const bare = part.kind === "controller" && part.bare;
    if (!bare && !isChip(part)) return [];
    const [supplyLeg, groundLeg] = [part.supplyLeg, isChip(part) ? part.groundLeg : part.groundLegs[0]];
    const joined = (id: string) => part.joined?.find((group) => group.includes(id)) ?? [id];
    return [
      {
        ref,
        supply: legRef(ref, supplyLeg),
        ground: legRef(ref, groundLeg),
        legs: new Set([...joined(supplyLeg), ...joined(groundLeg)].map((id) => legRef(ref, id))),
      },
    ];
  });
}

/** Chips without a bypass capacitor of their own: wired to their own legs, or else one that no other chip has. */
function checkBypass(model: RigModel, chips: readonly Fed[]): Finding[] {
  const taken = new Set<UnitRef>();
  const wired = groupBy(
    model.rig.wires.flatMap(({ from, to }) => [
      { leg: from, other: to },
      { leg: to, other: from },
    ]),
    ({ leg }) => leg,
  );
  const capacitors = capacitorsOf(model);
  const bare = chips.filter(({ supply, ground, legs }) => {
    if (model.nets.of(supply).id === model.nets.of(ground).id) return false;
    const near = new Set(
      [...legs].flatMap((leg) => (wired.get(leg) ?? []).map(({ other }) => splitLegRef(other).unit)),
    );
    const beside = capacitors(supply, ground).filter((capacitor) => near.has(capacitor));
    beside.forEach((capacitor) => taken.add(capacitor));
    return beside.length === 0;
  });
  return bare.flatMap(({ ref, supply, ground }) => {
    const free = capacitors(supply, ground).find((capacitor) => !taken.has(capacitor));
    if (free !== undefined) {
      taken.add(free);
      return [];
    }
    return [
      finding({
        id: `bypass-${ref}`,
        severity: "caution",
        topic: "wiring",
        title: `${ref} has no bypass capacitor of its own`,
        reason:
          "When eight outputs switch at once the supply dips, and a dip can shift or latch a bit that was not sent. A capacitor at another chip is too far away.",
        remedy: `Put 100 nF between leg ${splitLegRef(supply).leg} and leg ${splitLegRef(ground).leg}, close to the chip.`,
        legs: [supply, ground],
      }),
    ];
  });
}

/** The capacitors fit for a bypass between two legs, looked up once for each pair of nets. */
function capacitorsOf(model: RigModel): (supply: LegRef, ground: LegRef) => readonly UnitRef[] {
  const known = new Map<string, readonly UnitRef[]>();
  return (supply, ground) => {
    const key = `${model.nets.of(supply).id} ${model.nets.of(ground).id}`;
    const found =
      known.get(key) ??
      between(model, "capacitor", supply, ground)
        .filter(({ farads = 0 }) => farads >= BYPASS[0] && farads <= BYPASS[1])
        .map(({ ref }) => ref);
    known.set(key, found);
    return found;
  };
}

/** A separate supply whose minus does not meet the board's ground: nothing it feeds can be switched by a line. */
function checkGround(model: RigModel): Finding[] {
  const board = boardOf(model);
  const hasChips = model.rig.units.some((unit) => isChip(model.part(unit.ref)));
  // Where there are chips, each says for itself that it has no common ground.
  if (!board || hasChips) return [];
  return model.rig.units.flatMap((unit) => {
    if (model.part(unit.ref).kind !== "supply") return [];
    const minus = legRef(unit.ref, "-");
    if (model.nets.of(minus).id === model.nets.of(boardGround(board)).id) return [];
    return [
      finding({
        id: `ground-${unit.ref}`,
        severity: "fault",
        topic: "wiring",
        title: `${unit.ref} and the board have no common ground`,
        reason:
          "Current from the board's lines has no way back to the board, so nothing lights as it should.",
        remedy: SHARE_GROUND,
        legs: [minus],
      }),
    ];
  });
}
