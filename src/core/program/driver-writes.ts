import type { RigModel } from "../address";
import { HT16K33, MAX7219, TM16 } from "../chip";
import type { BusPace, BusWrite } from "../bus";
import { memorySize, type ControllerPart, type DriverChipPart } from "../parts";
import { remembered } from "../remember";
import { usualLevel, type EncodedBus, type Encoding, type UnitRef } from "../rig";
import type { ChipWrite } from "./types";

/** The catalogue part of the chips on a bus. */
export function busPart(model: RigModel, { units }: EncodedBus): DriverChipPart {
  const part = model.part(units[0]!);
  if (part.kind !== "driver-chip") throw new Error(`${units[0]} is no driver chip`);
  return part;
}

/** The highest memory address any LED needs of each driver chip. */
const highestOf = remembered(({ pips }: Encoding): ReadonlyMap<UnitRef, number> => {
  const highest = new Map<UnitRef, number>();
  for (const { needs } of pips)
    for (const need of needs)
      if ("chip" in need) highest.set(need.chip, Math.max(highest.get(need.chip) ?? 0, need.address));
  return highest;
});

/** How many digits of its chips a bus uses: the scan limit of a chain that has one. */
export const digitsUsed = ({ encoding }: RigModel, { units }: EncodedBus): number =>
  Math.max(1, ...units.map((unit) => highestOf(encoding).get(unit) ?? 0));

/** The brightness step the rig asks for, within what its chip has. */
export const brightnessStep = ({ rig }: Pick<RigModel, "rig">, { levels }: DriverChipPart): number =>
  Math.min(rig.scan.level ?? usualLevel({ levels }), levels.length - 1);

/** The writes after power-up: registers in a known state and the memory cleared before anything is switched on. */
export function setUpWrites(model: RigModel): ChipWrite[] {
  return (model.encoding.buses ?? []).flatMap((bus, at) => {
    const part = busPart(model, bus);
    const level = brightnessStep(model, part);
    const cells = memorySize(part)[1];
    const to = (write: BusWrite, why: string): ChipWrite => ({ bus: at, write, why });
    switch (bus.protocol) {
      case "frames": {
        const all = (register: number, value: number, why: string) =>
          to({ bus: "frames", words: bus.units.map(() => (register << 8) | value) }, why);
        const used = digitsUsed(model, bus);
        return [
          all(MAX7219.DISPLAY_TEST, 0, "a chip that woke in its test would show everything lit"),
          all(MAX7219.SCAN_LIMIT, used - 1, "after power-up only one digit is scanned"),
          all(MAX7219.DECODE_MODE, 0, "bits are segments, so any shape can be shown"),
          all(MAX7219.INTENSITY, level, "after power-up it is at its darkest"),
          ...Array.from({ length: used }, (_, digit) =>
            all(MAX7219.DIGIT_0 + digit, 0, "the memory holds junk until it is written"),
          ),
          all(MAX7219.SHUTDOWN, 1, "only now: nothing is left that could flash up"),
        ];
      }
      case "two-wire":
      case "strobed": {
        const bytes = (list: readonly number[], why: string) =>
          to({ bus: bus.protocol as "strobed", bytes: list }, why);
        return [
          bytes([TM16.WRITE_NEXT], "once is enough: the chip keeps it"),
          bytes([TM16.ADDRESS, ...Array<number>(cells).fill(0)], "the memory holds junk until it is written"),
          bytes([TM16.DISPLAY | TM16.DISPLAY_ON | level], "only now the display is switched on"),
        ];
      }
      case "i2c":
        return (bus.addresses ?? []).flatMap((address) => {
          const bytes = (list: readonly number[], why: string) =>
            to({ bus: "i2c", bytes: [address << 1, ...list] }, why);
          return [
            bytes([HT16K33.SYSTEM | HT16K33.OSCILLATOR_ON], "without its oscillator nothing is scanned"),
            bytes(
              [HT16K33.DATA, ...Array<number>(cells).fill(0)],
              "the memory holds junk until it is written",
            ),
            bytes([HT16K33.DIMMING | level], "brightness"),
            bytes(
              [HT16K33.DISPLAY | (blinkBits(model.rig.scan.blink) << 1) | HT16K33.DISPLAY_ON],
              "only now the display is switched on",
            ),
          ];
        });
    }
  });
}

/** The blink field for a frequency in Hz. */
const blinkBits = (hertz = 0): number => ({ 0: 0, 2: 1, 1: 2, 0.5: 3 })[hertz] ?? 0;

/** The writes that bring the chips' memories to a state. */
export function updateWrites(
  model: RigModel,
  memory: Readonly<Record<UnitRef, readonly number[]>>,
): ChipWrite[] {
  return (model.encoding.buses ?? []).flatMap((bus, at) => {
    const part = busPart(model, bus);
    const cells = memorySize(part)[1];
    const bytesOf = (unit: UnitRef) =>
      Array.from({ length: cells }, (_, address) => memory[unit]?.[address] ?? 0);
    switch (bus.protocol) {
      case "frames":
        return Array.from({ length: digitsUsed(model, bus) }, (_, digit): ChipWrite => ({
          bus: at,
          // The first word sent ends in the farthest chip.
          write: {
            bus: "frames",
            words: [...bus.units]
              .reverse()
              .map((unit) => ((digit + 1) << 8) | (memory[unit]?.[digit + 1] ?? 0)),
          },
          why: `digit ${digit} of ${bus.units.length === 1 ? "the chip" : "every chip of the chain"}`,
        }));
      case "two-wire":
      case "strobed":
        return [
          {
            bus: at,
            write: { bus: bus.protocol, bytes: [TM16.ADDRESS, ...bytesOf(bus.units[0]!)] },
            why: "the whole memory, from its first address on",
          },
        ];
      case "i2c":
        return bus.units.map((unit, place): ChipWrite => ({
          bus: at,
          write: { bus: "i2c", bytes: [bus.addresses![place]! << 1, HT16K33.DATA, ...bytesOf(unit)] },
          why: "the whole memory, from its first address on",
        }));
    }
  });
}

/** Pause, in ns, that keeps fast boards within the chips' timing: the microsecond call's least, or two of them. */
const PAUSES = { frames: 0, strobed: 1000, "two-wire": 2000, i2c: 2000 } as const;
/** Calls slower than this keep the timing by themselves. */
const SLOW_CALL = 1500;

/** The pause the program makes after each edge of a bus, in ns; 0 where the calls themselves take long enough. */
export const pauseOf = ({ protocol }: Pick<EncodedBus, "protocol">, cost: ControllerPart["cost"]): number =>
  cost.pinWrite >= SLOW_CALL ? 0 : PAUSES[protocol];

/** How long the steps of a bus take on a controller. */
export function busPace(bus: EncodedBus, cost: ControllerPart["cost"]): BusPace {
  const pause = pauseOf(bus, cost);
  switch (bus.protocol) {
    case "frames":
      return { write: cost.pinWrite, shiftBit: cost.shiftBit, pause: 0 };
    case "strobed":
      return { write: cost.pinWrite, shiftBit: 3 * (cost.pinWrite + pause), pause };
    case "two-wire":
    case "i2c":
      return { write: cost.pinMode, shiftBit: 0, pause };
  }
}
