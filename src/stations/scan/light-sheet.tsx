import { useState } from "react";
import { scannedWord } from "@/core/address";
import type { ResistorOffer } from "@/core/audit";
import { LED_FIGURES } from "@/core/parts";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { STEADY, peakFor, perceived, pulseLimit, type ScanFigures } from "@/core/scan";
import { useAtDesk, useModel } from "@/store";
import { CommitField, SeverityMark } from "@/ui";

const readPercent = (text: string) => {
  const value = Number(text.replace("%", "").replace(",", ".").trim());
  return value > 0 && value <= 1000
    ? { ok: true as const, value }
    : { ok: false as const, message: "a share such as 50 %" };
};

/** How bright each digit is, and the peak that a wanted brightness takes. */
export function LightSheet({ figures }: { figures: ScanFigures }) {
  const model = useModel();
  const { display } = model;
  const word = scannedWord(model);
  const [wanted, setWanted] = useState(30);
  const { keep, peak } = LED_FIGURES[display.led?.colour ?? "red"];
  const duty = Math.max(...figures.digits.map((digit) => digit.duty));
  const average = (wanted / 100) * STEADY;
  const needed = peakFor(average, duty);
  const limit = pulseLimit(keep, peak, duty);
  const within = needed <= limit;
  const resistor = useAtDesk(
    async (desk) =>
      within ? desk.resistors({ current: average, when: "average", series: "E12" }) : undefined,
    [average, within],
  );
  return (
    <section className="sheet">
      <h2>Brightness</h2>
      <table className="rule-table small heads-wrap" aria-label="Brightness of each digit">
        <thead>
          <tr>
            <th className="text-capitalize">{word}</th>
            <th className="number">Duty cycle</th>
            <th className="number">Peak current</th>
            <th className="number">Average current</th>
            <th className="number">Light output</th>
            <th
              className="number"
              title="as the eye sees it: perceived brightness grows much more slowly than light output"
            >
              Perceived
            </th>
          </tr>
        </thead>
        <tbody>
          {figures.digits.map((digit) => (
            <tr key={digit.position}>
              <td>{digit.position}</td>
              <td className="number">{(digit.duty * 100).toFixed(1)} %</td>
              <td className="number">{formatMilliamps(digit.peak)}</td>
              <td className="number">{formatMilliamps(digit.average)}</td>
              <td className="number">{Math.round((digit.average / STEADY) * 100)} %</td>
              <td className="number">{Math.round(perceived(digit.average) * 100)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small mt-2 mb-2">
        {figures.evenness > 0.97 ? (
          <SeverityMark severity="good" text={`All ${word}s are equally bright.`} />
        ) : (
          <SeverityMark
            severity={figures.evenness < 0.85 ? "caution" : "note"}
            text={`The dimmest has ${Math.round(figures.evenness * 100)} % of the light of the brightest.`}
          />
        )}
      </p>
      <div>
        <CommitField
          label={`Target light output, % of ${STEADY} mA steady`}
          shown={`${wanted} %`}
          read={readPercent}
          onCommit={setWanted}
          width={150}
        />
        <p className="small mt-1 mb-0" role="status">
          Needs a peak current of <strong>{formatMilliamps(needed)}</strong>
          {needed > limit ? (
            <>
              {" "}
              <SeverityMark
                severity="fault"
                text={`above the ${formatMilliamps(limit, 2)} allowed at this duty cycle`}
              />
            </>
          ) : resistor?.exact !== undefined ? (
            <Picked offers={resistor.offers} />
          ) : (
            <>{resistor?.message !== undefined && ": no resistor gives that here."}</>
          )}
        </p>
      </div>
    </section>
  );
}

/** The resistor for what is wanted; where that breaks a limit, which one, and what can be had within them all. */
function Picked({ offers }: { offers: readonly ResistorOffer[] }) {
  const wanted = offers.find(({ over }) => over.length === 0) ?? offers[0]!;
  const above = offers.slice(0, 2).find(({ over }) => over.length > 0);
  if (!above || offers.length < 3) return <>, so {formatQuantity(offers.slice(0, 2).at(-1)!.ohms, "Ω")}.</>;
  return (
    <>
      {": "}
      <SeverityMark severity="fault" text={`${above.over[0]} would be over its limit`} />. The least within
      all limits is {formatQuantity(wanted.ohms, "Ω")}, which gives{" "}
      {Math.round((wanted.average / STEADY) * 100)} %.
    </>
  );
}
