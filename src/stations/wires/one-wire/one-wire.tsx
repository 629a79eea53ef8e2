import "./one-wire.css";
import { useMemo, useState, type KeyboardEvent } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { wireColour, type RigModel } from "@/core/address";
import { placeWires } from "@/core/rig";
import { nextStep, seatRig, wireSeats, wiringSteps, type Breadboard, type WiringStep } from "@/core/seat";
import { StationLink } from "@/ui";
import { editRig, useAtDesk, usePreferences } from "@/store";
import { useTicked } from "../group-head";
import { GROUP_TITLES } from "../wire-list";
import { EndDrawing } from "./end-drawing";
import { PowerStop } from "./power-stop";
import { useWakeLock } from "./wake-lock";

/** Keys that go on: a foot pedal sends one of the last three. */
const ON = [" ", "Enter", "ArrowRight", "ArrowDown", "PageDown"];
const BACK = ["ArrowLeft", "ArrowUp", "PageUp", "Backspace"];
/** Parts of a rig one seats on a breadboard: of more, wires are told leg to leg alone. */
const MOST_SEATED = 60;

interface Props {
  /** The rig as it is wired from outside. */
  readonly model: RigModel;
  readonly board: Breadboard;
  readonly onClose: () => void;
}

/** One wire at a time, large enough to be read from the table; what is placed here is ticked in the list. */
export function OneWire({ model, board, onClose }: Props) {
  const steps = useMemo(() => wiringSteps(model), [model]);
  const ticked = useTicked().wires;
  const [at, setAt] = useState(() => nextStep(steps, ticked));
  const step = steps[at];
  const wires = steps.filter(({ kind }) => kind === "wire").length;
  const placed = steps.filter((one) => one.kind === "wire" && ticked.has(one.wire.id)).length;
  useWakeLock();
  const next = () => {
    if (!step) return;
    if (step.kind === "wire" && !ticked.has(step.wire.id))
      editRig((rig) => placeWires(rig, [step.wire.id], true));
    setAt(at + 1);
  };
  const back = () => setAt(Math.max(0, at - 1));
  const onKeyDown = (event: KeyboardEvent) => {
    const onButton = (event.target as Element).closest("button, a") !== null;
    if (ON.includes(event.key) && !(onButton && (event.key === " " || event.key === "Enter"))) next();
    else if (BACK.includes(event.key)) back();
    else return;
    event.preventDefault();
  };
  return (
    <Modal show fullscreen onHide={onClose} aria-labelledby="one-wire-title" onKeyDown={onKeyDown}>
      <Modal.Header closeButton className="one-wire-head">
        <Modal.Title id="one-wire-title" as="h2" className="h6">
          {step?.kind === "wire" ? GROUP_TITLES[step.group] : step ? "Power" : "All wires"}
        </Modal.Title>
        <span className="one-wire-progress" aria-hidden>
          <span style={{ width: `${(placed / Math.max(1, wires)) * 100}%` }} />
        </span>
        <span className="small">
          {placed} of {wires} placed
        </span>
      </Modal.Header>
      <Modal.Body className="one-wire-body">
        {step ? (
          <StepCard step={step} model={model} board={board} onNext={next} />
        ) : (
          <AllPlaced rigId={model.rig.id} left={wires - placed} />
        )}
      </Modal.Body>
      <Modal.Footer className="one-wire-foot">
        <Button variant="plain" size="lg" disabled={at === 0} onClick={back}>
          Back
        </Button>
        {step?.kind === "wire" && (
          <Button variant="plain" size="lg" onClick={() => setAt(at + 1)}>
            Skip
          </Button>
        )}
        {step ? (
          <Button size="lg" className="one-wire-next" autoFocus onClick={next}>
            {step.kind === "power" ? "Measured: power is off again" : "Placed, next"}
          </Button>
        ) : (
          <Button size="lg" className="one-wire-next" autoFocus onClick={onClose}>
            Done
          </Button>
        )}
      </Modal.Footer>
    </Modal>
  );
}

interface CardProps {
  readonly step: WiringStep;
  readonly model: RigModel;
  readonly board: Breadboard;
  readonly onNext: () => void;
}

/** A wire with both its ends, or a stop. A tap on the wire goes on. */
function StepCard({ step, model, board, onNext }: CardProps) {
  const legNames = usePreferences((state) => state.legNames);
  const seats = useMemo(() => {
    if (model.rig.units.length > MOST_SEATED) return undefined;
    return new Map(wireSeats(model, seatRig(model.rig, board)).wires.map((one) => [one.id, one]));
  }, [model, board]);
  const look = useAtDesk((desk) => desk.bench(legNames), [legNames]);
  if (step.kind === "power") return <PowerStop steps={look?.steps ?? []} holes={look?.holes ?? {}} />;
  const { wire } = step;
  const colour = wireColour(model, wire);
  const seat = seats?.get(wire.id);
  return (
    <div className="one-wire" role="status" onClick={onNext}>
      <EndDrawing model={model} leg={wire.from} legNames={legNames} end={seat?.from} />
      <p className="one-wire-lead">
        <span className={`one-wire-swatch is-${colour}`} aria-hidden />
        <span>
          {colour}
          {seat && `, ${seat.lengthMm} mm`}
          <span className="visually-hidden"> wire to </span>
        </span>
        {wire.note && <span className="quiet small">{wire.note}</span>}
      </p>
      <EndDrawing model={model} leg={wire.to} legNames={legNames} end={seat?.to} />
    </div>
  );
}

/** Behind the last wire: what comes next. */
function AllPlaced({ rigId, left }: { rigId: string; left: number }) {
  return (
    <div className="one-wire-end" role="status">
      <h3>
        {left === 0 ? "Every wire is placed." : `${left} wire${left === 1 ? " was" : "s were"} skipped.`}
      </h3>
      <p>
        {left === 0
          ? "Check every notch and stripe once more. Bench brings the rig up in small steps, each with what to measure."
          : "Go back to them before you switch on: the list on Wires shows which."}
      </p>
      {left === 0 && (
        <StationLink className="btn btn-plain" href={`/rig/${rigId}/bench`}>
          Bring it up on Bench
        </StationLink>
      )}
    </div>
  );
}
