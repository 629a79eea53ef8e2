import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { safeFileName } from "@/core/foreign";
import { outsideOf } from "@/core/rig";
import { shoppingCsv } from "@/core/shopping";
import { useRig } from "@/store";
import { DownloadButton, PartsTable, useParts } from "@/ui";

/** What to buy or to take out of the drawer, with what each part has to stand; as a table, a file or on paper. */
export function ShoppingDialog({ onClose }: { onClose: () => void }) {
  const rig = useRig();
  const list = useParts();
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="shopping-title" className="for-print">
      <Modal.Header closeButton>
        <Modal.Title id="shopping-title" as="h2" className="h6">
          Shopping list for {rig.name}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <PartsTable parts={list} />
        <p className="tiny quiet mt-2 mb-0">
          The {outsideOf(rig).wires.length} wires and the breadboard are extra. Resistors are rated for twice
          their worst-case power, capacitors for twice their supply.
        </p>
      </Modal.Body>
      <Modal.Footer className="no-print">
        {list && (
          <DownloadButton
            text={() => shoppingCsv(list)}
            name={safeFileName(`${rig.name} shopping list`, ".csv")}
          >
            CSV
          </DownloadButton>
        )}
        <Button variant="plain" onClick={() => window.print()}>
          <i className="bi bi-printer me-1" aria-hidden />
          Print
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
