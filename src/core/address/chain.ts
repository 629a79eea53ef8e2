import type { ShiftRegisterPart } from "../parts";
import { legRef, partOf, type ChainUse, type Nets, type Rig, type UnitRef } from "../rig";
import { handsOn, type Driver } from "./reach";

/** The shift registers in the order the data runs through them, and the lines that feed them. */
export interface Chain {
  readonly chips: readonly UnitRef[];
  /** The controller line found on each input; undefined where the wires lead to none. */
  readonly lines: Readonly<Record<ChainUse, string | undefined>>;
  /** Registers the data does not reach. */
  readonly outside: readonly UnitRef[];
}

const registerPart = (rig: Rig, ref: UnitRef): ShiftRegisterPart | undefined => {
  const unit = rig.units.find((candidate) => candidate.ref === ref);
  const part = unit && partOf(unit);
  return part?.kind === "shift-register" ? part : undefined;
};

/** Follows the serial data from the controller through the registers. */
export function chainOf(rig: Rig, nets: Nets, drivers: ReadonlyMap<number, readonly Driver[]>): Chain {
  const registers = rig.units
    .filter((unit) => partOf(unit).kind === "shift-register")
    .map((unit) => unit.ref);
  const on = (ref: UnitRef, pin: "serialIn" | "shiftClock" | "latchClock"): readonly Driver[] => {
    const leg = registerPart(rig, ref)!.pins[pin];
    return leg === undefined ? [] : (drivers.get(nets.of(legRef(ref, leg)).id) ?? []);
  };
  const lineOn = (ref: UnitRef, pin: "serialIn" | "shiftClock" | "latchClock"): string | undefined =>
    on(ref, pin).flatMap((driver) => (driver.kind === "line" ? [driver.line] : []))[0];

  const head = registers.find((ref) => lineOn(ref, "serialIn") !== undefined) ?? registers[0];
  const chips: UnitRef[] = [];
  for (let at = head; at !== undefined && !chips.includes(at);) {
    const here = at;
    chips.push(here);
    at = registers.find((ref) =>
      on(ref, "serialIn").some(
        (driver) =>
          "unit" in driver && driver.unit === here && handsOn(driver, () => registerPart(rig, here)!),
      ),
    );
  }
  const shared = (pin: "shiftClock" | "latchClock") =>
    chips.map((ref) => lineOn(ref, pin)).find((line) => line !== undefined);
  return {
    chips,
    lines: {
      data: head === undefined ? undefined : lineOn(head, "serialIn"),
      clock: shared("shiftClock"),
      latch: shared("latchClock"),
    },
    outside: registers.filter((ref) => !chips.includes(ref)),
  };
}

/** Where a bit is in what is sent: which one it is from 0, its byte from 0, and its weight in that byte. */
export interface BitPlace {
  readonly nth: number;
  readonly byte: number;
  readonly bit: number;
}

/**
 * The bit that ends in a stage once all bytes of the chain are shifted. The first bit sent ends in the last stage of
 * the farthest chip (74HC595 sheet: every rising SRCLK moves all stages on by one).
 * @param at the chip's place in the chain, nearest to the controller 0
 * @param stage 0 (QA) to 7 (QH)
 */
export function bitPlace(
  at: number,
  stage: number,
  chips: number,
  order: "msb-first" | "lsb-first",
): BitPlace {
  const nth = chips * 8 - 1 - (at * 8 + stage);
  const within = nth % 8;
  return { nth, byte: Math.floor(nth / 8), bit: order === "msb-first" ? 7 - within : within };
}

/** Which bit, from 0, a bit of a byte is as they are sent; the inverse of {@link bitPlace} in its bits. */
export const nthOf = (byte: number, bit: number, order: "msb-first" | "lsb-first"): number =>
  byte * 8 + (order === "msb-first" ? 7 - bit : bit);
