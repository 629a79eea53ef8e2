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

/** "2 faults, 1 caution", or that nothing is wrong. */
export function FindingsCount({ findings }: { findings: readonly Finding[] }) {
  const count = (severity: Severity) => findings.filter((finding) => finding.severity === severity).length;
  const counted = (["fault", "caution", "note"] as const).map(
    (severity) => [severity, count(severity)] as const,
  );
  if (findings.length === 0) return <SeverityMark severity="good" text="No faults, no cautions" />;
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
    </span>
  );
}

/** Findings with what, why, and what to do. */
export function FindingsList({
  findings,
  onGo,
}: {
  findings: readonly Finding[];
  onGo?: (finding: Finding) => void;
}) {
  if (findings.length === 0) return <SeverityMark severity="good" text="Nothing found against this rig" />;
  return (
    <div>
      {findings.map((finding) => (
        <div key={finding.id} className="finding">
          <SeverityMark severity={finding.severity} />
          <div>
            <strong>{finding.title}</strong>
            <div>{finding.reason}</div>
            <div className="quiet">
              {finding.remedy}{" "}
              {onGo && (
                <button
                  type="button"
                  className="plain-button text-decoration-underline"
                  onClick={() => onGo(finding)}
                >
                  Show me
                </button>
              )}
            </div>
          </div>
        </div>
      ))}
    </div>
  );
}
