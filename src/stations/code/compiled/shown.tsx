import Button from "react-bootstrap/Button";
import { formatNanoseconds } from "@/core/quantity";
import { safeFileName } from "@/core/foreign";
import { handFile, useRig } from "@/store";
import { DownloadButton, goInRig } from "@/ui";
import type { FirmwareReport } from "@/workers";

type Report = Extract<FirmwareReport, { ok: true }>;

/** Stands for what is no character. */
const NO_CHARACTER = "?";
/** Faces that are listed. */
const MOST = 14;

/** What it showed in its first seconds, and what it said over the serial line. */
export function Shown({ report }: { report: Report | undefined }) {
  const { name, id } = useRig();
  if (!report || report.held) return null;
  const { texts, sent, outputs } = report;
  return (
    <section className="sheet">
      <h2>What it shows</h2>
      {texts.length === 0 ? (
        <p className="small mb-1">Nothing is lit on this rig.</p>
      ) : (
        <table className="rule-table small compiled-texts">
          <thead>
            <tr>
              <th scope="col" className="number">
                From
              </th>
              <th scope="col" className="number">
                For
              </th>
              <th scope="col">Reads</th>
            </tr>
          </thead>
          <tbody>
            {texts.slice(0, MOST).map(({ from, to, text }) => (
              <tr key={from}>
                <td className="number">{formatNanoseconds(Math.round(from), 4)}</td>
                <td className="number">{formatNanoseconds(Math.round(to - from), 3)}</td>
                <td className="mono">
                  {text === undefined ? (
                    <span className="quiet">unknown: never written</span>
                  ) : text.trim() === "" ? (
                    <span className="quiet">blank</span>
                  ) : (
                    text.replaceAll("\ufffd", NO_CHARACTER)
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {texts.length > MOST && <p className="tiny quiet mb-1">and {texts.length - MOST} more</p>}
      {outputs.length > 0 && (
        <p className="small mb-1">
          It switches {Object.keys(outputs[0]!.on).join(", ")} {outputs.length - 1} times.
        </p>
      )}
      {sent !== "" && (
        <>
          <h3 className="sheet-title mt-2">Over the serial line</h3>
          <pre className="compiled-sent small mb-1" tabIndex={0} aria-label="Serial text">
            {sent}
          </pre>
        </>
      )}
      <p className="row-line mt-2 mb-0">
        <Button
          variant="plain"
          onClick={() => {
            handFile("capture", new File([report.capture], safeFileName(name, ".vcd")));
            goInRig(`/rig/${id}/writes`);
          }}
        >
          <i className="bi bi-activity me-1" aria-hidden />
          Its writes and waveform
        </Button>
        <DownloadButton text={() => report.capture.text()} name={safeFileName(name, ".vcd")}>
          Capture
        </DownloadButton>
      </p>
    </section>
  );
}
