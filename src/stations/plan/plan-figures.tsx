import { currentFigures } from "@/core/circuit";
import { LED_FIGURES } from "@/core/parts";
import { formatMilliamps } from "@/core/quantity";
import { controllerById, partsList, splitPipId } from "@/core/rig";
import { pickPip, useModel, useOpenRig } from "@/store";
import { Meter } from "@/ui";

/** What the plan takes: lines, parts, wires, and currents against their limits. */
export function PlanFigures() {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  const { rig, display } = model;
  const figures = currentFigures(model);
  const { lines } = controllerById(rig.plan.controller);
  const used = new Set(Object.values(model.encoding.lines));
  const easy = lines.filter(({ leg, awkward }) => !used.has(leg) && !awkward).length;
  const keep = LED_FIGURES[display.led?.colour ?? "red"].keep;
  const chips = [...figures.packages].flatMap(([ref, { supply, ground }]) => {
    const part = model.part(ref);
    return part.kind === "shift-register"
      ? [{ ref, most: Math.max(supply, ground), limit: part.packageMaximum, each: part.outputMaximum }]
      : [];
  });
  const most = Math.max(keep / 2, ...[...figures.pips.values()].map(({ alone }) => alone));
  return (
    <div className="plan-column">
      <section className="sheet">
        <h2>What it takes</h2>
        <table className="rule-table small">
          <tbody>
            <tr>
              <td>Controller lines</td>
              <td className="number">
                {used.size} of {lines.length}; {easy} easy ones left
              </td>
            </tr>
            <tr>
              <td colSpan={2}>
                <span className="quiet">{rig.units.length} parts: </span>
                {partsList(rig)
                  .map(({ count, what }) => `${count} × ${what}`)
                  .join(" · ")}
              </td>
            </tr>
            <tr>
              <td>Wires to place</td>
              <td className="number">
                {rig.wires.length}, {rig.wires.filter((wire) => wire.placed).length} placed
              </td>
            </tr>
            <tr>
              <td>Everything lit</td>
              <td className="number">{formatMilliamps(figures.total)}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section className="sheet">
        <h2>Current, at its worst</h2>
        <Meter
          label="One LED"
          share={figures.mostLed / keep}
          text={`${formatMilliamps(figures.mostLed)} of ${keep} mA`}
        />
        {chips.map(({ ref, most: through, limit, each }) => (
          <div key={ref}>
            <Meter
              label={`One output of ${ref}`}
              share={figures.mostOutput.current / each}
              text={`${formatMilliamps(figures.mostOutput.current)} of ${each} mA`}
            />
            <Meter
              label={`All of ${ref} together`}
              share={through / limit}
              text={`${formatMilliamps(through)} of ${limit} mA`}
            />
          </div>
        ))}
      </section>
      <section className="sheet">
        <h2>Each segment</h2>
        <div className="bars">
          {model.addresses.map(({ pip, segment }) => {
            const { alone, together } = figures.pips.get(pip)!;
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
                <span className="bar-figure" title={`segment ${segment}: alone, with everything lit`}>
                  {alone === 0
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
          Solved from the circuit, alone and with everything lit. Check with your meter.
        </p>
      </section>
    </div>
  );
}
