"use client";
import Modal from "react-bootstrap/Modal";
import { closeRefusal, useRefusal } from "@/store";

/** The one dialog that says what was not done, and why. */
export function RefusalDialog() {
  const refusal = useRefusal((state) => state.refusal);
  if (!refusal) return null;
  const { title, says, problems } = refusal;
  return (
    <Modal show onHide={closeRefusal} scrollable aria-labelledby="refused-title" style={{ zIndex: 2100 }}>
      <Modal.Header closeButton>
        <Modal.Title id="refused-title" as="h2" className="h6">
          {title}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className={problems.length === 0 ? "mb-0" : undefined}>{says}</p>
        {problems.length > 0 && (
          <ul className="mb-0">
            {problems.map(({ path, message }) => (
              <li key={path + message} className="text-break">
                <code className="mono">{path}</code> {message}.
              </li>
            ))}
          </ul>
        )}
      </Modal.Body>
    </Modal>
  );
}
