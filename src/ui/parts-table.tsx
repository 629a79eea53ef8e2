import type { ColumnDef } from "@tanstack/react-table";
import { shoppingList, type ShoppingLine } from "@/core/shopping";
import { useAtDesk, useFindings, useRig } from "@/store";
import { DataTable } from "./data-table";

const COLUMNS: ColumnDef<ShoppingLine>[] = [
  { header: "Count", meta: { number: true }, cell: ({ row }) => row.original.count },
  { header: "Part", cell: ({ row }) => row.original.what },
  { header: "Rating to ask for", cell: ({ row }) => row.original.rating },
  { header: "For", cell: ({ row }) => <span className="quiet">{row.original.refs.join(", ")}</span> },
];

/** Every kind of part of the open rig once, with what it has to stand; undefined until the audit is there. */
export function useParts(): ShoppingLine[] | undefined {
  const rig = useRig();
  const { audit } = useFindings();
  const driving = useAtDesk((desk) => desk.driving());
  return audit && driving ? shoppingList(rig, audit.rows, driving.supply.take) : undefined;
}

export function PartsTable({ parts }: { readonly parts: ShoppingLine[] | undefined }) {
  return parts ? (
    <DataTable label="Parts" rows={parts} columns={COLUMNS} rowKey={({ what }) => what} />
  ) : (
    <p className="quiet mb-0" role="status">
      Working out the rating each part needs…
    </p>
  );
}
