import { chipOn, stateFor, type RigModel } from "../address";
import { transportOf, type BusPace, type BusProtocol } from "../bus";
import type { Asked, Memory } from "../chips";
import type { ControllerPart, DriverChipPart } from "../parts";
import { remembered } from "../remember";
import { usualLevel, type EncodedBus, type Encoding, type UnitRef } from "../rig";
import type { ChipWrite } from "./types";

/** The highest memory address any LED needs of each chip. */
const highestOf = remembered(({ pips }: Encoding): ReadonlyMap<UnitRef, number> => {
  const highest = new Map<UnitRef, number>();
  for (const { needs } of pips)
    for (const need of needs)
      if ("chip" in need) highest.set(need.chip, Math.max(highest.get(need.chip) ?? 0, need.address));
  return highest;
});

const DARK = new Set<never>();
const darkMemory = remembered((encoding: Encoding): Memory => stateFor(encoding, DARK).memory ?? {});

/** The brightness step the rig asks for, within what its chip has. */
export const brightnessStep = ({ rig }: Pick<RigModel, "rig">, { levels }: DriverChipPart): number =>
  Math.min(rig.scan.level ?? usualLevel({ levels }), levels.length - 1);

function asked(model: RigModel, bus: EncodedBus): Asked {
  const { sheet } = chipOn(model, bus);
  const highest = highestOf(model.encoding);
  return {
    units: bus.units,
    addresses: bus.addresses ?? [],
    highest: Math.max(0, ...bus.units.map((unit) => highest.get(unit) ?? 0)),
    level: sheet.kind === "driver-chip" ? brightnessStep(model, sheet) : 0,
    blink: model.rig.scan.blink ?? 0,
    dark: darkMemory(model.encoding),
  };
}

/** How many digits of its chips a bus uses, for chips that scan no more than they are told to. */
export const digitsUsed = (model: RigModel, bus: EncodedBus): number =>
  Math.max(1, asked(model, bus).highest);

const busesOf = ({ encoding }: RigModel) => encoding.buses ?? [];

/** The writes after power-up, of every bus. */
export const setUpWrites = (model: RigModel): ChipWrite[] =>
  busesOf(model).flatMap((bus, at) =>
    chipOn(model, bus)
      .setUp(asked(model, bus))
      .map(({ bytes, why }) => ({ bus: at, write: { bus: bus.protocol, bytes }, why })),
  );

/** The writes that bring the chips' memories to a state, of every bus. */
export const updateWrites = (model: RigModel, memory: Memory): ChipWrite[] =>
  busesOf(model).flatMap((bus, at) =>
    chipOn(model, bus)
      .update(asked(model, bus), memory)
      .map(({ bytes, why }) => ({ bus: at, write: { bus: bus.protocol, bytes }, why })),
  );

/** Calls slower than this keep the timing by themselves. */
const SLOW_CALL = 1500;

type OnBus = { readonly protocol: BusProtocol };

/** The pause the program makes after each edge of a bus, in ns; 0 where the calls themselves take long enough. */
export const pauseOf = ({ protocol }: OnBus, cost: ControllerPart["cost"]): number =>
  cost.pinWrite >= SLOW_CALL ? 0 : transportOf(protocol).pause;

/** How long the steps of a bus take on a controller. */
export const busPace = (bus: OnBus, cost: ControllerPart["cost"]): BusPace =>
  transportOf(bus.protocol).pace(cost, pauseOf(bus, cost));
