import Modal from "react-bootstrap/Modal";
import type { CameBack, Restored } from "@/keep";
import { formatDate } from "@/ui";

const HEADS: ReadonlyArray<readonly [CameBack["as"], string]> = [
  ["restored", "Back on the shelf"],
  ["added", "Added beside the rig of that name, which is different"],
  ["in the bin", "In the bin, as they were"],
  ["there already", "There already, and left as they are"],
  ["left out", "Left out"],
];

/** What came back, rig by rig. */
export function RestoredDialog({ restored, onClose }: { restored: Restored; onClose: () => void }) {
  if (!restored.ok) return null;
  const { rigs, made, settings } = restored;
  const on = Number.isNaN(Date.parse(made)) ? "" : ` of ${formatDate(Date.parse(made))}`;
  return (
    <Modal show onHide={onClose} scrollable aria-labelledby="restored-title">
      <Modal.Header closeButton>
        <Modal.Title id="restored-title" as="h2" className="h6">
          Back-up{on}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {HEADS.map(([as, head]) => {
          const list = rigs.filter((rig) => rig.as === as);
          if (list.length === 0) return null;
          return (
            <section key={as} className="mb-3">
              <h3 className="h6 mb-1">
                {head}: {list.length}
              </h3>
              <ul className="mb-0 small">
                {list.map(({ name, says }, at) => (
                  <li key={at} className="text-break">
                    {name}
                    {says ? `: ${as === "added" ? `now ${says}` : says}` : ""}
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
        {rigs.length === 0 && <p>There is no rig in it.</p>}
        {settings > 0 && <p className="mb-0 small quiet">The settings apply once the page is reloaded.</p>}
      </Modal.Body>
    </Modal>
  );
}
