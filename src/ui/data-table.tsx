import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Header,
  type SortingState,
} from "@tanstack/react-table";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { useMost } from "./use-most";

interface Props<Row> {
  readonly rows: Row[];
  /** A column that has `accessorFn` can be sorted by it; `sortDescFirst` the largest first. */
  readonly columns: ColumnDef<Row>[];
  readonly label: string;
  readonly rowKey: (row: Row) => string;
  readonly rowClass?: (row: Row) => string | undefined;
  /** Rows at first, of a long table; what is kept is shown wherever it stands. */
  readonly first?: number;
  readonly keeps?: (row: Row) => boolean;
}

const numberClass = (meta: unknown): string | undefined =>
  (meta as { number?: boolean } | undefined)?.number ? "number" : undefined;

const SORTED = { asc: "ascending", desc: "descending" } as const;

/** The one table. A column's `meta.number` sets it in figures to the right. */
export function DataTable<Row>({
  rows,
  columns,
  label,
  rowKey,
  rowClass,
  first = Infinity,
  keeps = () => false,
}: Props<Row>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table keeps its state in its own instance
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: rowKey,
    sortDescFirst: false,
  });
  const { shown, left, more } = useMost(table.getRowModel().rows, first, ({ original }) => keeps(original));
  return (
    <>
      <table className="rule-table" aria-label={label}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => (
                <Head key={header.id} header={header} />
              ))}
            </tr>
          ))}
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.id} className={rowClass?.(row.original)}>
              {row.getVisibleCells().map((cell) => (
                <td key={cell.id} className={numberClass(cell.column.columnDef.meta)}>
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {left > 0 && (
        <Button size="sm" variant="plain" className="mt-2" onClick={more}>
          {left.toLocaleString("en")} more
        </Button>
      )}
    </>
  );
}

function Head<Row>({ header: { column, getContext } }: { header: Header<Row, unknown> }) {
  const title = flexRender(column.columnDef.header, getContext());
  const sorted = column.getIsSorted();
  const className = numberClass(column.columnDef.meta);
  if (!column.getCanSort()) return <th className={className}>{title}</th>;
  return (
    <th className={className} aria-sort={sorted ? SORTED[sorted] : "none"}>
      <button
        type="button"
        className={`plain-button sort-head${sorted ? " is-sorted" : ""}`}
        onClick={column.getToggleSortingHandler()}
      >
        {title}
        <i
          className={`bi ${sorted === "asc" ? "bi-caret-up-fill" : sorted ? "bi-caret-down-fill" : "bi-caret-down"}`}
          aria-hidden
        />
      </button>
    </th>
  );
}
