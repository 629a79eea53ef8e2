import { busFacts } from "../chips";
import type { PipName } from "../glyph";
import type { DisplayPart } from "../parts";
import { legRef, partOf, pipId, type LegRef, type PipId } from "../rig";
import { needsOf, type Condition, type Wired } from "./conditions";
import { reachFrom, type Driver, type Flow, type Reach } from "./reach";

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
  readonly segment: PipName;
  readonly anode: LegRef;
  readonly cathode: LegRef;
  readonly anodeReach: readonly Reach[];
  readonly cathodeReach: readonly Reach[];
  /** The display leg of this LED alone within its digit, and what drives it. */
  readonly ownLeg: LegRef;
  readonly ownReach: readonly Reach[];
  /** The leg it shares with the others of its digit, and what drives that. */
  readonly sharedLeg: LegRef;
  readonly sharedReach: readonly Reach[];
  readonly verdict: Verdict;
}

/** Derives the address of every LED of the rig by following its wires. */
export function addressesOf(wired: Wired): readonly Address[] {
  const { rig, nets, drivers } = wired;
  const known = new Map<string, readonly Reach[]>();
  const reach = (leg: LegRef, flow: Flow): readonly Reach[] => {
    const key = `${flow} ${leg}`;
    const found = known.get(key) ?? reachFrom(leg, rig, nets, drivers, flow);
    known.set(key, found);
    return found;
  };
  return rig.units.flatMap((unit) => {
    const part = partOf(unit);
    if (part.kind !== "display") return [];
    return part.leds.map((led): Address => {
      const { digit, segment } = led;
      const anode = legRef(unit.ref, led.anode);
      const cathode = legRef(unit.ref, led.cathode);
      const anodeReach = reach(anode, "comes");
      const cathodeReach = reach(cathode, "goes");
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
        verdict: verdictOf(wired, anodeReach, cathodeReach, part),
      };
    });
  });
}

/** An LED between a segment leg and a digit leg of one driver chip is lit by a bit of the chip's memory. */
function scannedVerdict(wired: Wired, anode: Driver, cathode: Driver): Verdict | undefined {
  if (anode.kind !== "scanned" || cathode.kind !== "scanned") return undefined;
  const part = wired.part(anode.unit);
  if (part.kind !== "driver-chip") return undefined;
  if (anode.unit !== cathode.unit)
    return { kind: "never", reason: `${anode.unit} and ${cathode.unit} scan at times of their own` };
  if (anode.side === cathode.side)
    return { kind: "never", reason: `both its legs are on ${anode.side} legs of ${anode.unit}` };
  const [segment, digit] = anode.side === "segment" ? [anode, cathode] : [cathode, anode];
  if ((segment === anode) !== (part.segments === "source")) {
    const way = part.segments === "source" ? "give" : "take";
    return {
      kind: "never",
      reason: `current runs the other way: the segment legs of ${anode.unit} ${way} it, its digit legs ${way === "give" ? "take" : "give"} it`,
    };
  }
  return {
    kind: "driven",
    conditions: [{ driver: segment, cell: busFacts(part).memory.cell(digit.at, segment.at), is: 1 }],
  };
}

function verdictOf(
  wired: Wired,
  anode: readonly Reach[],
  cathode: readonly Reach[],
  part: DisplayPart,
): Verdict {
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
  const scanned = scannedVerdict(wired, anode[0]!.driver, cathode[0]!.driver);
  if (scanned) return scanned;
  const polarity = part.polarity === "common-cathode" ? "common cathode" : "common anode";
  const conditions: Condition[] = [];
  for (const [reach, side, want] of [
    [anode, "anode", 1],
    [cathode, "cathode", 0],
  ] as const) {
    const { driver } = reach[0]!;
    const needed = needsOf(wired, driver, want);
    if (needed.can) {
      conditions.push(...needed.conditions);
      continue;
    }
    if (needed.open) return { kind: "open", reason: needed.reason };
    if (driver.kind !== "rail") return { kind: "never", reason: `${needed.reason}: that is its ${side}` };
    const where = side === "anode" ? "its anode is on ground" : "its cathode is on the supply";
    return {
      kind: "never",
      reason: `${where}; on a ${polarity} display current runs from the other side`,
    };
  }
  const [first, second] = conditions;
  if (conditions.length === 2 && first!.driver.leg === second!.driver.leg && !("codes" in first!)) {
    return { kind: "never", reason: `both its legs are on ${first!.driver.leg}` };
  }
  return conditions.length === 0 ? { kind: "always" } : { kind: "driven", conditions };
}
