import { busAddress, type RigModel } from "../address";
import {
  Ht16k33,
  Max7219Chain,
  OPEN,
  Tm1637,
  Tm1638,
  type Bit,
  type BusNote,
  type DriverModel,
  type Level,
  type ScanPicture,
} from "../chip";
import type { DriverChipPart } from "../parts";
import type { UnitRef } from "../rig";
import type { MountedModel } from "./mount";

/** What driver chips show of themselves beyond their legs. */
export interface DriverFace {
  /** The chips behind one set of bus legs: of a chain all of them, nearest the controller first. */
  readonly units: readonly UnitRef[];
  picture(unit: UnitRef): ScanPicture;
  memory(unit: UnitRef): ReadonlyArray<{ readonly address: number; readonly value: number }>;
  /** Shift stages of a chip that has them, oldest bit first. */
  stages(unit: UnitRef): readonly Bit[] | undefined;
  takeNotes(): BusNote[];
  /** What it puts on the data line: low where it answers. */
  readonly answer: Level;
  /** Levels of DOUT of the last chip. */
  readonly dataOut: Level;
  holdKeys?(keys: readonly number[]): void;
}

/** Mounts a driver chip, or a chain of them as the one long shift register it is. */
export function mountDriver(
  model: RigModel,
  units: readonly UnitRef[],
  part: DriverChipPart,
): MountedModel & { readonly driver: DriverFace } {
  const { data, clock, select } = part.pins;
  const inputs = [
    { leg: data, name: "data" },
    { leg: clock, name: "clock" },
    ...(select === undefined ? [] : [{ leg: select, name: "select" }]),
  ];
  if (part.protocol === "frames") {
    const chain = new Max7219Chain(units.length);
    const at = (unit: UnitRef) => units.indexOf(unit);
    return {
      inputs,
      apply: (levels, now) => chain.apply(levels, now),
      output: () => OPEN,
      save: () => chain.save(),
      load: (saved) => chain.load(saved),
      driver: {
        units,
        picture: (unit) => chain.picture(at(unit)),
        memory: (unit) => chain.memory(at(unit)),
        stages: (unit) => chain.stages(at(unit)),
        takeNotes: () => chain.takeNotes(),
        answer: OPEN,
        get dataOut() {
          return chain.dataOut;
        },
      },
    };
  }
  const chip = single(model, units[0]!, part);
  return {
    inputs,
    apply: (levels, now) => chip.apply(levels, now),
    output: () => OPEN,
    save: () => chip.save(),
    load: (saved) => chip.load(saved),
    driver: {
      units,
      picture: () => chip.picture(),
      memory: () => chip.memory,
      stages: () => undefined,
      takeNotes: () => chip.takeNotes(),
      get answer() {
        return chip.answer;
      },
      dataOut: OPEN,
      holdKeys: (keys) => {
        if (chip instanceof Tm1637) chip.key = keys[0] ?? 0xff;
        if (chip instanceof Tm1638) chip.keys = keys;
      },
    },
  };
}

function single(model: RigModel, unit: UnitRef, part: DriverChipPart): DriverModel {
  switch (part.protocol) {
    case "two-wire":
      return new Tm1637();
    case "strobed":
      return new Tm1638();
    case "i2c":
      return new Ht16k33(busAddress(model, unit));
    case "frames":
      throw new Error(`${unit} belongs to a chain`);
  }
}
