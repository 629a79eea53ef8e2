import type { ReactNode } from "react";
import type { Difference } from "@/core/trace";
import { SeverityMark } from "./findings";

interface Props {
  readonly differences: readonly Difference[];
  /** What leads to the moment of one. */
  readonly when?: (at: number | undefined) => ReactNode;
  readonly children?: ReactNode;
}

/** What something does otherwise than the rig's own program, one after the other. */
export function DifferenceList({ differences, when, children }: Props) {
  return (
    <ul className="plain-list small difference-list">
      {differences.map(({ kind, severity, title, remedy, at }) => (
        <li key={`${kind} ${title}`}>
          <SeverityMark severity={severity} text={severity === "good" ? "alike" : severity} />{" "}
          <strong>{title}</strong> {when?.(at)}
          {remedy && <span className="d-block quiet">{remedy}</span>}
        </li>
      ))}
      {children}
    </ul>
  );
}
