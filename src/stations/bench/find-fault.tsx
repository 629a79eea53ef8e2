import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Evidence, NextTest, Probe, Seen } from "@/core/bench";
import { BENCH_LIMITS, EMPTY_BENCH, type Rig, type Search } from "@/core/rig";
import { diagnoseRig, editBench, editSearch, usePreferences, useRig } from "@/store";
import { CommitField, IconButton, PlannerProgress, SelectField, useWork } from "@/ui";
import type { BenchLook } from "@/workers";
import { Candidates } from "./candidates";
import { EvidenceList } from "./evidence-list";
import { MeasurePanel } from "./measure-panel";
import { SeePanel } from "./see-panel";

/** What of a search is about this rig as it is: patterns and places it no longer has are left out. */
function evidenceOf({ seen, measured, sent }: Search, { patterns, probes }: BenchLook): Evidence {
  return {
    seen: seen.filter(({ pattern }) => patterns.some(({ id }) => id === pattern)),
    measured: measured.filter(({ held, leg }) =>
      probes.some((probe) => probe.hold.id === held && probe.leg === leg),
    ),
    ...(sent ? { sent } : {}),
  };
}

/** What an answer depends on of a rig: neither its name nor its notes. */
const runsAs = ({ name: _name, note: _note, bench: _bench, tapes: _tapes, ...rest }: Rig): string =>
  JSON.stringify(rest);

const newSearch = (nth: number): Search => ({
  id: crypto.randomUUID(),
  name: `Search ${nth}`,
  seen: [],
  measured: [],
});

/** The search for a fault: what is seen and measured, what explains it, and what to try next. */
export function FindFault({ look }: { look: BenchLook }) {
  const rig = useRig();
  const { searches } = rig.bench ?? EMPTY_BENCH;
  const legNames = usePreferences((state) => state.legNames);
  const [open, setOpen] = useState<string>();
  const [draft] = useState(() => newSearch(1));
  const search = searches.find(({ id }) => id === open) ?? searches[0] ?? draft;
  const evidence = useMemo(() => evidenceOf(search, look), [search, look]);
  const runs = useMemo(() => runsAs(rig), [rig]);
  const count = evidence.seen.length + evidence.measured.length;
  const work = useWork(count > 0 ? JSON.stringify([runs, legNames, evidence]) : undefined, (report) =>
    diagnoseRig(rig, legNames, evidence, report),
  );
  if (look.patterns.length === 0)
    return (
      <p className="sheet mb-0">
        The fault search works on digits. For dots, use Bring-up: it lights them one by one, then by column
        and row. Frames finds the orientation of modules.
      </p>
    );
  const change = (how: (before: Search) => Search) =>
    searches.includes(search)
      ? editSearch(search.id, how)
      : editBench((bench) => ({ ...bench, searches: [...bench.searches, how(search)] }));
  const begin = () => {
    const made = newSearch(searches.length + 1);
    editBench((bench) => ({ ...bench, searches: [...bench.searches, made] }));
    setOpen(made.id);
  };
  const found = count > 0 ? work.result : undefined;
  const next: NextTest | undefined = found ? found.next : { kind: "look", pattern: look.patterns[0]! };
  const dropped = search.seen.length + search.measured.length - count;
  return (
    <div className="bench-columns is-fault">
      <div className="bench-column">
        <section className="sheet" aria-label="Which search">
          <div className="bench-search">
            {searches.length > 1 ? (
              <SelectField
                label="Search"
                value={search.id}
                options={searches.map(({ id, name }) => [id, name] as const)}
                onChoose={setOpen}
              />
            ) : null}
            <CommitField
              key={search.id}
              label="Name"
              shown={search.name}
              maxLength={BENCH_LIMITS.name}
              read={(text) =>
                text.trim() === "" ? { ok: false, message: "a name" } : { ok: true, value: text.trim() }
              }
              onCommit={(name) => change((before) => ({ ...before, name }))}
            />
            <span className="row-line">
              <Button
                size="sm"
                variant="plain"
                onClick={begin}
                disabled={searches.length >= BENCH_LIMITS.searches}
              >
                <i className="bi bi-plus" aria-hidden /> Search
              </Button>
              {searches.includes(search) && (
                <IconButton
                  icon="bi-trash"
                  label={`Remove ${search.name}`}
                  onClick={() =>
                    editBench((bench) => ({
                      ...bench,
                      searches: bench.searches.filter(({ id }) => id !== search.id),
                    }))
                  }
                />
              )}
            </span>
          </div>
          {search.note && <p className="small quiet mb-0 mt-1">{search.note}</p>}
          {search.found && (
            <p className="small mb-0 mt-1">
              <strong>Found:</strong> {search.found}.
            </p>
          )}
          {dropped > 0 && (
            <p className="small quiet mb-0 mt-1">
              {dropped} answer{dropped === 1 ? " is" : "s are"} about what the rig no longer has, and left
              out.
            </p>
          )}
        </section>
        <Test
          key={`${search.id} ${next ? testId(next) : "none"}`}
          look={look}
          next={next}
          evidence={evidence}
          onSeen={(seen) =>
            change((before) => ({
              ...before,
              seen: [...before.seen.filter(({ pattern }) => pattern !== seen.pattern), seen],
            }))
          }
          onMeasured={(probe, volts) =>
            change((before) => ({
              ...before,
              measured: [
                ...before.measured.filter(({ held, leg }) => held !== probe.hold.id || leg !== probe.leg),
                { held: probe.hold.id, leg: probe.leg, volts },
              ],
            }))
          }
        />
        <EvidenceList search={search} look={look} onChange={change} />
      </div>
      <section className="sheet" aria-label="What it may be" aria-busy={work.progress !== undefined}>
        <div className="spread mb-1">
          <h2 className="sheet-title mb-0">What it may be</h2>
          <PlannerProgress work={work} label="Simulating every fault" />
        </div>
        {work.failed && <p className="severity-fault small">The search failed: {work.failed}</p>}
        {found ? (
          <Candidates
            found={found}
            look={look}
            stale={work.stale}
            lastSeen={evidence.seen.at(-1)}
            onFound={(says) => change((before) => ({ ...before, found: says }))}
          />
        ) : (
          <p className="small quiet mb-0">
            {count > 0
              ? "Every wire missing, one hole off or swapped, every part reversed, every LED dead: each is simulated and compared with what you see."
              : "Nothing yet: say what you see, on the left. One pattern often leaves only a handful of candidates."}
          </p>
        )}
      </section>
    </div>
  );
}

