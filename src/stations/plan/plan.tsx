"use client";
import "./plan.css";
import { useCallback, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { gridOf, scanningChip } from "@/core/address";
import { movedWires, planProblem, relay, withLines, type Plan } from "@/core/rig";
import { editWires, refuse, useModel, useOpenRig } from "@/store";
import { ChipSheet, SinkSheet, StationFrame } from "@/ui";
import { BoardSheet, PowerSheet, ResistorSheet } from "./plan-drive";
import { DisplaySheet } from "./plan-display";
import { PlanFigures } from "./plan-figures";
import { PlanShow } from "./plan-show";
import { PlanSign } from "./plan-sign";
import { Ways } from "./ways";

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
    if (now && movedWires(now).length > 0) setWaiting(plan);
    else relayNow(plan);
  }, []);
  return (
    <StationFrame title="Plan" lead="What it shows, on what, from which lines, and what that takes.">
      <div className="plan-grid">
        <div className="plan-column">{gridOf(model) ? <PlanSign /> : <PlanShow />}</div>
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
      <Modal show={waiting !== undefined} onHide={() => setWaiting(undefined)} aria-labelledby="relay-title">
        <Modal.Header closeButton>
          <Modal.Title id="relay-title" as="h2" className="h6">
            Lay the wires again?
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {movedWires(rig).length} wire{movedWires(rig).length === 1 ? " does" : "s do"} not run where the
          plan put them. This choice lays all wires afresh, as planned; Undo brings yours back.
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={() => setWaiting(undefined)}>
            Keep my wires
          </Button>
          <Button
            variant="primary"
            onClick={() => {
              if (waiting) relayNow(waiting);
              setWaiting(undefined);
            }}
          >
            Lay them again
          </Button>
        </Modal.Footer>
      </Modal>
    </StationFrame>
  );
}
