import { useDeferredValue, useEffect, useState } from "react";
import type { Audit } from "@/core/audit";
import type { Finding } from "@/core/check";
import type { LegNames } from "@/core/parts";
import { runsAlike, type Rig } from "@/core/rig";
import type { Hop } from "@/core/trail";
import { deskOn, type FirstLook } from "@/workers";
import { useAtDesk } from "./at-desk";
import { useCheckOf } from "./audit";
import { useOpenRig, useRig, runsCompiled } from "./open-rig";
import { usePreferences } from "./preferences";

/** What was found against a rig so far. */
export interface Findings {
  readonly findings: readonly Finding[];
  /** Limits, faces and the scan are still being looked at: fewer findings do not mean there are no more. */
  readonly checking: boolean;
  readonly audit: Audit | undefined;
  readonly failed: string | undefined;
}

const NOTHING: readonly Finding[] = [];

/** What was found against a rig: the wires at once, everything else once a worker has looked. */
export function useFindingsOf(rig: Rig): Findings {
  const legNames = usePreferences((state) => state.legNames);
  const first = useFirstLook(rig, legNames);
  const { checked, failed } = useCheckOf(rig, legNames);
  return {
    findings: checked?.findings ?? first?.findings ?? NOTHING,
    checking: !checked && failed === undefined,
    audit: checked?.audit,
    failed,
  };
}

/** What was found against the open rig; follows an edit once the face and the station have. */
export const useFindings = (): Findings => useFindingsOf(useDeferredValue(useRig()));

interface Looked {
  readonly rig: Rig;
  readonly legNames: LegNames;
  readonly look: FirstLook;
}

/** What the desk says of a rig at a first look; what it said before stands until it has answered. */
function useFirstLook(rig: Rig, legNames: LegNames): FirstLook | undefined {
  const [looked, setLooked] = useState<Looked>();
  useEffect(() => {
    if (looked?.legNames === legNames && runsAlike(looked.rig, rig)) return;
    let current = true;
    void deskOn(rig)
      .look(legNames)
      .then((look) => current && setLooked({ rig, legNames: legNames, look }));
    return () => {
      current = false;
    };
  }, [rig, legNames, looked]);
  return looked?.rig.id === rig.id ? looked.look : undefined;
}

/** The first scene of a sign that its board does not keep up with. */
export function useLateScene(): FirstLook["late"] {
  const rig = useDeferredValue(useRig());
  return useFirstLook(
    rig,
    usePreferences((state) => state.legNames),
  )?.late;
}

const NO_HOPS: readonly Hop[] = [];

/** The trail of the picked pip; the one before stands until the desk has followed the wires. */
export function useTrail(): readonly Hop[] {
  const pick = useOpenRig((state) => state.pick);
  const legNames = usePreferences((state) => state.legNames);
  const compiled = useOpenRig(runsCompiled);
  const hops = useAtDesk(
    async (desk) => (pick ? desk.trail(pick, legNames, compiled) : NO_HOPS),
    [pick, legNames, compiled],
  );
  return pick && hops ? hops : NO_HOPS;
}
