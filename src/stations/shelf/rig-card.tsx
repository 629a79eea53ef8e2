import { format } from "date-fns";
import Link from "next/link";
import { useId, useState, type FormEvent } from "react";
import Button from "react-bootstrap/Button";
import Dropdown from "react-bootstrap/Dropdown";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import type { Problem } from "@/core/document";
import { LIMITS, fileName, type Rig } from "@/core/rig";
import { addRig, binRig, recordName, say, saveRig, unbinRig, writtenRig, type ShelfEntry } from "@/store";
import { RigFace, SeverityMark, saveText, useSimulation } from "@/ui";

const remove = async (id: string, name: string): Promise<void> => {
  await binRig(id);
  say({ text: `${name} deleted`, action: { label: "Undo", run: () => void unbinRig(id) } });
};

/** A rig on the shelf with its live face. */
export function RigCard({ rig, summary, changed }: { rig: Rig; summary: string; changed: number }) {
  const [editing, setEditing] = useState(false);
  const { shape, face } = useSimulation(`card-${rig.id}`, rig);
  const hand = async () => saveText(await writtenRig(rig), fileName(rig, ".pip.json"), "application/json");
  const duplicate = async () => {
    const copy = await addRig(rig);
    say({ text: `Duplicated as ${copy.name}` });
  };
  return (
    <li className="shelf-card">
      <Link href={`/rig/${rig.id}/plan`} className="shelf-open" aria-label={`Open ${rig.name}`}>
        <span className="lens" style={{ padding: "16px 18px" }}>
          <RigFace shape={shape} face={face} height={132} label={`Face of ${rig.name}`} />
        </span>
      </Link>
      <div className="shelf-says">
        <div className="spread">
          <Link href={`/rig/${rig.id}/plan`} className="shelf-title">
            {rig.name}
          </Link>
          <Dropdown align="end">
            <Dropdown.Toggle
              variant="quiet"
              size="sm"
              aria-label={`More for ${rig.name}`}
              className="no-caret"
            >
              <i className="bi bi-three-dots" aria-hidden />
            </Dropdown.Toggle>
            <Dropdown.Menu>
              <Dropdown.Item onClick={() => void hand()}>Export .pip.json</Dropdown.Item>
              <Dropdown.Item onClick={() => setEditing(true)}>Name and note</Dropdown.Item>
              <Dropdown.Item onClick={() => void duplicate()}>Duplicate</Dropdown.Item>
              <Dropdown.Divider />
              <Dropdown.Item onClick={() => void remove(rig.id, rig.name)}>Delete</Dropdown.Item>
            </Dropdown.Menu>
          </Dropdown>
        </div>
        <div className="small quiet">{summary}</div>
        {rig.note && <p className="small mb-0 mt-1 shelf-note">{rig.note}</p>}
        <div className="tiny quiet mt-auto pt-2">
          {changed > 0 && `changed ${format(changed, "d MMM yyyy, HH:mm")}`}
        </div>
      </div>
      {editing && <NameAndNote rig={rig} onClose={() => setEditing(false)} />}
    </li>
  );
}

/** Changes what the shelf says of a rig. */
function NameAndNote({ rig, onClose }: { rig: Rig; onClose: () => void }) {
  const id = useId();
  const [name, setName] = useState(rig.name);
  const [note, setNote] = useState(rig.note);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return;
    await saveRig({ ...rig, name: name.trim(), note });
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

/** A record that is no rig this version can read: nothing of it is lost, and it can be taken away as a file. */
export function UnreadableCard({ record, problem }: { record: ShelfEntry["record"]; problem: Problem }) {
  const name = recordName(record);
  return (
    <li className="shelf-card">
      <div className="shelf-says">
        <strong>{name}</strong>
        <SeverityMark severity="caution" text="cannot be read" />
        <p className="small mt-1">
          <code className="mono">{problem.path}</code> {problem.message}.
        </p>
        <div className="row-line mt-auto">
          <Button
            size="sm"
            variant="plain"
            onClick={() =>
              saveText(
                JSON.stringify(record.rig ?? record, null, 2),
                fileName({ name }, ".pip.json"),
                "application/json",
              )
            }
          >
            Export as it is
          </Button>
          <Button size="sm" variant="plain" onClick={() => void remove(record.id, name)}>
            Delete
          </Button>
        </div>
      </div>
    </li>
  );
}
