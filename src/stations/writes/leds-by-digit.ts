import type { RigModel } from "@/core/address";
import type { PipName } from "@/core/glyph";

/** The LEDs each digit has, in reading order. */
export const ledsByDigit = (model: RigModel): ReadonlyArray<ReadonlySet<PipName>> =>
  model.digits.map(
    ({ unit, digit }) =>
      new Set(
        model.addresses
          .filter(({ pip }) => pip.startsWith(`${unit}.${digit}.`))
          .map(({ segment }) => segment),
      ),
  );
