import { flexRender, getCoreRowModel, useReactTable, type ColumnDef } from "@tanstack/react-table";

interface Props<Row> {
  readonly rows: Row[];
  readonly columns: ColumnDef<Row>[];
  readonly label: string;
  readonly rowKey: (row: Row) => string;
  readonly rowClass?: (row: Row) => string | undefined;
  readonly onRow?: (row: Row) => void;
}

/** The one table. A column's `meta.number` sets it in figures to the right. */
export function DataTable<Row>({ rows, columns, label, rowKey, rowClass, onRow }: Props<Row>) {
  // eslint-disable-next-line react-hooks/incompatible-library -- the table keeps its state in its own instance
  const table = useReactTable({ data: rows, columns, getCoreRowModel: getCoreRowModel(), getRowId: rowKey });
  const numberClass = (meta: unknown) =>
    (meta as { number?: boolean } | undefined)?.number ? "number" : undefined;
  return (
    <table className="rule-table" aria-label={label}>
      <thead>
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {group.headers.map((header) => (
              <th key={header.id} className={numberClass(header.column.columnDef.meta)}>
                {flexRender(header.column.columnDef.header, header.getContext())}
              </th>
            ))}
          </tr>
        ))}
      </thead>
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr
            key={row.id}
            className={rowClass?.(row.original)}
            onClick={onRow && (() => onRow(row.original))}
          >
            {row.getVisibleCells().map((cell) => (
              <td key={cell.id} className={numberClass(cell.column.columnDef.meta)}>
                {flexRender(cell.column.columnDef.cell, cell.getContext())}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
