import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";

interface Props {
  /** Wires that do not run where the plan put them. */
  readonly moved: number;
  readonly onClose: () => void;
  readonly onLay: () => void;
}

/** Asks before wires that were moved by hand are laid afresh. */
export function RelayDialog({ moved, onClose, onLay }: Props) {
  return (
    <Modal show onHide={onClose} aria-labelledby="relay-title">
      <Modal.Header closeButton>
        <Modal.Title id="relay-title" as="h2" className="h6">
          Lay the wires again?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {moved} wire{moved === 1 ? " does" : "s do"} not run where the plan put them. This choice lays all
        wires afresh, as planned; Undo brings yours back.
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={onClose}>
          Keep my wires
        </Button>
        <Button
          variant="primary"
          onClick={() => {
            onLay();
            onClose();
          }}
        >
          Lay them again
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
