import { formatBytes, formatNanoseconds, formatQuantity } from "@/core/quantity";
import { controllerById } from "@/core/rig";
import { useRig } from "@/store";
import { Meter, SeverityMark } from "@/ui";
import type { FirmwareReport } from "@/workers";
import { JitterChart } from "./jitter-chart";

type Report = Extract<FirmwareReport, { ok: true }>;

const share = (part: number): string => `${(part * 100).toFixed(part < 0.01 ? 2 : 1)} %`;

/** What it costs as it was measured: memory, time in interrupts, how steady its scan is, and limits it passes. */
export function Cost({ report }: { report: Report }) {
  const { cost, scan, findings, pace } = report;
  const { memory } = controllerById(useRig().plan.controller);
  const { ram, interrupts, resets } = cost;
  return (
    <section className="sheet">
      <h2>What it costs</h2>
      <Meter
        label="Flash"
        share={cost.flash / memory.flash}
        text={`${formatBytes(cost.flash)} of ${formatBytes(memory.flash)}`}
      />
      <Meter
        label="Memory: variables and deepest stack"
        share={(ram.variables + ram.stack) / memory.ram}
        text={`${formatBytes(ram.variables)} + ${formatBytes(ram.stack)} of ${formatBytes(memory.ram)}`}
      />
      {ram.free === 0 && (
        <p className="small mb-1">
          <SeverityMark severity="fault" text="The stack has run into the variables." /> Their contents are
          overwritten: use less memory, or a larger controller.
        </p>
      )}
      {resets > 0 && (
        <p className="small mb-1">
          <SeverityMark severity="fault" text={`Its watchdog has reset it ${resets} times.`} /> It does not
          reset the watchdog in time.
        </p>
      )}
      {interrupts.length > 0 && (
        <table className="rule-table small mt-2">
          <thead>
            <tr>
              <th scope="col">Interrupt</th>
              <th scope="col" className="number">
                Times
              </th>
              <th scope="col" className="number">
                Of the time
              </th>
              <th scope="col" className="number">
                Longest
              </th>
            </tr>
          </thead>
          <tbody>
            {interrupts.map(({ name, count, share: part, longest }) => (
              <tr key={name}>
                <td className="mono">{name}</td>
                <td className="number">{count.toLocaleString("en")}</td>
                <td className="number">{share(part)}</td>
                <td className="number">{formatNanoseconds(Math.round(longest), 3)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {scan && (
        <>
          <h3 className="sheet-title mt-2">Refresh {formatQuantity(scan.refresh, "Hz", 4)}</h3>
          <p className="small quiet mb-1">
            Scan cycles of {scan.pip}: {formatNanoseconds(Math.round(scan.shortest), 4)} to{" "}
            {formatNanoseconds(Math.round(scan.longest), 4)}
          </p>
          <JitterChart scan={scan} />
        </>
      )}
      {findings.length > 0 && (
        <>
          <h3 className="sheet-title mt-2">Limits exceeded</h3>
          <ul className="plain-list small difference-list">
            {findings.map(({ id, severity, title, reason, remedy }) => (
              <li key={id}>
                <SeverityMark severity={severity} /> <strong>{title}</strong>
                <span className="d-block quiet">
                  {reason} {remedy}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="tiny quiet mt-2 mb-0">
        Simulated at {pace >= 10 ? Math.round(pace) : pace.toFixed(1)} times real time on this machine.
      </p>
    </section>
  );
}
