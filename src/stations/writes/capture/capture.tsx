import "../writes.css";
import "../chip-writes.css";
import "./capture.css";
import Button from "react-bootstrap/Button";
import { formatNanoseconds } from "@/core/quantity";
import { refuse, useModel, useOpenRig } from "@/store";
import { showsDots } from "@/core/rig";
import { FileButton, PlannerProgress, fetched } from "@/ui";
import { BeganChoice } from "./began-choice";
import { Findings } from "./capture-findings";
import { CaptureTape } from "./capture-tape";
import { FaceOverTime } from "./face-over-time";
import { MappingTable } from "./mapping-table";
import { SaveRun } from "./save-run";
import { useCapture, type OpenedCapture } from "./use-capture";

const SeenOrder = fetched("What did your display show?", () =>
  import("./seen-order").then((module) => module.SeenOrder),
);

/** Captures that ship with the product, by the way of driving they belong to. */
const SAMPLES: Readonly<Record<string, { readonly file: string; readonly says: string }>> = {
  tm1637: { file: "water-warmth.vcd", says: "six seconds of Water warmth" },
  tm1638: { file: "crew-tally.vcd", says: "six seconds of Crew tally, with a fault to find" },
  ht16k33: { file: "oar-rack.vcd", says: "six seconds of Oar rack" },
};

/** A capture from the maker's own board: what it sends, what that lights, and what it does otherwise than the rig's program. */
export function Capture() {
  const model = useModel();
  const opened = useCapture();
  const { file, survey, wanted, guesses, mapping, capture, moment } = opened;
  return (
    <div>
      <OpenCapture opened={opened} />
      {survey && (
        <div className="capture-grid">
          <div className="capture-column">
            <MappingTable
              wanted={wanted}
              guesses={guesses}
              mapping={mapping}
              survey={survey}
              onChoose={opened.choose}
            >
              {(model.encoding.buses?.length ?? 0) > 0 && (
                <BeganChoice capture={capture} chosen={opened.began} onChoose={opened.chooseBegan} />
              )}
            </MappingTable>
            {capture && <Findings capture={capture} onAt={opened.lookAt} />}
            {capture && !showsDots(model.rig.plan) && (
              <SeenOrder key={file?.id} decoded={capture.decoded} onAt={opened.lookAt} />
            )}
          </div>
          {capture && capture.decoded.faces.length > 0 && (
            <FaceOverTime decoded={capture.decoded} time={moment} onTime={opened.lookAt} />
          )}
          {capture && file && (
            <CaptureTape
              file={file.blob}
              fileId={file.id}
              mapping={mapping}
              wanted={wanted}
              decoded={capture.decoded}
              at={opened.write}
              onAt={opened.lookAtWrite}
            />
          )}
        </div>
      )}
    </div>
  );
}

/** Opens a file or a sample, and says what it is. */
function OpenCapture({ opened }: { opened: OpenedCapture }) {
  const { rig } = useModel();
  const { take, surveying, decoding } = opened;
  const loose = useOpenRig((state) => state.loose);
  const sample = SAMPLES[rig.plan.scheme];
  const openSample = async () => {
    const response = await fetch(`/captures/${sample!.file}`);
    if (response.ok) take(await response.blob(), sample!.file);
    else refuse("The sample was not opened", "The server did not send it. Is it still running?");
  };
  return (
    <section className="sheet">
      <div className="spread flex-wrap gap-2">
        <span className="row-line flex-wrap">
          <FileButton accept=".vcd,.csv,.txt,.tsv" onFile={(chosenFile) => take(chosenFile, chosenFile.name)}>
            Open a capture
          </FileButton>
          {sample && (
            <Button variant="plain" className="text-wrap text-start" onClick={() => void openSample()}>
              Sample: {sample.says}
            </Button>
          )}
          <PlannerProgress work={surveying} label="Reading the capture" />
          <PlannerProgress work={decoding} label="Decoding the capture" />
        </span>
        {!loose && <SaveRun />}
      </div>
      <SurveySays opened={opened} />
    </section>
  );
}

/** What was read, what had to be assumed, or why it cannot be read. */
function SurveySays({ opened: { file, surveyed, survey, surveying, decoding } }: { opened: OpenedCapture }) {
  return (
    <>
      {!file && (
        <p className="quiet small mb-0 mt-2">
          VCD, or a table of levels (CSV) with a column of times or a sample rate above it. Drop it here. It
          is read on this computer and goes nowhere; 50 MB and more are read in pieces.
        </p>
      )}
      {surveyed && !surveyed.ok && (
        <p className="mb-0 mt-2 text-danger" role="alert">
          “{file?.name}” cannot be read. {surveyed.message}
        </p>
      )}
      {(surveying.failed ?? decoding.failed) && (
        <p className="mb-0 mt-2 text-danger" role="alert">
          Reading stopped: {surveying.failed ?? decoding.failed}
        </p>
      )}
      {survey && file && (
        <p className="small mb-0 mt-2" role="status">
          <strong>{file.name}</strong>: {survey.format.toUpperCase()}, {survey.signals.length} signal
          {survey.signals.length === 1 ? "" : "s"}, {survey.changes.toLocaleString("en")} changes over{" "}
          {formatNanoseconds(Math.round(survey.to - survey.from), 4)}
          {survey.remarks.length > 0 && (
            <span className="quiet"> · read over: {survey.remarks.slice(0, 3).join("; ")}</span>
          )}
          {survey.assumed.length > 0 && (
            <span className="d-block quiet">Assumed: {survey.assumed.join("; ")}.</span>
          )}
        </p>
      )}
    </>
  );
}
