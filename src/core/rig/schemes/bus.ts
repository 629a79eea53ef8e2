import { transportOf } from "../../bus";
import type { BusChipPart } from "../../parts";
import type { Ohms } from "../../quantity";
import { legRef, type LegRef } from "../document";
import type { Chip, Layer } from "./layer";

/** Pulls the lines of an open-drain bus up. */
export const PULL_OHMS: Ohms = 4700;

/**
 * Puts the resistors that pull an open-drain bus up on the table.
 * @returns wires them to the first chip of the bus
 */
export function pullUp(layer: Layer, part: BusChipPart): (first: Chip, tail?: string) => void {
  const { bought } = layer.plan;
  const ohms = bought ? bought.pullOhms : PULL_OHMS;
  const pulls =
    transportOf(part.protocol).openDrain && ohms !== undefined
      ? [layer.resistor(ohms), layer.resistor(ohms)]
      : [];
  return (first, tail = "") =>
    pulls.forEach((ref, at) => {
      const use = at === 0 ? "data" : "clock";
      layer.wire(`pull-plus-${use}${tail}`, first.leg(part.supplyLeg), legRef(ref, "1"));
      layer.wire(`pull-${use}${tail}`, legRef(ref, "2"), first.leg(part.pins[use]));
    });
}

/** The lines of a bus from chip to chip; data goes from each to the next where they make a chain. */
export function wireBus(layer: Layer, part: BusChipPart, chips: readonly Chip[]): void {
  const { data, clock, select, dataOut } = part.pins;
  chips.forEach((chip, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const before = chips[at - 1];
    const from = (use: "data" | "clock" | "latch", leg: string): LegRef =>
      before ? before.leg(leg) : layer.line(use);
    layer.wire(`data${tail}`, before && dataOut ? before.leg(dataOut) : from("data", data), chip.leg(data));
    layer.wire(`clock${tail}`, from("clock", clock), chip.leg(clock));
    if (select) layer.wire(`latch${tail}`, from("latch", select), chip.leg(select));
  });
}
