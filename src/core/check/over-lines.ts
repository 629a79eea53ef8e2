import { railVolts, reachFrom, type RigModel } from "../address";
import type { LegNames } from "../parts";
import { formatQuantity, type Volts } from "../quantity";
import { controllerById, legRef, legTitle, splitLegRef, type LegRef } from "../rig";
import { capital, finding, type Finding } from "./finding";

/** How far, in V, a line may stand above its controller's supply. */
export const LINE_OVER_SUPPLY = 0.3;

/** More volts than a line's own supply that reach it: through a pull-up, or through the base of a PNP on a higher rail. */
export function checkLinesOver(model: RigModel, legNames: LegNames): Finding[] {
  const board = model.rig.units.find((unit) => model.part(unit.ref).kind === "controller");
  if (!board) return [];
  const { logic, lines } = controllerById(board.part);
  return lines.flatMap(({ leg: line }): Finding[] => {
    const leg = legRef(board.ref, line);
    if (model.nets.of(leg).legs.length < 2) return [];
    const over = highestAt(model, leg);
    if (!over || over.volts <= logic + LINE_OVER_SUPPLY) return [];
    return [
      finding({
        id: `over-line-${line}`,
        severity: "fault",
        topic: "wiring",
        title: `${formatQuantity(over.volts, "V")} reach ${legTitle(model.rig, leg, legNames)}, which runs on ${formatQuantity(logic, "V")}`,
        reason: `${capital(over.how)}. A line may be at most ${formatQuantity(LINE_OVER_SUPPLY, "V")} above its supply; more flows through its protection into the board.`,
        remedy: over.remedy,
        legs: [leg],
      }),
    ];
  });
}

interface Higher {
  readonly volts: Volts;
  readonly how: string;
  readonly remedy: string;
}

/** The highest voltage that reaches a leg while nothing drives it. */
function highestAt(model: RigModel, leg: LegRef): Higher | undefined {
  const { rig, nets, drivers } = model;
  const net = nets.of(leg);
  const found: Higher[] = [];
  for (const one of net.legs) {
    const { unit, leg: end } = splitLegRef(one);
    const part = model.part(unit);
    if (part.kind === "resistor") {
      const far = legRef(unit, end === "1" ? "2" : "1");
      const reach = reachFrom(far, rig, nets, drivers);
      for (const { driver } of reach)
        if (driver.kind === "rail" && driver.volts > 0)
          found.push({
            volts: driver.volts,
            how: `${unit} pulls it up to ${legTitle(rig, driver.leg, "letters")}`,
            remedy: `Lead ${unit} to the board’s own supply instead.`,
          });
      found.push(...throughBases(model, far));
    }
    found.push(...throughBases(model, one));
  }
  return found.reduce<Higher | undefined>(
    (most, one) => (!most || one.volts > most.volts ? one : most),
    undefined,
  );
}

/** Through base and emitter of a PNP on the net of a leg: its rail less the base drop. */
function throughBases(model: RigModel, leg: LegRef): Higher[] {
  return model.nets.of(leg).legs.flatMap((one): Higher[] => {
    const { unit, leg: id } = splitLegRef(one);
    const part = model.part(unit);
    if (part.kind !== "transistor" || part.type !== "pnp" || id !== part.pins.control) return [];
    const common = model.nets.of(legRef(unit, part.pins.common)).id;
    const rail = railVolts(model.drivers.get(common) ?? []) ?? 0;
    if (rail <= 0 || !("baseDrop" in part.figures)) return [];
    return [
      {
        volts: rail - part.figures.baseDrop,
        how: `${unit} has its emitter on ${formatQuantity(rail, "V")}, and its base leads here`,
        remedy: `Put the emitter of ${unit} on the board’s own supply, or drive its base through an NPN transistor.`,
      },
    ];
  });
}
