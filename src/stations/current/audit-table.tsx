import type { ColumnDef } from "@tanstack/react-table";
import { memo } from "react";
import { formatMeasure, type AuditRow } from "@/core/audit";
import { standingOf, type Standing } from "@/core/check";
import { holdState, pickPip, useOpenRig } from "@/store";
import { DataTable, IconButton, SeverityMark } from "@/ui";

const figure = (value: number | undefined, unit: AuditRow["unit"]): string =>
  value === undefined ? "–" : Math.abs(value) < 1e-8 ? "none" : formatMeasure(value, unit);

/** How a standing is marked and said. */
const STANDINGS: Readonly<Record<Standing, readonly ["fault" | "caution" | "note" | "good", string]>> = {
  over: ["fault", "over"],
  "average-over": ["caution", "average too high"],
  "astray-over": ["caution", "can exceed the limit"],
  near: ["caution", "near"],
  "above-kept": ["note", "above recommended"],
  within: ["good", "within"],
};

const columns: ColumnDef<AuditRow>[] = [
  {
    header: "What",
    accessorFn: ({ title }) => title,
    cell: ({ row: { original } }) =>
      original.pip ? (
        <button type="button" className="plain-button audit-pick" onClick={() => pickPip(original.pip!)}>
          {original.title}
        </button>
      ) : (
        original.title
      ),
  },
  {
    header: "Worst case",
    meta: { number: true },
    cell: ({ row: { original } }) => (
      <>
        <strong>{figure(original.worst.value, original.unit)}</strong>
        {original.astray && (
          <button
            type="button"
            className="plain-button d-block tiny quiet audit-astray"
            title="In a state the program never sets by itself: at power-up, if it stops halfway, or at full brightness. Click to see it"
            onClick={() => holdState(original.astray!.state)}
          >
            up to {figure(original.astray.value, original.unit)}
          </button>
        )}
      </>
    ),
  },
  {
    header: "In this show",
    meta: { number: true },
    cell: ({ row: { original } }) => figure(original.average, original.unit),
  },
  {
    header: "Recommended",
    meta: { number: true },
    cell: ({ row: { original } }) => figure(original.keep, original.unit),
  },
  {
    header: "Absolute max.",
    meta: { number: true },
    cell: ({ row: { original } }) => figure(original.maximum, original.unit),
  },
  {
    header: "Share of limit",
    id: "share",
    accessorFn: ({ share }) => share ?? -1,
    sortDescFirst: true,
    cell: ({ row: { original } }) => {
      const [severity, text] = STANDINGS[standingOf(original)];
      const share = original.share;
      return (
        <span
          className="audit-share"
          title={[original.recommendedBy, original.limits].filter(Boolean).join("; ")}
        >
          <span className="meter-track" aria-hidden>
            <span
              className={`meter-fill meter-${severity === "note" ? "good" : severity}`}
              style={{ width: `${Math.min(100, (share ?? 0) * 100)}%` }}
            />
          </span>
          <span className="audit-percent">{share === undefined ? "–" : `${Math.round(share * 100)} %`}</span>
          <SeverityMark severity={severity} text={text} quiet={severity === "good"} />
        </span>
      );
    },
  },
  {
    id: "state",
    header: "",
    cell: ({ row: { original } }) => (
      <IconButton
        icon="bi-eye"
        label={`Show the worst case of ${original.title} on the face`}
        title="Show this state on the face"
        onClick={() => holdState(original.worst.state)}
      />
    ),
  },
];

/** Rows of LEDs at first, and more at a click: the nearest to their limits stand first. */
const FIRST_ROWS = 40;
const MANY_ROWS = 1000;

/** Every measure with its worst, its mean, its limits and how it stands. */
export const AuditTable = memo(function AuditTable({ rows }: { rows: AuditRow[] }) {
  const pick = useOpenRig((state) => state.pick);
  const isPicked = ({ pip }: AuditRow) => pip !== undefined && pip === pick;
  // Of LEDs there are many, and alike; what else carries current is always listed, unless that is hundreds as well.
  const isKept = (row: AuditRow) => (row.pip === undefined && rows.length < MANY_ROWS) || isPicked(row);
  return (
    <div className="audit-scroll">
      <DataTable
        label="Currents and heat at their worst"
        rows={rows}
        columns={columns}
        rowKey={(row) => row.id}
        rowClass={(row) => (isPicked(row) ? "is-picked" : undefined)}
        first={FIRST_ROWS}
        keeps={isKept}
      />
    </div>
  );
});
