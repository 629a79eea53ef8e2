import { useCallback, useState, type ReactNode } from "react";
import { besideLost, movedWires, planProblem, relay, withLines, type Plan } from "@/core/rig";
import { editWires, refuse, useOpenRig, useRig } from "@/store";
import { fetched } from "./fetched";

const RelayDialog = fetched("The question", () =>
  import("./relay-dialog").then((module) => module.RelayDialog),
);

const relayNow = (plan: Plan): void => {
  const problem = planProblem(withLines(plan));
  if (problem) refuse("That cannot be built", `The rig is as it was: ${problem}.`);
  else editWires((before) => relay(before, plan));
};

/** Lays the rig by another plan, and asks before wires that were moved by hand are laid afresh. */
export function useLay(): { readonly lay: (plan: Plan) => void; readonly question: ReactNode } {
  const rig = useRig();
  const [waiting, setWaiting] = useState<Plan>();
  const lay = useCallback((plan: Plan) => {
    const now = useOpenRig.getState().rig;
    if (now && (movedWires(now).length > 0 || besideLost(now, withLines(plan)).length > 0)) setWaiting(plan);
    else relayNow(plan);
  }, []);
  return {
    lay,
    question: waiting && (
      <RelayDialog
        moved={movedWires(rig).length}
        lost={besideLost(rig, withLines(waiting))}
        onClose={() => setWaiting(undefined)}
        onLay={() => relayNow(waiting)}
      />
    ),
  };
}
