import { partById, type DisplayPart } from "../parts";
import { legRef, pipId, type LegRef, type Nets, type PipId, type Rig } from "../rig";
import type { SegmentName } from "../glyph";
import { reachFrom, type Driver, type Reach } from "./reach";

/** A controllable output that has to be at a level for an LED to light. */
export interface Condition {
  readonly driver: Extract<Driver, { kind: "register" | "line" | "serial-out" }>;
  readonly lights: 0 | 1;
}

export type Verdict =
  | { readonly kind: "driven"; readonly conditions: readonly Condition[] }
  | { readonly kind: "always" }
  | { readonly kind: "never"; readonly reason: string }
  | { readonly kind: "open"; readonly reason: string }
  | { readonly kind: "conflict"; readonly reason: string };

/** Which controllable bits, with which sense, through which parts, make an LED light. */
export interface Address {
  readonly pip: PipId;
  readonly digit: number;
  readonly segment: SegmentName;
  readonly anode: LegRef;
  readonly cathode: LegRef;
  readonly anodeReach: readonly Reach[];
  readonly cathodeReach: readonly Reach[];
  /** The display leg of this LED alone, and what drives it. */
  readonly ownLeg: LegRef;
  readonly ownReach: readonly Reach[];
  /** The leg it shares with others, and what drives that. */
  readonly sharedLeg: LegRef;
  readonly sharedReach: readonly Reach[];
  readonly verdict: Verdict;
}

/** Derives the address of every LED of the rig by following its wires. */
export function addressesOf(
  rig: Rig,
  nets: Nets,
  drivers: ReadonlyMap<number, readonly Driver[]>,
): readonly Address[] {
  return rig.units.flatMap((unit) => {
    const part = partById(unit.part);
    if (part.kind !== "display") return [];
    return part.leds.map((led): Address => {
      const { digit, segment } = led;
      const anode = legRef(unit.ref, led.anode);
      const cathode = legRef(unit.ref, led.cathode);
      const anodeReach = reachFrom(anode, rig, nets, drivers);
      const cathodeReach = reachFrom(cathode, rig, nets, drivers);
      const sharesCathode = part.polarity === "common-cathode";
      return {
        pip: pipId(unit.ref, digit, segment),
        digit,
        segment,
        anode,
        cathode,
        anodeReach,
        cathodeReach,
        ownLeg: sharesCathode ? anode : cathode,
        ownReach: sharesCathode ? anodeReach : cathodeReach,
        sharedLeg: sharesCathode ? cathode : anode,
        sharedReach: sharesCathode ? cathodeReach : anodeReach,
        verdict: verdictOf(anodeReach, cathodeReach, part),
      };
    });
  });
}

function verdictOf(anode: readonly Reach[], cathode: readonly Reach[], part: DisplayPart): Verdict {
  for (const [reach, side] of [
    [anode, "anode"],
    [cathode, "cathode"],
  ] as const) {
    if (reach.length === 0) return { kind: "open", reason: `nothing drives its ${side}` };
    if (reach.length > 1) {
      return {
        kind: "conflict",
        reason: `its ${side} is driven by ${reach.map(({ driver }) => driver.leg).join(" and ")} at once`,
      };
    }
  }
  const plus = anode[0]!.driver;
  const minus = cathode[0]!.driver;
  const polarity = part.polarity === "common-cathode" ? "common cathode" : "common anode";
  if (plus.kind === "rail" && plus.volts === 0) {
    return {
      kind: "never",
      reason: `its anode is on ground; on a ${polarity} display current runs from the other side`,
    };
  }
  if (minus.kind === "rail" && minus.volts > 0) {
    return {
      kind: "never",
      reason: `its cathode is on the supply; on a ${polarity} display current runs from the other side`,
    };
  }
  const conditions: Condition[] = [];
  if (plus.kind !== "rail") conditions.push({ driver: plus, lights: 1 });
  if (minus.kind !== "rail") conditions.push({ driver: minus, lights: 0 });
  if (conditions.length === 2 && plus.leg === minus.leg) {
    return { kind: "never", reason: `both its legs are on ${plus.leg}` };
  }
  return conditions.length === 0 ? { kind: "always" } : { kind: "driven", conditions };
}
