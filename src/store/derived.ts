import { modelOf, type RigModel } from "@/core/address";
import { auditRig, type Audit } from "@/core/audit";
import { checkModel, type Finding } from "@/core/check";
import type { NamingSchool } from "@/core/parts";
import { buildProgram, type Program } from "@/core/program";
import { remembered } from "@/core/remember";
import type { Rig } from "@/core/rig";
import { glyphTable, type GlyphRow } from "@/core/sim";
import { useOpenRig } from "./open-rig";
import { usePreferences } from "./preferences";

export const modelFor: (rig: Rig) => RigModel = remembered(modelOf);
export const programFor: (rig: Rig) => Program = remembered((rig) => buildProgram(modelFor(rig)));
const auditFor: (rig: Rig) => Audit = remembered((rig) => auditRig(modelFor(rig)));
const tableFor: (rig: Rig) => readonly GlyphRow[] = remembered((rig) => glyphTable(modelFor(rig)));
const findingsFor: Record<NamingSchool, (rig: Rig) => readonly Finding[]> = {
  letters: remembered((rig) => checkModel(modelFor(rig), "letters")),
  numbers: remembered((rig) => checkModel(modelFor(rig), "numbers")),
};

/** The open rig. Stations are only shown while one is open. */
export function useRig(): Rig {
  const rig = useOpenRig((state) => state.rig);
  if (!rig) throw new Error("no rig is open");
  return rig;
}

export const useModel = (): RigModel => modelFor(useRig());
export const useProgram = (): Program => programFor(useRig());
export const useAudit = (): Audit => auditFor(useRig());
export const useGlyphTable = (): readonly GlyphRow[] => tableFor(useRig());
export const useFindings = (): readonly Finding[] =>
  findingsFor[usePreferences((state) => state.school)](useRig());
