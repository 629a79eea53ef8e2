import type { Finding, Severity } from "@/core/check";

const MARKS: Readonly<Record<Severity | "good", readonly [icon: string, word: string]>> = {
  fault: ["bi-x-octagon-fill", "Fault"],
  caution: ["bi-exclamation-triangle-fill", "Caution"],
  note: ["bi-info-circle", "Note"],
  good: ["bi-check-circle", "Good"],
};

/** A severity as shape and word, never as colour alone; a quiet one keeps its word for those who hear the page. */
export function SeverityMark({
  severity,
  text,
  quiet,
}: {
  severity: Severity | "good";
  text?: string;
  quiet?: boolean;
}) {
  const [icon, word] = MARKS[severity];
  return (
    <span className={`severity severity-${severity}`}>
      <i className={`bi ${icon}`} aria-hidden />
      <span className={quiet ? "visually-hidden" : undefined}>{text ?? word}</span>
    </span>
  );
}

/** What stands where a check has not ended: still looking, or that it could not be done. */
function Looking({ failed }: { failed?: string }) {
  return failed === undefined ? (
    // No status of its own: it names the button it stands in.
    <span className="severity quiet" aria-live="polite">
      <i className="bi bi-hourglass-split" aria-hidden />
      <span>Checking…</span>
    </span>
  ) : (
    <SeverityMark severity="caution" text={`The check stopped: ${failed}`} />
  );
}

interface Given {
  readonly findings: readonly Finding[];
  /** Not everything has been looked at yet. */
  readonly checking?: boolean;
  /** Why the check came to no end. */
  readonly failed?: string;
}

/** "2 faults, 1 caution", or that nothing is wrong, once everything has been looked at. */
export function FindingsCount({ findings, checking, failed }: Given) {
  const count = (severity: Severity) => findings.filter((finding) => finding.severity === severity).length;
  const counted = (["fault", "caution", "note"] as const).map(
    (severity) => [severity, count(severity)] as const,
  );
  const open = checking || failed !== undefined;
  if (findings.length === 0)
    return open ? (
      <Looking failed={failed} />
    ) : (
      <SeverityMark severity="good" text="No faults, no cautions" />
    );
  return (
    <span className="row-line" style={{ flexWrap: "wrap", columnGap: 12, rowGap: 0 }}>
      {counted
        .filter(([, number]) => number > 0)
        .map(([severity, number]) => (
          <SeverityMark
            key={severity}
            severity={severity}
            text={`${number} ${severity}${number === 1 ? "" : "s"}`}
          />
        ))}
      {open && <Looking failed={failed} />}
    </span>
  );
}

/** What may be said of a finding's LEDs, as a button says it. */
const OFFERS: Readonly<Record<NonNullable<Finding["offer"]>, string>> = {
  "leave-out": "Left out on purpose",
  "bring-back": "Use it after all",
  alive: "It works again",
};

/** Findings with what, why, and what to do. */
export function FindingsList({
  findings,
  checking,
  failed,
  onGo,
  onOffer,
  mends,
  onMend,
}: Given & {
  readonly onGo?: (finding: Finding) => void;
  readonly onOffer?: (finding: Finding) => void;
  /** What a button says that mends a finding, by its id. */
  readonly mends?: Readonly<Record<string, string>>;
  readonly onMend?: (finding: Finding) => void;
}) {
  const open = checking || failed !== undefined;
  if (findings.length === 0 && !open)
    return <SeverityMark severity="good" text="Nothing found against this rig" />;
  return (
    <div>
      {open && <Looking failed={failed} />}
      {findings.map((finding) => (
        <div key={finding.id} className="finding">
          <SeverityMark severity={finding.severity} />
          <div>
            <strong>{finding.title}</strong>
            <div>{finding.reason}</div>
            <div>{finding.remedy}</div>
            <div className="row-line flex-wrap mt-1">
              {onMend && mends?.[finding.id] !== undefined && (
                <button type="button" className="btn btn-plain btn-sm" onClick={() => onMend(finding)}>
                  {mends[finding.id]}
                </button>
              )}
              {onGo && (
                <button
                  type="button"
                  className="plain-button text-decoration-underline"
                  onClick={() => onGo(finding)}
                >
                  Show me
                </button>
              )}
              {onOffer && finding.offer && (
                <button
                  type="button"
                  className="plain-button text-decoration-underline"
                  onClick={() => onOffer(finding)}
                >
                  {OFFERS[finding.offer]}
                </button>
              )}
            </div>
          </div>
        </div>
      ))}
    </div>
  );
}
