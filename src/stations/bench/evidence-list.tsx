import type { Search } from "@/core/rig";
import { IconButton, SelectField } from "@/ui";
import type { BenchLook } from "@/workers";
import { ShadedFace, shadesIn } from "./shades";

interface Props {
  readonly search: Search;
  readonly look: BenchLook;
  readonly onChange: (how: (before: Search) => Search) => void;
}

const SENT = [
  ["", "not taken"],
  ["right", "shows the program’s own bytes"],
  ["wrong", "shows other bytes"],
] as const;

/** All that was seen and measured so far; any of it can be taken back. */
export function EvidenceList({ search, look, onChange }: Props) {
  const { seen, measured, sent } = search;
  return (
    <section className="sheet" aria-label="What is known so far">
      <h2 className="sheet-title">What is known so far</h2>
      {seen.length + measured.length === 0 && <p className="small quiet">Nothing yet.</p>}
      <ul className="plain-list bench-evidence">
        {seen.map((one) => {
          const pattern = look.patterns.find(({ id }) => id === one.pattern);
          const shades = shadesIn(one);
          return (
            <li key={`seen ${one.pattern}`}>
              {pattern && shades && (
                <div className="lens bench-mini">
                  <ShadedFace shades={shades} height="30px" label={`Seen of ${pattern.says}`} />
                </div>
              )}
              <span className="small">{pattern?.says ?? `${one.pattern}, which the rig no longer has`}</span>
              <IconButton
                icon="bi-x"
                label={`Take back ${pattern?.says ?? one.pattern}`}
                onClick={() =>
                  onChange((before) => ({
                    ...before,
                    seen: before.seen.filter(({ pattern: other }) => other !== one.pattern),
                  }))
                }
              />
            </li>
          );
        })}
        {measured.map(({ held, leg, volts }) => {
          const probe = look.probes.find((one) => one.hold.id === held && one.leg === leg);
          return (
            <li key={`measured ${held} ${leg}`}>
              <strong className="bench-volts">{volts} V</strong>
              <span className="small">{probe?.says ?? `${leg}, of which nothing is predicted any more`}</span>
              <IconButton
                icon="bi-x"
                label={`Take back ${probe?.says ?? leg}`}
                onClick={() =>
                  onChange((before) => ({
                    ...before,
                    measured: before.measured.filter((one) => one.held !== held || one.leg !== leg),
                  }))
                }
              />
            </li>
          );
        })}
      </ul>
      <SelectField
        label="A capture of the lines"
        value={sent ?? ""}
        options={SENT}
        onChoose={(chosen) =>
          onChange(({ sent: _, ...before }) => (chosen === "" ? before : { ...before, sent: chosen }))
        }
      />
    </section>
  );
}
