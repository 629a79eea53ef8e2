import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { safeFileName } from "@/core/foreign";
import { outsideOf } from "@/core/rig";
import { shoppingCsv, shoppingList } from "@/core/shopping";
import { useAtDesk, useFindings, useRig } from "@/store";
import { DataTable, DownloadButton } from "@/ui";
import type { ColumnDef } from "@tanstack/react-table";

type Line = ReturnType<typeof shoppingList>[number];

const COLUMNS: ColumnDef<Line>[] = [
  { header: "Count", meta: { number: true }, cell: ({ row }) => row.original.count },
  { header: "Part", cell: ({ row }) => row.original.what },
  { header: "Rating to ask for", cell: ({ row }) => row.original.rating },
  { header: "For", cell: ({ row }) => <span className="quiet">{row.original.refs.join(", ")}</span> },
];

/** What to buy or to take out of the drawer, with what each part has to stand; as a table, a file or on paper. */
export function ShoppingDialog({ onClose }: { onClose: () => void }) {
  const rig = useRig();
  const { audit } = useFindings();
  const driving = useAtDesk((desk) => desk.driving());
  const list = audit && driving ? shoppingList(rig, audit.rows, driving.supply.take) : undefined;
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="shopping-title" className="for-print">
      <Modal.Header closeButton>
        <Modal.Title id="shopping-title" as="h2" className="h6">
          Shopping list for {rig.name}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {list ? (
          <DataTable label="Shopping list" rows={list} columns={COLUMNS} rowKey={({ what }) => what} />
        ) : (
          <p className="quiet mb-0" role="status">
            Working out the rating each part needs…
          </p>
        )}
        <p className="tiny quiet mt-2 mb-0">
          {outsideOf(rig).wires.length} Wires and the breadboard are extra. Resistors are rated for twice
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
