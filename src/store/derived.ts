import { modelOf, type RigModel } from "@/core/address";
import { remembered } from "@/core/remember";
import { splitPipId, type Rig, type DigitId } from "@/core/rig";
import { useOpenRig, useRig } from "./open-rig";

export const modelFor: (rig: Rig) => RigModel = remembered(modelOf);

/** The open rig with everything that follows from its wires; the same object as long as the rig is. */
export const useModel = (): RigModel => modelFor(useRig());

/** The digit the picked pip is on. */
export function usePickedDigit(): DigitId | undefined {
  const { digits } = useModel();
  const pick = useOpenRig((state) => state.pick);
  const picked = pick === undefined ? undefined : splitPipId(pick);
  return digits.find(({ unit, digit }) => unit === picked?.unit && digit === picked.digit) ?? digits[0];
}
