import { chipOn, stateFor, type RigModel } from "../address";
import { transportOf, type BusPace } from "../bus";
import type { Asked, BusChip, Memory } from "../chips";
import { slowestEdge } from "../circuit";
import type { ControllerPart, DriverChipPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { remembered } from "../remember";
import { usualLevel, type EncodedBus, type Encoding, type UnitRef } from "../rig";
import type { ChipWrite, ProgramBus } from "./types";

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

/** The writes that set a step of brightness, of every bus: what of the set-up hangs on it. */
export const dimWrites = (model: RigModel, step: number): ChipWrite[] =>
  busesOf(model).flatMap((bus, at) => {
    const chip = chipOn(model, bus);
    const setUpAt = (level: number) => chip.setUp({ ...asked(model, bus), level });
    const other = setUpAt(step === 0 ? 1 : 0);
    return setUpAt(step).flatMap(({ bytes }, nth) =>
      bytes.join() === other[nth]?.bytes.join()
        ? []
        : [{ bus: at, write: { bus: bus.protocol, bytes }, why: `brightness, step ${step}` }],
    );
  });

/** The writes that bring the chips' memories to a state, of every bus. */
export const updateWrites = (model: RigModel, memory: Memory): ChipWrite[] =>
  busesOf(model).flatMap((bus, at) =>
    chipOn(model, bus)
      .update(asked(model, bus), memory)
      .map(({ bytes, why }) => ({ bus: at, write: { bus: bus.protocol, bytes }, why })),
  );

/** Calls slower than this keep the timing by themselves. */
const SLOW_CALL = 1500;

/** Least time from edge to edge a chip's timing table asks for: data, clock up, clock down make a bit. */
export const leastStep = ({ times: { period, high, low } }: Pick<BusChip, "times">): Nanoseconds =>
  Math.max(high, Math.ceil(low / 2), Math.ceil(period / 3));

/**
 * Least time from edge to edge on a rig's bus: what the chip's sheet asks for, and as long as its lines take to rise
 * where they are only pulled up.
 */
export const stepOf = (model: RigModel, bus: EncodedBus): Nanoseconds =>
  Math.max(leastStep(chipOn(model, bus)), Math.ceil(slowestEdge(model, bus)?.rise ?? 0));

type OnBus = Pick<ProgramBus, "protocol" | "step">;

/**
 * The pause the program makes after each edge of a bus, in ns, in whole microseconds as the call takes them; 0 where the
 * calls themselves take long enough.
 */
export function pauseOf({ protocol, step }: OnBus, cost: ControllerPart["cost"]): number {
  const transport = transportOf(protocol);
  if (transport.pause === 0) return 0;
  const usual = cost.pinWrite >= SLOW_CALL ? 0 : transport.pause;
  const call = transport.openDrain ? cost.pinMode : cost.pinWrite;
  return Math.max(usual, Math.ceil((step - call) / 1000) * 1000, 0);
}

/** How long the steps of a bus take on a controller. */
export const busPace = (bus: OnBus, cost: ControllerPart["cost"]): BusPace =>
  transportOf(bus.protocol).pace(cost, pauseOf(bus, cost));
