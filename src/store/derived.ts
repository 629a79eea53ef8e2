import { useDeferredValue } from "react";
import { modelOf, type RigModel } from "@/core/address";
import type { Audit } from "@/core/audit";
import { checkAtOnce, type Finding } from "@/core/check";
import type { NamingSchool } from "@/core/parts";
import { buildProgram, type Program } from "@/core/program";
import { remembered } from "@/core/remember";
import { splitPipId, type Rig, type DigitId, digitKey, type DigitKey } from "@/core/rig";
import { glyphTable, type GlyphRow } from "@/core/sim";
import { useCheckOf } from "./audit";
import { useOpenRig } from "./open-rig";
import { usePreferences } from "./preferences";

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
const firstFindings: Record<NamingSchool, (rig: Rig) => readonly Finding[]> = {
  letters: remembered((rig) => checkAtOnce(modelFor(rig), "letters")),
  numbers: remembered((rig) => checkAtOnce(modelFor(rig), "numbers")),
};

/** The open rig. Stations are only shown while one is open. */
export function useRig(): Rig {
  const rig = useOpenRig((state) => state.rig);
  if (!rig) throw new Error("no rig is open");
  return rig;
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

/** What was found against a rig so far. */
export interface Findings {
  readonly findings: readonly Finding[];
  /** Limits, faces and the scan are still being looked at: fewer findings do not mean there are no more. */
  readonly checking: boolean;
  readonly audit: Audit | undefined;
  readonly failed: string | undefined;
}

/** What was found against a rig: the wires at once, everything else once a worker has looked. */
export function useFindingsOf(rig: Rig): Findings {
  const school = usePreferences((state) => state.school);
  const { checked, failed } = useCheckOf(rig, school);
  return {
    findings: checked?.findings ?? firstFindings[school](rig),
    checking: !checked && failed === undefined,
    audit: checked?.audit,
    failed,
  };
}

/** What was found against the open rig; follows an edit once the face and the station have. */
export const useFindings = (): Findings => useFindingsOf(useDeferredValue(useRig()));
