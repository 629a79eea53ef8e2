import { useState } from "react";
import Button from "react-bootstrap/Button";
import { formatMeasure, type AuditRow, type MeasureKind } from "@/core/audit";
import { positionOf, usedLines } from "@/core/address";
import { formatMilliamps } from "@/core/quantity";
import { controllerById, outsideOf, partsList, splitPipId, isOnDigit } from "@/core/rig";
import { pickPip, useAtDesk, useFindings, useModel, useOpenRig, usePickedDigit } from "@/store";
import { Meter, fetched } from "@/ui";
import type { Driving } from "@/workers";

const ShoppingDialog = fetched("The shopping list", () =>
  import("./shopping-dialog").then((module) => module.ShoppingDialog),
);

/** The bars reach at least this far, so that a dim segment looks dim; mA. */
const LEAST_SCALE = 10;

/** What a kind of load is called here. */
const LOADS: ReadonlyArray<readonly [MeasureKind, string]> = [
  ["led", "One LED"],
  ["output", "One output"],
  ["package", "One package"],
  ["transistor", "One transistor"],
  ["heat", "Heat"],
  ["supply", "Supply"],
];

const NO_CURRENT = { alone: 0, together: 0 };
const NO_CURRENTS: Driving["figures"]["pips"] = new Map();

/** Of each kind the load that comes nearest to its limit, as the audit found it. */
function WorstFigures() {
  const { audit, failed } = useFindings();
  if (!audit)
    return (
      <p className="small quiet mb-0" role="status">
        {failed === undefined ? "Calculating the worst case…" : `The search stopped: ${failed}`}
      </p>
    );
  return LOADS.map(([kind, name]) => {
    const rows = audit.rows.filter((row) => row.kind === kind && row.share !== undefined);
    const most = rows.reduce<AuditRow | undefined>(
      (best, row) => (!best || row.share! > best.share! ? row : best),
      undefined,
    );
    if (!most || most.worst.value <= 0) return null;
    const limit = most.maximum ?? most.keep!;
    return (
      <Meter
        key={kind}
        label={kind === "led" ? `${name}: ${most.title}` : most.title}
        share={most.share!}
        text={`${formatMeasure(most.worst.value, most.unit)} of ${formatMeasure(limit, most.unit)}`}
      />
    );
  });
}

/** What the plan takes: lines, parts, wires, and currents against their limits. */
export function PlanFigures() {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  const [shopping, setShopping] = useState(false);
  const digit = usePickedDigit();
  const { rig } = model;
  const built = outsideOf(rig);
  const driving = useAtDesk((desk) => desk.driving());
  const currents = driving?.figures.pips ?? NO_CURRENTS;
  const { lines } = controllerById(rig.plan.controller);
  const used = new Set(usedLines(model));
  const easy = lines.filter(({ leg, awkward, unusable }) => !used.has(leg) && !awkward && !unusable).length;
  const shown = model.addresses.filter(({ pip }) => digit === undefined || isOnDigit(pip, digit));
  const most = Math.max(LEAST_SCALE, ...[...currents.values()].map(({ alone }) => alone));
  return (
    <>
      <section className="sheet">
        <div className="spread mb-2">
          <h2 className="sheet-title mb-0">Parts and lines</h2>
          <Button size="sm" variant="plain" onClick={() => setShopping(true)}>
            Shopping list
          </Button>
        </div>
        {shopping && <ShoppingDialog onClose={() => setShopping(false)} />}
        <table className="rule-table small">
          <tbody>
            <tr>
              <td>Controller lines</td>
              <td className="number">
                {used.size} of {lines.length}; {easy} easy lines left
              </td>
            </tr>
            <tr>
              <td colSpan={2}>
                <span className="quiet">{built.units.length} parts: </span>
                {partsList(rig)
                  .map(({ count, what }) => `${count} × ${what}`)
                  .join(" · ")}
              </td>
            </tr>
            <tr>
              <td>Wires to place</td>
              <td className="number">
                {built.wires.length}, {built.wires.filter((wire) => wire.placed).length} placed
              </td>
            </tr>
            <tr>
              <td>Everything lit</td>
              <td className="number">{driving ? formatMilliamps(driving.supply.most) : "…"}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section className="sheet">
        <h2>Worst-case current</h2>
        <WorstFigures />
      </section>
      <section className="sheet">
        <h2>
          Current in each segment
          {digit && model.digits.length > 1 && ` of digit ${positionOf(model, digit.unit, digit.digit)}`}
        </h2>
        <div className="bars">
          {shown.map(({ pip, segment }) => {
            const { alone, together } = currents.get(pip) ?? NO_CURRENT;
            return (
              <button
                key={pip}
                type="button"
                className={`plain-button bar-row${pick === pip ? " is-picked" : ""}`}
                aria-pressed={pick === pip}
                onClick={() => pickPip(pip)}
              >
                <span className="bar-name">{splitPipId(pip).segment}</span>
                <span className="bar-track">
                  <span className="bar-alone" style={{ width: `${(alone / most) * 100}%` }} />
                  <span className="bar-together" style={{ width: `${(together / most) * 100}%` }} />
                </span>
                <span className="bar-figure" title={`segment ${segment}: lit alone, and with everything lit`}>
                  {!driving
                    ? "…"
                    : alone === 0
                      ? "dark"
                      : Math.abs(alone - together) < 0.05 * alone
                        ? formatMilliamps(alone)
                        : `${formatMilliamps(alone, 2)} → ${formatMilliamps(together, 2)}`}
                </span>
              </button>
            );
          })}
        </div>
        <p className="tiny quiet mb-0 mt-2">
          Calculated for each segment lit alone and with everything lit. Check with your meter.
        </p>
      </section>
    </>
  );
}
