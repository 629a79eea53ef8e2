import { currentFigures } from "@/core/circuit";
import { positionOf } from "@/core/address";
import { LED_FIGURES, isChip } from "@/core/parts";
import { formatMilliamps } from "@/core/quantity";
import { controllerById, partsList, splitLegRef, splitPipId } from "@/core/rig";
import { lightDuty, pulseLimit } from "@/core/scan";
import { usedLines } from "@/core/ways";
import { pickPip, useModel, useOpenRig, usePickedDigit } from "@/store";
import { Meter } from "@/ui";

/** What the plan takes: lines, parts, wires, and currents against their limits. */
export function PlanFigures() {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  const digit = usePickedDigit();
  const { rig, display } = model;
  const figures = currentFigures(model);
  const { lines } = controllerById(rig.plan.controller);
  const used = new Set(usedLines(model));
  const easy = lines.filter(({ leg, awkward, unusable }) => !used.has(leg) && !awkward && !unusable).length;
  const { keep, peak } = LED_FIGURES[display.led?.colour ?? "red"];
  const duty = lightDuty(model);
  const kept = pulseLimit(keep, peak, duty);
  const chips = [...figures.packages].flatMap(([ref, { supply, ground }]) => {
    const part = model.part(ref);
    const limits = isChip(part)
      ? { limit: part.packageMaximum, each: part.outputMaximum, name: ref }
      : part.kind === "controller"
        ? { limit: part.allPinsMaximum, each: part.pinMaximum, name: "the board" }
        : undefined;
    const through = Math.max(supply, ground);
    const mostPin =
      splitLegRef(figures.mostOutput.leg ?? "").unit === ref ? figures.mostOutput.current : undefined;
    return limits && through > 0 ? [{ ref, through, mostPin, ...limits }] : [];
  });
  const shown = model.addresses.filter(
    ({ pip }) => digit === undefined || pip.startsWith(`${digit.unit}.${digit.digit}.`),
  );
  const most = Math.max(keep / 2, ...[...figures.pips.values()].map(({ alone }) => alone));
  return (
    <>
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
          label={duty < 1 ? `One LED, at ${Math.round(duty * 100)} % duty` : "One LED"}
          share={figures.mostLed / kept}
          text={`${formatMilliamps(figures.mostLed)} of ${formatMilliamps(kept, 2)}`}
        />
        {chips.map(({ ref, name, mostPin, through, limit, each }) => (
          <div key={ref}>
            {mostPin !== undefined && (
              <Meter
                label={`One output of ${name}`}
                share={mostPin / each}
                text={`${formatMilliamps(mostPin)} of ${each} mA`}
              />
            )}
            {limit !== undefined && (
              <Meter
                label={`All of ${name} together`}
                share={through / limit}
                text={`${formatMilliamps(through)} of ${limit} mA`}
              />
            )}
          </div>
        ))}
      </section>
      <section className="sheet">
        <h2>
          Each segment
          {digit && model.digits.length > 1 && ` of digit ${positionOf(model, digit.unit, digit.digit)}`}
        </h2>
        <div className="bars">
          {shown.map(({ pip, segment }) => {
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
    </>
  );
}
