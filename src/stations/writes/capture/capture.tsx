import "./capture.css";
import { useMemo, useState, type DragEvent } from "react";
import Button from "react-bootstrap/Button";
import { formatNanoseconds } from "@/core/quantity";
import {
  CAPTURE_LIMITS,
  guessMapping,
  wantedLines,
  type Began,
  type DecodedFace,
  type Inspected,
  type Mapping,
  type SurveyResult,
} from "@/core/trace";
import { refuse, useModel } from "@/store";
import { FileButton, PlannerProgress, usePlanner } from "@/ui";
import { BeganChoice } from "./began-choice";
import { Findings } from "./capture-findings";
import { CaptureTape } from "./capture-tape";
import { FaceOverTime } from "./face-over-time";
import { MappingTable } from "./mapping-table";
import { SaveRun } from "./save-run";

/** Captures that ship with the product, by the way of driving they belong to. */
const SAMPLES: Readonly<Record<string, { readonly file: string; readonly says: string }>> = {
  tm1637: { file: "water-warmth.vcd", says: "six seconds of Water warmth" },
  tm1638: { file: "crew-tally.vcd", says: "six seconds of Crew tally, with a fault to find" },
  ht16k33: { file: "oar-rack.vcd", says: "six seconds of Oar rack" },
};

/** Files beyond this are not taken: a browser tab could not read them in a reasonable time. */

/** When the first face stands that has something on it and nothing that nobody can tell. */
const firstReadable = (faces: readonly DecodedFace[]): number =>
  faces.find(({ text, digits }) => text.trim() !== "" && digits.every(({ unknown }) => unknown === ""))?.at ??
  0;

let opened = 0;

/** A capture from the maker's own board: what it sends, what that lights, and what it does otherwise than the rig's program. */
export function Capture() {
  const model = useModel();
  const { rig } = model;
  const [file, setFile] = useState<{ readonly blob: Blob; readonly name: string; readonly id: number }>();
  const [chosen, setChosen] = useState<Readonly<Record<string, number | undefined>>>({});
  const [began, setBegan] = useState<Began>();
  const [time, setTime] = useState<number>();
  const [write, setWrite] = useState<number>();
  const take = (blob: Blob, name: string) => {
    if (blob.size > CAPTURE_LIMITS.bytes) {
      refuse(
        `“${name}” was not opened`,
        `It is over ${CAPTURE_LIMITS.bytes / 1048576} MiB. Cut the capture to the part that matters.`,
      );
      return;
    }
    opened += 1;
    setFile({ blob, name, id: opened });
    setChosen({});
    setBegan(undefined);
    setTime(undefined);
    setWrite(undefined);
  };
  const surveying = usePlanner<SurveyResult>(file && `survey ${file.id}`, (planner, report) =>
    planner.survey(file!.blob, report),
  );
  const surveyed = surveying.stale ? undefined : surveying.result;
  const survey = surveyed?.ok ? surveyed.survey : undefined;
  const wanted = useMemo(() => wantedLines(model), [model]);
  const guesses = useMemo(() => (survey ? guessMapping(wanted, survey) : []), [wanted, survey]);
  const mapping = useMemo<Mapping>(
    () =>
      Object.fromEntries(
        guesses.flatMap(({ line, signal }) => {
          const taken = line in chosen ? chosen[line] : signal;
          return taken === undefined ? [] : [[line, taken]];
        }),
      ),
    [guesses, chosen],
  );
  const key =
    survey && file
      ? JSON.stringify([
          file.id,
          mapping,
          began ?? null,
          rig.units,
          rig.wires.map(({ from, to }) => [from, to]),
          rig.code,
          rig.show,
          rig.glyphs,
          rig.sign ?? null,
        ])
      : undefined;
  const decoding = usePlanner<Inspected>(key, (planner, report) =>
    planner.decode(rig, file!.blob, mapping, began, report),
  );
  const capture = decoding.stale ? undefined : decoding.result;
  const moment = time ?? (capture ? firstReadable(capture.decoded.faces) : 0);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    const dropped = event.dataTransfer.files[0];
    if (dropped) take(dropped, dropped.name);
  };
  const sample = SAMPLES[rig.plan.scheme];
  const openSample = async () => {
    const response = await fetch(`/captures/${sample!.file}`);
    if (response.ok) take(await response.blob(), sample!.file);
    else refuse("The sample was not opened", "The server did not hand it out. Is it still running?");
  };
  return (
    <div onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <section className="sheet">
        <div className="spread flex-wrap gap-2">
          <span className="row-line flex-wrap">
            <FileButton
              accept=".vcd,.csv,.txt,.tsv"
              onFile={(chosenFile) => take(chosenFile, chosenFile.name)}
            >
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
          <SaveRun />
        </div>
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
              <span className="d-block quiet">Taken for granted: {survey.assumed.join("; ")}.</span>
            )}
          </p>
        )}
      </section>
      {survey && (
        <div className="capture-grid">
          <div className="capture-column">
            <MappingTable
              wanted={wanted}
              guesses={guesses}
              mapping={mapping}
              survey={survey}
              onChoose={(line, signal) => setChosen((before) => ({ ...before, [line]: signal }))}
            >
              {(model.encoding.buses?.length ?? 0) > 0 && (
                <BeganChoice capture={capture} chosen={began} onChoose={setBegan} />
              )}
            </MappingTable>
            {capture && <Findings capture={capture} onAt={setTime} />}
          </div>
          {capture && capture.decoded.faces.length > 0 && (
            <FaceOverTime decoded={capture.decoded} time={moment} onTime={setTime} />
          )}
          {capture && file && (
            <CaptureTape
              file={file.blob}
              fileId={file.id}
              mapping={mapping}
              wanted={wanted}
              decoded={capture.decoded}
              at={write}
              onAt={(place) => {
                setWrite(place);
                setTime(capture.decoded.writes[place]!.at);
              }}
            />
          )}
        </div>
      )}
    </div>
  );
}
