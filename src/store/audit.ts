import { useEffect } from "react";
import { create } from "zustand";
import type { Audit } from "@/core/audit";
import type { Finding } from "@/core/check";
import type { LegNames } from "@/core/parts";
import { runsAlike, type Rig } from "@/core/rig";
import { plan } from "@/workers";

/** Everything that was found against a rig, limits and faces included, and the audit it was found by. */
export interface Checked {
  readonly audit: Audit;
  readonly findings: readonly Finding[];
}

interface CheckState {
  readonly rig?: Rig;
  readonly legNames?: LegNames;
  readonly checked?: Checked;
  readonly failed?: string;
}

/** After the last change, so that dragging does not start a check a pixel. */
const CALM_MS = 120;

const useChecks = create<CheckState>(() => ({}));
let stop: () => void = () => {};
let asked: { rig: Rig; legNames: LegNames } | undefined;

/** Checks a rig in a worker of its own, unless just that is running or done; a new question ends the old one. */
function ask(rig: Rig, legNames: LegNames): void {
  if (asked && asked.legNames === legNames && runsAlike(asked.rig, rig)) return;
  asked = { rig, legNames: legNames };
  stop();
  let cancel = () => {};
  const timer = setTimeout(() => {
    const running = plan(
      (planner) => planner.check(rig, legNames),
      () => {},
    );
    cancel = running.cancel;
    running.result.then(
      (checked) => useChecks.setState({ rig, legNames: legNames, checked, failed: undefined }),
      (problem: unknown) => {
        // What failed may be asked again.
        asked = undefined;
        useChecks.setState({ rig, legNames: legNames, checked: undefined, failed: String(problem) });
      },
    );
  }, CALM_MS);
  stop = () => {
    clearTimeout(timer);
    cancel();
  };
}

/** What the check of a rig has found; undefined while it is still looking. */
export function useCheckOf(rig: Rig | undefined, legNames: LegNames): CheckState {
  const state = useChecks();
  useEffect(() => {
    if (rig) ask(rig, legNames);
  }, [rig, legNames]);
  const current = rig && state.rig && state.legNames === legNames && runsAlike(state.rig, rig);
  return current ? state : {};
}
