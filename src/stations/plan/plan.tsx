"use client";
import "./plan.css";
import { gridOf, scanningChip } from "@/core/address";
import { useModel } from "@/store";
import { ChipSheet, SinkSheet, StationFrame, fetched, useLay } from "@/ui";
import { BoardSheet, ResistorSheet } from "./plan-drive";
import { PowerSheet } from "./power-sheet";
import { DisplaySheet } from "./plan-display";
import { PlanFigures } from "./plan-figures";
import { PlanShow } from "./plan-show";
import { PlanSign } from "./plan-sign";
import { Ways } from "./ways";

const BesideSheet = fetched("More displays", () =>
  import("./beside-sheet").then((module) => module.BesideSheet),
);

/** Plan: what to show, on what display, from which lines, with which resistors, and what that takes. */
export function PlanStation() {
  const model = useModel();
  const { lay, question } = useLay();
  return (
    <StationFrame title="Plan" lead="What to show, on which display, from which lines, and what it takes.">
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
      {question}
    </StationFrame>
  );
}
