import Modal from "react-bootstrap/Modal";
import { useRig } from "@/store";
import { stationsFor } from "../registry";

const KEYS: ReadonlyArray<readonly [keys: readonly string[], what: string]> = [
  [["←", "→", "↑", "↓"], "move the pip from segment to segment"],
  [["Space"], "run and pause"],
  [["."], "step to the next change on the face"],
  [["F"], "blow the face up"],
  [["Ctrl", "Z"], "undo"],
  [["Ctrl", "Shift", "Z"], "redo"],
  [["/"], "find anything"],
  [["?"], "this list"],
];

/** The keys, in the words of what they do. */
export function Shortcuts({ onClose }: { onClose: () => void }) {
  const { plan } = useRig();
  const rows = [...stationsFor(plan).map(({ key, title }) => [[key], `go to ${title}`] as const), ...KEYS];
  return (
    <Modal show onHide={onClose} aria-labelledby="shortcuts-title">
      <Modal.Header closeButton>
        <Modal.Title id="shortcuts-title" as="h2" className="h6">
          Keyboard
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="rule-table">
          <tbody>
            {rows.map(([keys, what]) => (
              <tr key={what}>
                <td style={{ width: 150 }}>
                  {keys.map((key) => (
                    <kbd key={key} className="me-1">
                      {key}
                    </kbd>
                  ))}
                </td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
    </Modal>
  );
}
