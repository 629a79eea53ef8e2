import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Judged } from "@/core/bench";
import { applyFit, formatLogged, formatShare } from "@/core/notes";
import { safeFileName } from "@/core/foreign";
import { BENCH_LIMITS, EMPTY_BENCH, type LogEntry } from "@/core/rig";
import { atDesk, editBench, editRig, useAtDesk, useRig } from "@/store";
import { CommitField, DownloadButton, IconButton, SeverityMark, fetched, formatDate } from "@/ui";
import { LogFields } from "./log-fields";
import { Photo } from "./photo";

const LogChart = fetched("The chart", () => import("./log-chart").then((module) => module.LogChart));

/** What was measured, beside what the rig foretells, and what the difference implies. */
export function Log() {
  const rig = useRig();
  const { log } = rig.bench ?? EMPTY_BENCH;
  const look = useAtDesk((desk) => desk.benchLog());
  const [charted, setCharted] = useState<string>();
  const newest = log.map((entry, at) => ({ entry, at })).sort((one, other) => other.entry.at - one.entry.at);
  const series = log.filter((one) => charted !== undefined && seriesOf(one) === charted);
  return (
    <div className="bench-column">
      <section className="sheet" aria-label="Measure">
        <h2 className="sheet-title">Write down what was measured</h2>
        <LogFields places={look?.places ?? []} />
      </section>
      <section className="sheet" aria-label="The log">
        <div className="spread mb-1">
          <h2 className="sheet-title mb-0">
            {log.length === 0 ? "The log" : `${log.length} value${log.length === 1 ? "" : "s"}`}
          </h2>
          {log.length > 0 && (
            <span className="row-line">
              <DownloadButton
                text={() => atDesk(rig).benchLogText("csv")}
                name={safeFileName(`${rig.name} log`, ".csv")}
              >
                CSV
              </DownloadButton>
              <DownloadButton
                text={() => atDesk(rig).benchLogText("markdown")}
                name={safeFileName(`${rig.name} log`, ".md")}
              >
                Markdown
              </DownloadButton>
            </span>
          )}
        </div>
        {log.length === 0 ? (
          <p className="small quiet mb-0">
            Nothing yet. A value means more beside its prediction: 12 mA instead of 5.6 mA points to a wrong
            resistor.
          </p>
        ) : (
          <div className="bench-scroll" tabIndex={0} role="region" aria-label="Values, scrolls sideways">
            <table className="rule-table small">
              <thead>
                <tr>
                  <th scope="col">Time</th>
                  <th scope="col">Where</th>
                  <th scope="col" className="number">
                    Measured
                  </th>
                  <th scope="col" className="number">
                    Predicted
                  </th>
                  <th scope="col">What it means</th>
                  <th scope="col">Note and photo</th>
                  <th scope="col" aria-label="Actions" />
                </tr>
              </thead>
              <tbody>
                {newest.map(({ entry, at }) => (
                  <LogRow
                    key={entry.id}
                    entry={entry}
                    says={look?.says[at] ?? entry.place}
                    judged={look?.judged[at]}
                    onChart={
                      log.filter((one) => seriesOf(one) === seriesOf(entry)).length > 1
                        ? () => setCharted(charted === seriesOf(entry) ? undefined : seriesOf(entry))
                        : undefined
                    }
                  />
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      {series.length > 1 && (
        <section className="sheet" aria-label="Over time">
          <h2 className="sheet-title">
            {look?.says[log.indexOf(series[0]!)] ?? series[0]!.place}, over time
          </h2>
          <LogChart entries={series} foretold={look?.judged[log.indexOf(series[0]!)]?.foretold} />
        </section>
      )}
    </div>
  );
}

/** Values of one place belong together. */
const seriesOf = ({ unit, place, held }: LogEntry): string => JSON.stringify([unit, place, held]);

interface RowProps {
  readonly entry: LogEntry;
  readonly says: string;
  readonly judged: Judged | undefined;
  readonly onChart: (() => void) | undefined;
}

function LogRow({ entry, says, judged, onChart }: RowProps) {
  const { unit, value, at, id, note } = entry;
  const setNote = (text: string) =>
    editBench((bench) => ({
      ...bench,
      log: bench.log.map((one) => {
        if (one.id !== id) return one;
        const { note: _, ...bare } = one;
        return text.trim() === "" ? bare : { ...bare, note: text.trim() };
      }),
    }));
  return (
    <tr>
      <td className="text-nowrap">{formatDate(at)}</td>
      <td>{says}</td>
      <td className="number text-nowrap">{formatLogged(value, unit)}</td>
      <td className="number text-nowrap">
        {judged?.foretold === undefined ? "" : formatLogged(judged.foretold, unit)}
      </td>
      <td>{judged && <JudgedCell judged={judged} />}</td>
      <td>
        <CommitField
          label={`Note on ${says}`}
          heard
          shown={note ?? ""}
          maxLength={BENCH_LIMITS.note}
          read={(text) => ({ ok: true, value: text })}
          onCommit={setNote}
          width={150}
        />
        <Photo entry={entry} says={says} />
      </td>
      <td className="text-nowrap">
        {onChart && <IconButton icon="bi-graph-up" label={`Chart ${says}`} onClick={onChart} />}
        <IconButton
          icon="bi-trash"
          label={`Remove ${formatLogged(value, unit)}, ${says}`}
          onClick={() => editBench((bench) => ({ ...bench, log: bench.log.filter((one) => one.id !== id) }))}
        />
      </td>
    </tr>
  );
}

function JudgedCell({ judged }: { judged: Judged }) {
  const { agrees, off, says, fit, foretold } = judged;
  if (foretold === undefined) return says ? <SeverityMark severity="caution" text={says} /> : null;
  if (agrees)
    return (
      <SeverityMark
        severity="good"
        text={off === undefined ? "as predicted" : `as predicted, ${off < 0 ? "−" : "+"}${formatShare(off)}`}
      />
    );
  return (
    <>
      <SeverityMark severity="caution" text={says ?? ""} />
      {fit && (
        <Button
          size="sm"
          variant="plain"
          className="ms-1"
          onClick={() => editRig((rig) => applyFit(rig, fit))}
        >
          Use it in the rig
        </Button>
      )}
    </>
  );
}
