"use client";
import "./plan.css";
import { useCallback, useState } from "react";
import { gridOf, scanningChip } from "@/core/address";
import { besideLost, movedWires, planProblem, relay, withLines, type Plan } from "@/core/rig";
import { editWires, refuse, useModel, useOpenRig } from "@/store";
import { ChipSheet, SinkSheet, StationFrame, fetched } from "@/ui";
import { BoardSheet, ResistorSheet } from "./plan-drive";
import { PowerSheet } from "./power-sheet";
import { DisplaySheet } from "./plan-display";
import { PlanFigures } from "./plan-figures";
import { PlanShow } from "./plan-show";
import { PlanSign } from "./plan-sign";
import { Ways } from "./ways";

const RelayDialog = fetched("The question", () =>
  import("./relay-dialog").then((module) => module.RelayDialog),
);

const BesideSheet = fetched("Displays beside it", () =>
  import("./beside-sheet").then((module) => module.BesideSheet),
);

const relayNow = (plan: Plan): void => {
  const problem = planProblem(withLines(plan));
  if (problem) refuse("That cannot be built", `The rig is as it was: ${problem}.`);
  else editWires((before) => relay(before, plan));
};

/** Plan: what to show, on what display, from which lines, with which resistors, and what that takes. */
export function PlanStation() {
  const model = useModel();
  const { rig } = model;
  const [waiting, setWaiting] = useState<Plan>();
  const lay = useCallback((plan: Plan) => {
    const now = useOpenRig.getState().rig;
    if (now && (movedWires(now).length > 0 || besideLost(now, withLines(plan)).length > 0)) setWaiting(plan);
    else relayNow(plan);
  }, []);
  return (
    <StationFrame title="Plan" lead="What it shows, on what, from which lines, and what that takes.">
      <div className="plan-grid">
        <div className="plan-column">
          {gridOf(model) ? <PlanSign /> : <PlanShow />}
          <BesideSheet />
        </div>
        <div className="plan-column">
          <DisplaySheet onLay={lay} />
          {scanningChip(model) ? (
            <ChipSheet />
          ) : (
            <>
              <SinkSheet />
              <ResistorSheet onLay={lay} />
            </>
          )}
        </div>
        <div className="plan-column">
          <BoardSheet onLay={lay} />
          <PowerSheet onLay={lay} />
        </div>
        <div className="plan-wide">
          <Ways onLay={lay} />
        </div>
        <PlanFigures />
      </div>
      {waiting && (
        <RelayDialog
          moved={movedWires(rig).length}
          lost={besideLost(rig, withLines(waiting))}
          onClose={() => setWaiting(undefined)}
          onLay={() => relayNow(waiting)}
        />
      )}
    </StationFrame>
  );
}
