import { NEAR_LIMIT } from "@/core/circuit";
import { SeverityMark } from "./findings";

interface Props {
  readonly label: string;
  /** Share of the limit, 1 at the limit. */
  readonly share: number;
  readonly text: string;
}

/** A figure against its limit: the line ends at the limit, and the word says how it stands. */
export function Meter({ label, share, text }: Props) {
  const severity = share > 1 ? "fault" : share > NEAR_LIMIT ? "caution" : "good";
  return (
    <div className="meter">
      <div className="spread small">
        <span>{label}</span>
        <span className="row-line">
          {text}
          {severity !== "good" && <SeverityMark severity={severity} text={share > 1 ? "over" : "near"} />}
        </span>
      </div>
      <div
        className="meter-track"
        role="img"
        aria-label={`${label}: ${Math.round(share * 100)} % of the limit`}
      >
        <div className={`meter-fill meter-${severity}`} style={{ width: `${Math.min(100, share * 100)}%` }} />
      </div>
    </div>
  );
}