const testId = (test: NextTest): string =>
  test.kind === "look" ? `look ${test.pattern.id}` : `measure ${test.probe.id}`;

interface TestProps {
  readonly look: BenchLook;
  readonly next: NextTest | undefined;
  readonly evidence: Evidence;
  readonly onSeen: (seen: Seen) => void;
  readonly onMeasured: (probe: Probe, volts: number) => void;
}

/** The test at hand: the one that tells most, or any other one chooses. */
function Test({ look, next, evidence, onSeen, onMeasured }: TestProps) {
  const [chosen, setChosen] = useState<string>();
  const tests: NextTest[] = [
    ...look.patterns.map((pattern): NextTest => ({ kind: "look", pattern })),
    ...look.probes.map((probe): NextTest => ({ kind: "measure", probe })),
  ];
  const test = tests.find((one) => testId(one) === chosen) ?? next;
  const done = new Set([
    ...evidence.seen.map(({ pattern }) => `look ${pattern}`),
    ...evidence.measured.map(({ held, leg }) => `measure ${held} ${leg}`),
  ]);
  const titled = (one: NextTest) => {
    const says = one.kind === "look" ? one.pattern.says : one.probe.says;
    return [
      testId(one),
      `${says[0]!.toUpperCase()}${says.slice(1)}${done.has(testId(one)) ? " ✓" : ""}`,
    ] as const;
  };
  return (
    <section className="sheet" aria-label="Next test">
      <div className="bench-test-head">
        <h2 className="sheet-title mb-0">{chosen || !next ? "Test" : "Most useful next test"}</h2>
        <SelectField
          label="Test"
          labelled="heard"
          size="sm"
          value={test ? testId(test) : ""}
          options={[
            ...(test ? [] : [["", "no further test helps"] as const]),
            { group: "Look at the face", options: tests.filter(({ kind }) => kind === "look").map(titled) },
            { group: "Measure", options: tests.filter(({ kind }) => kind === "measure").map(titled) },
          ]}
          onChoose={setChosen}
        />
      </div>
      {!test && (
        <p className="small mb-0">
          No further test separates these. Fix the first one and look again, or try any test above.
        </p>
      )}
      {test?.kind === "look" && (
        <SeePanel
          key={test.pattern.id}
          pattern={test.pattern}
          before={evidence.seen.find(({ pattern }) => pattern === test.pattern.id)}
          onTake={onSeen}
        />
      )}
      {test?.kind === "measure" && (
        <MeasurePanel
          key={test.probe.id}
          probe={test.probe}
          hole={look.holes[test.probe.leg]}
          before={
            evidence.measured.find(({ held, leg }) => held === test.probe.hold.id && leg === test.probe.leg)
              ?.volts
          }
          onTake={(volts) => onMeasured(test.probe, volts)}
        />
      )}
    </section>
  );
}
