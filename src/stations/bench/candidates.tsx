import Button from "react-bootstrap/Button";
import { useState } from "react";
import { pipsAt } from "@/core/address";
import type { Candidate, Diagnosis, Seen } from "@/core/bench";
import { noteDead } from "@/core/rig";
import { editRig, pickPip, say, spotLegs, useModel } from "@/store";
import type { BenchLook } from "@/workers";
import { ShadedFace, shadesIn } from "./shades";

interface Props {
  readonly found: Diagnosis;
  readonly look: BenchLook;
  /** It is about what was known before the last answer. */
  readonly stale: boolean;
  readonly lastSeen: Seen | undefined;
  readonly onFound: (says: string) => void;
}

/** As good as sure. */
const SURE = 0.9;
/** Less likely than this is hardly worth a word. */
const HARDLY = 0.01;
/** Told at first. */
const FIRST = 5;

/** What explains what was seen, the likeliest first. */
export function Candidates({ found, look, stale, lastSeen, onFound }: Props) {
  const [all, setAll] = useState(false);
  const { candidates, next, tried } = found;
  const [first] = candidates;
  const shown = all ? candidates : candidates.slice(0, FIRST);
  return (
    <div className={stale ? "is-stale" : undefined}>
      <p className="small quiet mb-2" role="status">
        {verdict(first, candidates.filter(({ likely }) => likely > HARDLY).length, next !== undefined)}{" "}
        {tried.toLocaleString("en")} faults were simulated.
      </p>
      <ol className="plain-list bench-candidates">
        {shown.map((candidate, nth) => (
          <li key={candidate.id}>
            <CandidateCard
              candidate={candidate}
              look={look}
              lastSeen={lastSeen}
              opened={nth === 0}
              onFound={onFound}
            />
          </li>
        ))}
      </ol>
      {candidates.length > FIRST && (
        <Button size="sm" variant="plain" onClick={() => setAll(!all)}>
          {all ? "Only the first" : `All ${candidates.length}`}
        </Button>
      )}
    </div>
  );
}

function verdict(first: Candidate | undefined, count: number, more: boolean): string {
  if (!first)
    return "No single fault explains all of this. Check what you entered, or it is a fault of another kind.";
  if (first.id === "right") return "So far the rig does what it should.";
  if (first.likely > SURE) return "Almost certain.";
  if (!more && count > 1) return "These look the same from outside.";
  return count === 1 ? "One candidate is left." : `${count} may be it.`;
}

interface CardProps {
  readonly candidate: Candidate;
  readonly look: BenchLook;
  readonly lastSeen: Seen | undefined;
  readonly opened: boolean;
  readonly onFound: (says: string) => void;
}

function CandidateCard({ candidate, look, lastSeen, opened, onFound }: CardProps) {
  const [open, setOpen] = useState(opened);
  const model = useModel();
  const { says, mend, likely, misses, alike, legs, pip, id } = candidate;
  const percent = likely >= 0.995 ? ">99" : likely < 0.01 ? "<1" : String(Math.round(likely * 100));
  const show = () => {
    const marked = pip ?? legs.flatMap((leg) => pipsAt(model, leg))[0];
    if (marked !== undefined) pickPip(marked);
    spotLegs(legs);
    say({ text: "Marked on every station: open Wires to see the legs" });
  };
  return (
    <div className="bench-candidate">
      <button
        type="button"
        className="plain-button w-100"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="spread">
          <span>{says[0]!.toUpperCase() + says.slice(1)}.</span>
          <span className="bench-share">{percent} %</span>
        </span>
        <span className="meter-track" aria-hidden>
          <span className="meter-fill meter-good" style={{ width: `${Math.max(1, likely * 100)}%` }} />
        </span>
      </button>
      {open && (
        <div className="small">
          <p className="mb-1 mt-1">
            {misses < 0.01
              ? "Explains everything seen and measured."
              : `Leaves ${Number(misses.toFixed(1))} of what was seen unexplained.`}{" "}
            {mend}
          </p>
          {alike.length > 0 && (
            <details className="mb-1">
              <summary>
                {alike.length} other{alike.length === 1 ? "" : "s"} cannot be predicted
              </summary>
              <ul className="mb-1">
                {alike.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            </details>
          )}
          <Looks candidate={candidate} look={look} lastSeen={lastSeen} />
          {id !== "right" && (
            <div className="bench-answers">
              {(legs.length > 0 || pip !== undefined) && (
                <Button size="sm" variant="plain" onClick={show}>
                  Show where
                </Button>
              )}
              <Button size="sm" variant="plain" onClick={() => onFound(says)}>
                That was it
              </Button>
              {pip !== undefined && (
                <Button size="sm" variant="plain" onClick={() => editRig((rig) => noteDead(rig, pip, true))}>
                  Note {pip} as dead
                </Button>
              )}
            </div>
          )}
        </div>
      )}
    </div>
  );
}

/** What it would look like beside what was seen, and what the next test would show. */
function Looks({ candidate, look, lastSeen }: Pick<CardProps, "candidate" | "look" | "lastSeen">) {
  const seen = lastSeen && shadesIn(lastSeen);
  return (
    <div className="bench-looks">
      {candidate.looks.slice(-3).map((one) => {
        const says = look.patterns.find(({ id }) => id === one.pattern)?.says ?? one.pattern;
        const shades = shadesIn(one);
        const isLast = one.pattern === lastSeen?.pattern;
        return (
          <figure key={one.pattern}>
            <div className="lens bench-mini">
              {shades ? (
                <ShadedFace shades={shades} height="38px" label={`With it, ${says}`} />
              ) : (
                <span className="lens-word tiny">chance</span>
              )}
            </div>
            {isLast && seen && (
              <div className="lens bench-mini">
                <ShadedFace shades={seen} height="38px" label={`Seen, ${says}`} />
              </div>
            )}
            <figcaption className="tiny quiet">
              {says}
              {isLast ? ": with it, and seen" : ""}
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}
