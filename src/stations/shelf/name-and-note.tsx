import { useId, useState, type FormEvent } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { LIMITS, type Rig } from "@/core/rig";
import { keeper } from "@/store";

/** Changes what the shelf says of a rig. */
export function NameAndNote({ rig, onClose }: { rig: Rig; onClose: () => void }) {
  const id = useId();
  const [name, setName] = useState(rig.name);
  const [note, setNote] = useState(rig.note);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return;
    await keeper().saveRig({ ...rig, name: name.trim(), note });
    onClose();
  };
  return (
    <Modal show onHide={onClose} aria-labelledby={`${id}-title`}>
      <form onSubmit={(event) => void save(event)}>
        <Modal.Header closeButton>
          <Modal.Title id={`${id}-title`} as="h2" className="h6">
            Name and note
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <label className="field-label" htmlFor={`${id}-name`}>
            Name
          </label>
          <Form.Control
            id={`${id}-name`}
            value={name}
            maxLength={LIMITS.name}
            onChange={(event) => setName(event.target.value)}
          />
          <label className="field-label mt-2" htmlFor={`${id}-note`}>
            Note
          </label>
          <Form.Control
            id={`${id}-note`}
            as="textarea"
            rows={4}
            value={note}
            maxLength={LIMITS.note}
            onChange={(event) => setNote(event.target.value)}
          />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="primary" disabled={!name.trim()}>
            Save
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
