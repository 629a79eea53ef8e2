import type { ColumnDef } from "@tanstack/react-table";
import Button from "react-bootstrap/Button";
import { formatMeasure } from "@/core/audit";
import { NEAR_LIMIT } from "@/core/circuit";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { isWay, type Load, type WayFigures } from "@/core/ways";
import type { Plan } from "@/core/rig";
import { SeverityMark } from "@/ui";

function LoadText({ load: { value, unit, limit, share, title } }: { load: Load }) {
  return (
    <span
      className="text-nowrap"
      title={limit === undefined ? title : `${title}, at most ${formatMeasure(limit, unit)}`}
    >
      {formatMeasure(value, unit, 2)}
      {share > 1 ? (
        <SeverityMark severity="fault" text="over" />
      ) : share > NEAR_LIMIT ? (
        <SeverityMark severity="caution" text="near" />
      ) : null}
    </span>
  );
}

/** What it takes to build: lines, parts, joints. */
const TO_BUILD: readonly ColumnDef<WayFigures>[] = [
  {
    header: "Lines",
    accessorFn: ({ lines }) => lines,
    meta: { number: true },
    cell: ({ row: { original } }) => (
      <span
        title={[
          `${original.easyLeft} easy lines left`,
          ...original.awkward.map(({ line, why }) => `line ${line}: ${why}`),
          ...(original.analogue.length > 0
            ? [`analogue lines used as digital: ${original.analogue.join(", ")}`]
            : []),
        ].join("\n")}
      >
        {original.lines}
        <span className="d-block tiny quiet">
          {original.linesLeft} left
          {original.awkward.length > 0 && `, ${original.awkward.length} with another job`}
          {original.awkward.length === 0 &&
            original.analogue.length > 0 &&
            `, ${original.analogue.length} analogue`}
        </span>
      </span>
    ),
  },
  {
    header: "Parts",
    accessorFn: ({ parts }) => parts,
    meta: { number: true },
    cell: ({ row: { original } }) => (
      <>
        {original.parts}
        <span className="d-block tiny quiet">{original.wires} wires</span>
      </>
    ),
  },
  {
    header: "Connections",
    accessorFn: ({ joints }) => joints,
    meta: { number: true },
    cell: ({ row }) => row.original.joints,
  },
];

/** What it loads most. */
const LOADS: readonly ColumnDef<WayFigures>[] = [
  {
    header: "Busiest pin",
    accessorFn: ({ pin }) => pin.share,
    meta: { number: true },
    cell: ({ row }) => <LoadText load={row.original.pin} />,
  },
  {
    header: "Chip and supply",
    accessorFn: (way) => way.package.share,
    meta: { number: true },
    cell: ({ row: { original } }) => (
      <>
        <LoadText load={original.package} />
        {original.over.length > 0 && (
          <span className="d-block tiny quiet">over its limit: {original.over.slice(0, 2).join(", ")}</span>
        )}
      </>
    ),
  },
];

/** What is seen, and what it takes of the board. */
const LIGHT: readonly ColumnDef<WayFigures>[] = [
  {
    header: "Brightness",
    accessorFn: ({ brightness }) => brightness,
    sortDescFirst: true,
    meta: { number: true },
    cell: ({ row: { original } }) => (
      <span title={`${formatMilliamps(original.average)} average with ${formatQuantity(original.ohms, "Ω")}`}>
        {Math.round(original.brightness * 100)} %
      </span>
    ),
  },
  {
    header: "Refresh",
    accessorFn: ({ rate }) => rate ?? Infinity,
    sortDescFirst: true,
    meta: { number: true },
    cell: ({ row: { original } }) =>
      original.rate === undefined ? (
        "steady"
      ) : (
        <>
          {formatQuantity(original.rate, "Hz", 3)}
          <span className="d-block tiny quiet">
            {Number.isFinite(original.ceiling)
              ? `up to ${formatQuantity(original.ceiling, "Hz", 2)}`
              : "no limit"}
          </span>
        </>
      ),
  },
  {
    header: "Processor time",
    accessorFn: ({ busy }) => busy,
    meta: { number: true },
    cell: ({ row: { original } }) => (original.busy >= 1 ? "all" : `${Math.round(original.busy * 100)} %`),
  },
];

/** The columns of the comparison: what a way is, costs, loads and shows, and one click to build it. */
export function wayColumns(
  plan: Plan,
  recommended: string | undefined,
  onLay: (plan: Plan) => void,
): ColumnDef<WayFigures>[] {
  return [
    {
      header: "Way",
      cell: ({ row: { original } }) => (
        <span className="way-name" title={original.way.costs}>
          <strong>{original.way.title}</strong>
          {original.way.id === recommended && <span className="way-mark">recommended</span>}
          <span className="d-block tiny quiet">{original.way.costs}</span>
          {original.level !== undefined && (
            <span className="d-block tiny">
              <SeverityMark severity="caution" text="Levels:" /> {original.level}
            </span>
          )}
        </span>
      ),
    },
    ...TO_BUILD,
    ...LOADS,
    ...LIGHT,
    {
      id: "build",
      header: "",
      cell: ({ row: { original } }) =>
        isWay(plan, original.way) ? (
          <span className="quiet small">built</span>
        ) : (
          <Button
            size="sm"
            variant="plain"
            aria-label={`Build: ${original.way.title}`}
            onClick={() => onLay(original.plan)}
          >
            Build
          </Button>
        ),
    },
  ];
}
