import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { KeptFirmware, TapeItem } from "@/core/rig";
import { useOpenRig, useRig } from "@/store";
import { PlannerProgress, SeverityMark, usePlanner, useRunning } from "@/ui";
import type { HandsReport } from "@/workers";

const seconds = (ns: number): string => `${(ns / 1e9).toFixed(2)} s`;
const shown = (text: string) => (text === "" ? "nothing" : text);

/** What the program shows otherwise than the rig's own where hands do the same to both, from power-up on. */
export function WithHands({ firmware }: { firmware: KeptFirmware }) {
  const moves = useRunning()?.moves ?? [];
  const [asked, setAsked] = useState<readonly TapeItem[]>();
  return (
    <section className="sheet">
      <h2>With the same inputs</h2>
      <p className="small">
        {moves.length === 0
          ? "Press a button under the face, turn a knob or type a line: then both programs can be run with the same input."
          : `${moves.length} thing${moves.length === 1 ? " was" : "s were"} done since power-up: both programs are run with them, and their faces held against each other.`}
      </p>
      <Button size="sm" variant="primary" disabled={moves.length === 0} onClick={() => setAsked([...moves])}>
        Compare {asked ? "again" : "them"}
      </Button>
      {asked && <Compared firmware={firmware} hands={asked} />}
    </section>
  );
}

function Compared({ firmware, hands }: { firmware: KeptFirmware; hands: readonly TapeItem[] }) {
  const rig = useRig();
  const settings = useOpenRig((state) => state.compiled);
  const work = usePlanner<HandsReport>(
    JSON.stringify([
      firmware.flash,
      settings ?? null,
      hands,
      rig.units,
      rig.wires,
      rig.live ?? null,
      rig.show,
    ]),
    (planner, report) => planner.withHands(rig, firmware, hands, settings, report),
  );
  const report = work.result;
  return (
    <div className="mt-2">
      {(work.progress !== undefined || work.stopped || work.failed !== undefined) && (
        <div className="row-line small">
          <span>Running both</span>
          <PlannerProgress work={work} label="Running both programs with the same inputs" />
          {work.failed !== undefined && <span className="severity-fault">It ended: {work.failed}</span>}
        </div>
      )}
      {report && !report.ok && <p className="small mb-0">{report.problem}</p>}
      {report?.ok && report.differences.length === 0 && (
        <p className="small mb-0">
          <SeverityMark severity="good" text="No difference." /> Over {seconds(report.ms * 1e6)} both show the
          same faces, apart from brief moments.
        </p>
      )}
      {report?.ok && report.differences.length > 0 && (
        <table className="rule-table small">
          <thead>
            <tr>
              <th scope="col">From power-up</th>
              <th scope="col">This rig’s program shows</th>
              <th scope="col">This one shows</th>
            </tr>
          </thead>
          <tbody>
            {report.differences.map(({ from, to, own, compiled }) => (
              <tr key={from}>
                <td>
                  {seconds(from)} to {seconds(to)}
                </td>
                <td className="mono">{shown(own)}</td>
                <td className="mono">{shown(compiled)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
