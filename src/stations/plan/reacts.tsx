import { valueWords } from "@/core/live";
import type { Live } from "@/core/rig";
import { useRig } from "@/store";
import { StationLink } from "@/ui";

/** A rig that reacts: what it does is changed on a station of its own. */
export function Reacts({ live }: { live: Live }) {
  const { id } = useRig();
  return (
    <section className="sheet">
      <h2>Show</h2>
      <ul className="plain-list small">
        {live.values.map((value) => (
          <li key={value.name}>
            <strong>{value.name}</strong> {valueWords(value)}
          </li>
        ))}
      </ul>
      <StationLink className="btn btn-plain btn-sm" href={`/rig/${id}/show`}>
        Change what it does
      </StationLink>
    </section>
  );
}
