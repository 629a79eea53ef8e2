import { useMemo } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { probeRig, titleOf } from "@/core/find-out";
import { safeFileName } from "@/core/foreign";
import { sketchText } from "@/core/program";
import { controllerById, type Plan } from "@/core/rig";
import { atDesk, useRig } from "@/store";
import { DownloadButton } from "@/ui";
import { SeenPad } from "./seen-pad";
import { STEP_MS, useFindOut } from "./use-find-out";

interface Props {
  readonly onClose: () => void;
  readonly onTake: (plan: Plan) => void;
}

/** Finds out what is on which output of a module: one after the other is on, and what lights is clicked. */
export function FindOut({ onClose, onTake }: Props) {
  const rig = useRig();
  const { plan } = rig;
  const { probes, at, answers, running, found, ...hands } = useFindOut(plan);
  const probed = useMemo(() => probeRig(rig, STEP_MS), [rig]);
  const ending = controllerById(plan.controller).flavour === "logic" ? ".v" : ".ino";
  const text = async () => sketchText((await atDesk(probed).code("letters")).written?.lines ?? []);
  const missing = answers.filter((one) => one === undefined).length;
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="find-out-title">
      <Modal.Header closeButton>
        <Modal.Title id="find-out-title" as="h2" className="h6">
          Which output drives what?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="spread flex-wrap mb-2">
          <p className="small mb-0 find-out-says">
            This sketch lights one output after the other, {STEP_MS / 1000} s each, over and over. Load it,
            press reset on your board and “Go” here in the same moment: then both are at the same one.
          </p>
          <span className="row-line">
            <DownloadButton name={safeFileName(probed.name, ending)} text={text}>
              Sketch for it
            </DownloadButton>
            <Button
              size="sm"
              variant={running ? "plain" : "primary"}
              onClick={running ? hands.stop : hands.go}
            >
              {running ? "Stop" : "Go"}
            </Button>
          </span>
        </div>
        <div className="find-out-step" aria-live="polite">
          <Button size="sm" variant="plain" onClick={() => hands.step(-1)} disabled={running}>
            <i className="bi bi-chevron-left" aria-hidden /> Before
          </Button>
          <span>
            <strong>
              {at + 1} of {probes.length}
            </strong>{" "}
            <span className="quiet">{titleOf(plan, probes[at]!)}</span>
          </span>
          <Button size="sm" variant="plain" onClick={() => hands.step(1)} disabled={running}>
            Next <i className="bi bi-chevron-right" aria-hidden />
          </Button>
        </div>
        <SeenPad plan={plan} seen={answers[at]} onSee={hands.see} />
        <div className="row-line flex-wrap mt-2">
          <Button
            size="sm"
            variant="plain"
            aria-pressed={answers[at] === "nothing"}
            onClick={() => hands.see("nothing")}
          >
            Nothing lights
          </Button>
          <Button
            size="sm"
            variant="plain"
            aria-pressed={answers[at] === "several"}
            onClick={() => hands.see("several")}
          >
            Several light together
          </Button>
          <span className="find-out-dots" aria-hidden>
            {answers.map((answer, place) => (
              <span
                key={place}
                className={`find-out-dot${answer === undefined ? "" : " is-seen"}${place === at ? " is-now" : ""}`}
              />
            ))}
          </span>
        </div>
        {missing === 0 && found && (
          <p className={`mt-3 mb-0 ${found.ok ? "" : "severity-fault"}`} role="status">
            {found.ok
              ? found.says.length > 0
                ? `Found: ${found.says.join("; ")}. Take it, and the wires inside, the bytes and the code follow.`
                : "It is wired as assumed: nothing to change."
              : found.message}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <span className="small quiet me-auto">{missing > 0 ? `${missing} still to be seen` : ""}</span>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="primary"
          disabled={!found?.ok}
          onClick={() => {
            if (found?.ok) onTake(found.plan);
            onClose();
          }}
        >
          Take it
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
