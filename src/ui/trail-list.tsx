import type { Hop } from "@/core/trail";

/** The picked pip's trail as a vertical route; a click on a hop goes to its station. */
export function TrailList({
  hops,
  leadsTo,
  onGo,
}: {
  readonly hops: readonly Hop[];
  /** The title of the station a hop leads to. */
  readonly leadsTo: (hop: Hop) => string;
  readonly onGo: (hop: Hop) => void;
}) {
  return (
    <ol className="trail" aria-label="Trail of the picked pip" tabIndex={-1}>
      {hops.map((hop, at) => (
        <li key={at} className={`trail-hop${hop.kind === "broken" ? " is-broken" : ""}`}>
          <button
            type="button"
            className="plain-button"
            onClick={() => onGo(hop)}
            title={`Go to ${leadsTo(hop)}`}
          >
            {hop.title}
            {hop.detail && <span className="trail-detail">{hop.detail}</span>}
          </button>
        </li>
      ))}
    </ol>
  );
}
