import { useMemo } from "react";
import { pipTitle } from "@/core/address";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { ghostsOf, type Flicker, type ScanFigures } from "@/core/scan";
import { pickPip, useModel } from "@/store";
import { SeverityMark } from "@/ui";

const percent = (share: number): string =>
  share >= 1 ? "any depth" : `${Number((share * 100).toPrecision(2))} %`;

/** What an eye makes of it: flicker by three measures, and light where there should be none. */
export function EyeSheet({ figures }: { figures: ScanFigures }) {
  const model = useModel();
  const ghosts = useMemo(() => ghostsOf(model), [model]);
  const { flicker } = figures;
  return (
    <section className="sheet">
      <h2>To the eye, at {formatQuantity(flicker.rate, "Hz", 3)}</h2>
      <table className="rule-table small" aria-label="Flicker">
        <tbody>
          <tr>
            <td>Straight ahead</td>
            <td>
              <Verdict good={flicker.straightAhead === "steady"} text={flicker.straightAhead} fault />
            </td>
            <td className="quiet">fuses near 60 Hz</td>
          </tr>
          <tr>
            <td>Corner of the eye</td>
            <td>
              <Verdict good={flicker.cornerOfEye === "steady"} text={flicker.cornerOfEye} />
            </td>
            <td className="quiet">needs 100 Hz</td>
          </tr>
          <tr>
            <td>When eyes move</td>
            <td>
              <SeverityMark
                severity={flicker.trails ? "note" : "good"}
                text={flicker.trails ? "trails" : "no trails"}
                quiet={!flicker.trails}
              />
            </td>
            <td className="quiet">gone from 1 kHz</td>
          </tr>
          <tr>
            <td>IEEE 1789</td>
            <td>
              <SeverityMark
                severity={flicker.ieee === "above low risk" ? "note" : "good"}
                text={flicker.ieee}
              />
            </td>
            <td className="quiet">{allowed(flicker)}</td>
          </tr>
        </tbody>
      </table>
      <h3 className="scan-sub">Ghosts</h3>
      {ghosts.length === 0 ? (
        <p className="small mb-0">
          <SeverityMark severity="good" text="None." quiet /> No LED carries current outside its turn.
        </p>
      ) : (
        <>
          <ul className="plain-list small mb-1">
            {ghosts.slice(0, 3).map(({ pip, average, share, text, visible }) => (
              <li key={pip}>
                <button
                  type="button"
                  className="plain-button text-decoration-underline"
                  onClick={() => pickPip(pip)}
                >
                  {pipTitle(model, pip)}
                </button>{" "}
                {formatMilliamps(average, 2)} in “{text}”, {(share * 100).toPrecision(2)} % of a lit one{" "}
                <SeverityMark
                  severity={visible ? "caution" : "note"}
                  text={visible ? "glows" : "too faint to see"}
                />
              </li>
            ))}
          </ul>
          <p className="tiny quiet mb-0">
            {model.rig.scan.blank === 0
              ? "Nothing is blanked: while one digit gives way to the next, both have the same segments. A few microseconds of blank end it."
              : "The blank is shorter than the switches take to turn off; make it longer."}
          </p>
        </>
      )}
    </section>
  );
}

const allowed = ({ lowRisk, noEffect }: Flicker): string =>
  `low risk up to ${percent(lowRisk)}, no effect up to ${percent(noEffect)}; this is 100 %`;

function Verdict({ good, text, fault = false }: { good: boolean; text: string; fault?: boolean }) {
  return <SeverityMark severity={good ? "good" : fault ? "fault" : "caution"} text={text} quiet={good} />;
}
