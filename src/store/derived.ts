import { modelOf, type RigModel } from "@/core/address";
import { buildProgram, type Program } from "@/core/program";
import { remembered } from "@/core/remember";
import { splitPipId, type Rig, type DigitId, digitKey, type DigitKey } from "@/core/rig";
import { glyphTable, type GlyphRow } from "@/core/sim";
import { useOpenRig, useRig } from "./open-rig";

export const modelFor: (rig: Rig) => RigModel = remembered(modelOf);
export const programFor: (rig: Rig) => Program = remembered((rig) => buildProgram(modelFor(rig)));
const tablesFor: (rig: Rig) => Map<DigitKey | undefined, readonly GlyphRow[]> = remembered(() => new Map());
function tableFor(rig: Rig, digit: DigitId | undefined): readonly GlyphRow[] {
  const tables = tablesFor(rig);
  const key = digit && digitKey(digit);
  const found = tables.get(key) ?? glyphTable(modelFor(rig), digit);
  tables.set(key, found);
  return found;
}

export const useModel = (): RigModel => modelFor(useRig());
export const useProgram = (): Program => programFor(useRig());

/** The digit the picked pip is on. */
export function usePickedDigit(): DigitId | undefined {
  const { digits } = useModel();
  const pick = useOpenRig((state) => state.pick);
  const picked = pick === undefined ? undefined : splitPipId(pick);
  return digits.find(({ unit, digit }) => unit === picked?.unit && digit === picked.digit) ?? digits[0];
}

/** The alphabet on the digit that is picked. */
export const useGlyphTable = (): readonly GlyphRow[] => tableFor(useRig(), usePickedDigit());
