import { pipTitle, scannedWord } from "@/core/address";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import type { Flicker, Ghost, ScanFigures } from "@/core/scan";
import { pickPip, useModel } from "@/store";
import { SeverityMark } from "@/ui";

const percent = (share: number): string =>
  share >= 1 ? "any depth" : `${Number((share * 100).toPrecision(2))} %`;

interface Props {
  readonly figures: Pick<ScanFigures, "flicker">;
  readonly ghosts: readonly Ghost[];
}

/** What an eye makes of it: flicker by three measures, and light where there should be none. */
export function EyeSheet({ figures, ghosts }: Props) {
  const model = useModel();
  const word = scannedWord(model);
  const { flicker } = figures;
  return (
    <section className="sheet">
      <h2>To the eye at {formatQuantity(flicker.rate, "Hz", 3)}</h2>
      <Line
        what="Looking straight at it"
        severity={flicker.straightAhead === "steady" ? "good" : "fault"}
        verdict={flicker.straightAhead}
        why="steady from about 60 Hz"
      />
      <Line
        what="Corner of the eye"
        severity={flicker.cornerOfEye === "steady" ? "good" : "caution"}
        verdict={flicker.cornerOfEye}
        why="steady from about 100 Hz"
      />
      <Line
        what="When eyes or the display move"
        severity={flicker.trails ? "note" : "good"}
        verdict={flicker.trails ? "trails" : "no strobe trails"}
        why="strobe trails disappear above about 1 kHz"
      />
      <Line
        what="IEEE 1789"
        severity={flicker.ieee === "above low risk" ? "note" : "good"}
        verdict={flicker.ieee}
        why={allowed(flicker)}
      />
      <h3 className="scan-sub">Ghosts</h3>
      {ghosts.length === 0 ? (
        <p className="small mb-0">
          <SeverityMark severity="good" text="None." /> No LED carries current outside its own slot.
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
              ? `There is no blanking: while one ${word} gives way to the next, both are driven alike. A few microseconds of blank end it.`
              : "The blanking time is shorter than the switches take to turn off; make it longer."}
          </p>
        </>
      )}
    </section>
  );
}

const allowed = ({ lowRisk, noEffect }: Flicker): string =>
  `low risk up to ${percent(lowRisk)} modulation, no effect up to ${percent(noEffect)}; multiplexing has 100 %`;

interface LineProps {
  readonly what: string;
  readonly severity: "good" | "note" | "caution" | "fault";
  readonly verdict: string;
  readonly why: string;
}

function Line({ what, severity, verdict, why }: LineProps) {
  return (
    <div className="eye-line">
      <span>{what}</span>
      <SeverityMark severity={severity} text={verdict} />
      <span className="tiny quiet">{why}</span>
    </div>
  );
}
