import "../bench.css";
import "./pins.css";
import Button from "react-bootstrap/Button";
import {
  UNMARKED_KINDS,
  readingsOf as pinReadingsOf,
  unmarkedOf,
  unmarkedProblem,
  type UnmarkedKind,
} from "@/core/notes";
import { OWN_DISPLAY_LIMITS } from "@/core/parts";
import { BENCH_LIMITS, type PinsNotes } from "@/core/rig";
import { useAtDesk, useRig } from "@/store";
import { SelectField } from "@/ui";
import { USUAL_PINS, editPins } from "./edit-pins";
import { OtherParts } from "./other-parts";
import { Probing } from "./probing";
import { ReadingsList } from "./readings-list";
import { Result } from "./result";

/** Legs nearly every display of that look has. */
const usualLegs = (kind: UnmarkedKind, digits: number, columns: number): number => {
  if (kind === "dots") return digits + columns;
  if (digits <= 2) return 10;
  return digits + (kind === "clock" ? 10 : 8);
};

const counts = (from: number, to: number): ReadonlyArray<readonly [number, string]> =>
  Array.from({ length: to - from + 1 }, (_, at) => [from + at, String(from + at)] as const);

/** A display without paper: its legs are probed two by two, and what lights says which is which. */
export function PinOut() {
  const { bench } = useRig();
  const pins = bench?.pins ?? USUAL_PINS;
  const display = unmarkedOf(pins);
  const readings = pinReadingsOf(pins);
  const problem = unmarkedProblem(display);
  const sought = useAtDesk(
    async (desk) => (problem ? undefined : desk.pins(display, readings)),
    [display, readings],
  );
  const { kind, digits, legs, columns = 8 } = pins;
  const dots = kind === "dots";
  const look = (values: Partial<PinsNotes>) =>
    editPins((before) => {
      const now = { ...before, ...values };
      const set = values.legs ?? usualLegs(now.kind, now.digits, now.columns ?? 8);
      // What lit on another display says nothing of this one.
      return { ...now, legs: Math.min(set, OWN_DISPLAY_LIMITS.legs), readings: [] };
    });
  return (
    <div className="bench-columns is-pins">
      <div className="bench-column">
        <section className="sheet" aria-label="What it looks like">
          <h2 className="sheet-title">What it looks like</h2>
          <div className="field-row">
            <SelectField<UnmarkedKind>
              label="It has"
              value={kind}
              options={Object.entries(UNMARKED_KINDS).map(
                ([id, { title }]) => [id as UnmarkedKind, title] as const,
              )}
              onChoose={(chosen) =>
                look(
                  chosen === "dots"
                    ? { kind: chosen, digits: 8, columns: 8 }
                    : { kind: chosen, digits: Math.min(digits, 8) },
                )
              }
            />
            <SelectField
              label={dots ? "Rows" : "Digits"}
              value={digits}
              options={counts(1, OWN_DISPLAY_LIMITS.digits)}
              onChoose={(count) => look({ digits: count })}
            />
            {dots && (
              <SelectField
                label="Columns"
                value={columns}
                options={counts(1, 8)}
                onChoose={(count) => look({ columns: count })}
              />
            )}
            <SelectField
              label="Legs"
              value={legs}
              options={counts(BENCH_LIMITS.fewestLegs, OWN_DISPLAY_LIMITS.legs)}
              onChoose={(count) => look({ legs: count })}
            />
          </div>
          {problem && (
            <p className="small severity-fault mb-0 mt-1" role="alert">
              {problem}
            </p>
          )}
        </section>
        {sought && !problem && <Probing pins={pins} display={display} readings={readings} sought={sought} />}
      </div>
      <div className="bench-column">
        {sought && !problem && (
          <Result pins={pins} display={display} sought={sought} count={readings.length} />
        )}
        {readings.length > 0 && (
          <section className="sheet" aria-label="Probes">
            <div className="spread mb-1">
              <h2 className="sheet-title mb-0">Probes so far</h2>
              <Button
                size="sm"
                variant="plain"
                onClick={() => editPins((before) => ({ ...before, readings: [] }))}
              >
                Start over
              </Button>
            </div>
            <ReadingsList readings={readings} doubtful={sought?.doubtful ?? []} />
          </section>
        )}
        <OtherParts />
      </div>
    </div>
  );
}
