import { useMemo } from "react";
import type { Plan } from "@/core/rig";
import { isWay } from "@/core/ways";
import { useRig } from "@/store";
import { DataTable, PlannerProgress, usePlanner } from "@/ui";
import type { Comparison } from "@/workers";
import { wayColumns } from "./way-columns";

interface Props {
  readonly onLay: (plan: Plan) => void;
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
  const recommended = result?.recommended?.way.id;
  const columns = useMemo(() => wayColumns(plan, recommended, onLay), [recommended, plan, onLay]);
  const fitting = (result?.figures ?? []).filter(({ problem }) => problem === undefined);
  const not = (result?.figures ?? []).filter(({ problem }) => problem !== undefined);
  return (
    <section className="sheet ways" aria-busy={comparing.progress !== undefined}>
      <div className="spread mb-2">
        <h2 className="sheet-title mb-0">Ways to drive it, compared</h2>
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
        Each way has resistors that suit it and was simulated. Brightness is compared with 10 mA steady;
        connections count both ends of each wire and each leg used.
      </p>
    </section>
  );
}
