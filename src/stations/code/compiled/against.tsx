import Button from "react-bootstrap/Button";
import { editRig, say } from "@/store";
import { DifferenceList, SeverityMark } from "@/ui";
import type { FirmwareReport } from "@/workers";

type Report = Extract<FirmwareReport, { ok: true }>;
type Change = NonNullable<Report["change"]>;

const wires = (count: number): string => `${count} wire${count === 1 ? "" : "s"}`;

/** What it does otherwise than the rig's own program, and what would have to change for it to make sense here. */
export function Against({ report, stale }: { report: Report; stale: boolean }) {
  const { differences, change, held } = report;
  if (held) return null;
  return (
    <section className="sheet">
      <h2>Compared with the rig’s own program</h2>
      <DifferenceList differences={differences} />
      {change && <WhatWouldChange change={change} stale={stale} />}
    </section>
  );
}

function WhatWouldChange({ change, stale }: { change: Change; stale: boolean }) {
  const { says, inCode, inWires, reads, alike } = change;
  const fewer = inWires && inWires.wires <= inCode.places ? "wires" : "code";
  const take = () => {
    if (!inWires) return;
    editRig((rig) => ({ ...rig, wires: inWires.rig.wires }));
    say({ text: `${wires(inWires.wires)} moved, and to be placed again. Undo moves them back.` });
  };
  return (
    <div className="compiled-change">
      <h3 className="sheet-title mt-2">What would have to change</h3>
      <p className="mb-1">
        <SeverityMark severity="note" text="It was made for other wires." /> {says}
      </p>
      {reads.length > 0 && (
        <p className="small mb-1">
          Then it reads <span className="mono">{reads.join(" · ")}</span>
        </p>
      )}
      {alike > 0 && (
        <p className="small quiet mb-1">
          {alike} other {alike === 1 ? "arrangement explains" : "arrangements explain"} what was seen as well:
          more different figures would tell.
        </p>
      )}
      <table className="rule-table small">
        <tbody>
          <tr>
            <th scope="row">In its source code</th>
            <td>
              {inCode.says}{" "}
              <span className="quiet">{inCode.places === 1 ? "One place" : `${inCode.places} places`}</span>
              {fewer === "code" && <span className="quiet">: less work than the wires</span>}
            </td>
          </tr>
          <tr>
            <th scope="row">In the wires</th>
            <td>
              {inWires ? (
                <>
                  Move {wires(inWires.wires)}
                  {fewer === "wires" && <span className="quiet">: less work than its source</span>}{" "}
                  <Button size="sm" variant="primary" onClick={take} disabled={stale}>
                    Change the wires to suit it
                  </Button>
                </>
              ) : (
                <span className="quiet">Changing wires alone does not fix it.</span>
              )}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}
