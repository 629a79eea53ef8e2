import { distinctDrivers, pulledUpTo, type Driver, type RigModel } from "../address";
import { busFacts } from "../chips";
import { highVolts, inputLevels, takenAs, type Taken } from "../circuit";
import { isBusChip, isChip, type ChipPart } from "../parts";
import type { Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, type LegRef } from "../rig";

/** A high that one part gives and a chip's input gets: how many volts, and what the input makes of them. */
export interface LevelMatch {
  readonly input: LegRef;
  /** The leg it comes from. */
  readonly from: LegRef;
  readonly gets: Volts;
  /** From here on the chip's sheet promises that it reads high, and from here on it usually does. */
  readonly sure: Volts;
  readonly usual: Volts;
  readonly taken: Taken;
}

/** Outputs that swing between ground and their own supply; rails are no signals, and switches hand rails on. */
const isOutput = ({ kind }: Driver): boolean => kind !== "rail" && kind !== "switch" && kind !== "scanned";

/** Each chip input that another part drives, with the high it gets and the one it wants; nothing of chips without power. */
export const levelMatches = remembered((model: RigModel): readonly LevelMatch[] =>
  model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (!isChip(part)) return [];
    const levels = inputLevels(model, ref, part);
    return part.signalLegs.flatMap((id): LevelMatch[] => {
      const input = legRef(ref, id);
      const outputs = distinctDrivers(model.drivers.get(model.nets.of(input).id) ?? []).filter(isOutput);
      return outputs.map((driver) => {
        const gets = givenTo(model, part, input, driver);
        return {
          input,
          from: driver.leg,
          gets,
          ...levels,
          taken: levels.sure > 0 ? takenAs(levels, gets) : "unknown",
        };
      });
    });
  }),
);

/** What stands at an input while its driver gives a high: of a line that is only let go, what pulls it up. */
function givenTo(model: RigModel, part: ChipPart, input: LegRef, driver: Driver): Volts {
  const letGo = isBusChip(part) && busFacts(part).transport.openDrain;
  return letGo ? pulledUpTo(model, input) : highVolts(model, driver);
}
