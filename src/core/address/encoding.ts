import {
  legRef,
  type BitOrder,
  type EncodedPip,
  type Encoding,
  type Need,
  type Place,
  type UnitRef,
} from "../rig";
import type { Address } from "./addresses";
import { busesOf } from "./buses";
import { bitPlace, type Chain } from "./chain";
import type { Condition, Wired } from "./conditions";
import { reachFrom, type Driver } from "./reach";

/** Where the program reaches a driver: a bit of a byte, a line, or nowhere. */
function placeOf(driver: Driver, chain: Chain, order: BitOrder): Place | undefined {
  if (driver.kind === "line") return { line: driver.line };
  const at = driver.kind === "register" ? chain.chips.indexOf(driver.unit) : -1;
  if (driver.kind !== "register" || at < 0) return undefined;
  const { byte, bit } = bitPlace(at, driver.stage, chain.chips.length, order);
  return { byte, bit };
}

/**
 * The encoding the wires ask for: for every LED what has to be sent, set, coded or stepped.
 * @param planned the lines to use where the wires of the chain lead to none
 */
export function encodingOf(wired: Wired, addresses: readonly Address[], chain: Chain): Encoding {
  const { rig, nets, drivers } = wired;
  const { bitOrder } = rig.code;
  const planned = rig.plan.lines;
  const placeOn = (unit: UnitRef, leg: string): Place | undefined => {
    const reach = reachFrom(legRef(unit, leg), rig, nets, drivers);
    return reach.length === 1 ? placeOf(reach[0]!.driver, chain, bitOrder) : undefined;
  };
  const decoders = rig.units.flatMap(({ ref }) => {
    const part = wired.part(ref);
    const legs =
      part.kind === "selector" ? part.address : part.kind === "segment-decoder" ? part.pins.code : [];
    const inputs = legs.map((leg) => placeOn(ref, leg));
    return legs.length > 0 && inputs.every((place) => place !== undefined) ? [{ unit: ref, inputs }] : [];
  });
  const rings = rig.units.flatMap(({ ref }) => {
    const part = wired.part(ref);
    if (part.kind !== "ring") return [];
    const clock = placeOn(ref, part.pins.clock);
    const reset = placeOn(ref, part.pins.reset);
    return clock && "line" in clock && reset && "line" in reset
      ? [{ unit: ref, clock: clock.line, reset: reset.line }]
      : [];
  });
  const buses = busesOf(wired);
  const needOf = (condition: Condition): Need | undefined => {
    const { driver } = condition;
    if ("codes" in condition) {
      return decoders.some(({ unit }) => unit === driver.unit)
        ? { decoder: driver.unit, codes: condition.codes }
        : undefined;
    }
    if ("step" in condition) {
      return rings.some(({ unit }) => unit === driver.unit)
        ? { ring: driver.unit, step: condition.step }
        : undefined;
    }
    if ("cell" in condition) {
      const written = buses.some(({ units }) => units.includes(driver.unit));
      return written
        ? { chip: driver.unit, ...condition.cell, ...(condition.is === 0 ? { is: 0 as const } : {}) }
        : undefined;
    }
    const place = placeOf(driver, chain, bitOrder);
    return place && { ...place, is: condition.lights };
  };
  const pips = addresses.flatMap(({ pip, verdict }): EncodedPip[] => {
    if (verdict.kind !== "driven") return [];
    const needs = verdict.conditions.map(needOf);
    return needs.every((need) => need !== undefined) ? [{ pip, needs }] : [];
  });
  const { data, clock, latch } = chain.lines;
  const latched = chain.chips.some((ref) => {
    const part = wired.part(ref);
    return part.kind === "shift-register" && part.latch !== "none";
  });
  return {
    ...(chain.chips.length > 0
      ? {
          chain: {
            data: data ?? planned.data ?? "",
            clock: clock ?? planned.clock ?? "",
            ...(latched ? { latch: latch ?? planned.latch ?? "" } : {}),
          },
        }
      : {}),
    bitOrder,
    byteCount: chain.chips.length,
    pips,
    decoders,
    rings,
    ...(buses.length > 0 ? { buses } : {}),
  };
}
