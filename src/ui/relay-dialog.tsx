import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";

interface Props {
  /** Wires that do not run where the plan put them. */
  readonly moved: number;
  /** Displays beside it that would have no place any more. */
  readonly lost: readonly string[];
  readonly onClose: () => void;
  readonly onLay: () => void;
}

/** Asks before wires that were moved by hand are laid afresh. */
export function RelayDialog({ moved, lost, onClose, onLay }: Props) {
  return (
    <Modal show onHide={onClose} aria-labelledby="relay-title">
      <Modal.Header closeButton>
        <Modal.Title id="relay-title" as="h2" className="h6">
          Lay the wires again?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {moved > 0 && (
          <p>
            {moved} wire{moved === 1 ? " does" : "s do"} not run where the plan put them. This choice lays all
            wires again as planned; Undo restores yours.
          </p>
        )}
        {lost.length > 0 && (
          <p>
            The new plan has no room for {lost.join(" and ")}: {lost.length === 1 ? "it is" : "they are"}{" "}
            removed. Undo restores {lost.length === 1 ? "it" : "them"}.
          </p>
        )}
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
