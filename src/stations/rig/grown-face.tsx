import Modal from "react-bootstrap/Modal";
import { RigFace, type SimulationView } from "@/ui";

/** The face over the whole window. */
export function GrownFace({
  simulation: { shape, face },
  onClose,
}: {
  simulation: SimulationView;
  onClose: () => void;
}) {
  return (
    <Modal show onHide={onClose} fullscreen aria-label="The face, large" contentClassName="grown-face">
      <button type="button" className="plain-button lens-grow" onClick={onClose} aria-label="Close">
        <i className="bi bi-x-lg" aria-hidden />
      </button>
      <RigFace shape={shape} face={face} height="84vh" label={`Face: ${face?.reads ?? "starting"}`} />
    </Modal>
  );
}
