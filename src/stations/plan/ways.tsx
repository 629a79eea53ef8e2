import type { ColumnDef } from "@tanstack/react-table";
import { useMemo } from "react";
import Button from "react-bootstrap/Button";
import { formatMeasure } from "@/core/audit";
import { NEAR_LIMIT } from "@/core/circuit";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import type { Plan } from "@/core/rig";
import { isWay, type Load, type WayFigures } from "@/core/ways";
import { useRig } from "@/store";
import { DataTable, PlannerProgress, SeverityMark, usePlanner } from "@/ui";
import type { Comparison } from "@/workers";

interface Props {
  readonly onLay: (plan: Plan) => void;
}

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

/** The ways to drive this display side by side, the one to take first, and one click to build any of them. */
export function Ways({ onLay }: Props) {
  const rig = useRig();
  const { plan } = rig;
  const key = JSON.stringify([
    { ...rig.plan, scheme: 0, digitSwitch: 0, register: 0, lines: 0 },
    rig.show,
    rig.glyphs,
    rig.units.find((unit) => unit.led)?.led,
  ]);
  const comparing = usePlanner<Comparison>(key, (planner, report) => planner.compare(rig, report));
  const { result, failed } = comparing;
  const columns = useMemo<ColumnDef<WayFigures>[]>(() => {
    const recommended = result?.recommended?.way.id;
    const isNow = ({ way }: WayFigures) => isWay(plan, way);
    return [
      {
        header: "Way",
        cell: ({ row: { original } }) => (
          <span className="way-name" title={original.way.costs}>
            <strong>{original.way.title}</strong>
            {original.way.id === recommended && <span className="way-mark">take this</span>}
            <span className="d-block tiny quiet">{original.way.costs}</span>
          </span>
        ),
      },
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
              {original.awkward.length > 0 && `, ${original.awkward.length} awkward`}
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
        header: "Joints",
        accessorFn: ({ joints }) => joints,
        meta: { number: true },
        cell: ({ row }) => row.original.joints,
      },
      {
        header: "Worst pin",
        accessorFn: ({ pin }) => pin.share,
        meta: { number: true },
        cell: ({ row }) => <LoadText load={row.original.pin} />,
      },
      {
        header: "Chip or supply",
        accessorFn: (way) => way.package.share,
        meta: { number: true },
        cell: ({ row: { original } }) => (
          <>
            <LoadText load={original.package} />
            {original.over.length > 0 && (
              <span className="d-block tiny quiet">
                over its limit: {original.over.slice(0, 2).join(", ")}
              </span>
            )}
          </>
        ),
      },
      {
        header: "Light",
        accessorFn: ({ brightness }) => brightness,
        sortDescFirst: true,
        meta: { number: true },
        cell: ({ row: { original } }) => (
          <span
            title={`${formatMilliamps(original.average)} average with ${formatQuantity(original.ohms, "Ω")}`}
          >
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
                  : "no ceiling"}
              </span>
            </>
          ),
      },
      {
        header: "Board’s time",
        accessorFn: ({ busy }) => busy,
        meta: { number: true },
        cell: ({ row: { original } }) =>
          original.busy >= 1 ? "all" : `${Math.round(original.busy * 100)} %`,
      },
      {
        id: "build",
        header: "",
        cell: ({ row: { original } }) =>
          isNow(original) ? (
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
  }, [result, plan, onLay]);
  const fitting = (result?.figures ?? []).filter(({ problem }) => problem === undefined);
  const not = (result?.figures ?? []).filter(({ problem }) => problem !== undefined);
  return (
    <section className="sheet ways" aria-busy={comparing.progress !== undefined}>
      <div className="spread mb-2">
        <h2 className="sheet-title mb-0">Ways to drive it, side by side</h2>
        <PlannerProgress work={comparing} label="Comparing the ways" />
      </div>
      {failed && <p className="severity-fault small">The comparison failed: {failed}</p>}
      {result?.recommended && (
        <p className="small mb-2">
          <strong>{result.recommended.way.title}</strong>: {result.recommended.reasons.join("; ")}.
        </p>
      )}
      <div className="ways-scroll" tabIndex={0} role="region" aria-label="Ways, scrolls sideways">
        <DataTable
          label="Ways to drive the display"
          rows={fitting}
          columns={columns}
          rowKey={({ way }) => way.id}
          rowClass={({ way }) => (isWay(rig.plan, way) ? "is-now" : undefined)}
        />
      </div>
      {not.length > 0 && (
        <details className="small mt-2">
          <summary>
            {not.length} way{not.length === 1 ? "" : "s"} that do{not.length === 1 ? "es" : ""} not fit, and
            why
          </summary>
          <ul className="plain-list mt-1">
            {not.map(({ way, problem }) => (
              <li key={way.id}>
                {way.title}: <span className="quiet">{problem}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className="tiny quiet mb-0 mt-2">
        Each with the resistors that suit it, solved and run. Light is against 10 mA steady; joints count both
        ends of each wire and each leg used.
      </p>
    </section>
  );
}
