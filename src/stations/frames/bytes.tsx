import { useState } from "react";
import Button from "react-bootstrap/Button";
import { gridOf } from "@/core/address";
import { FRAME_FORMATS, RECORDING_RANGE, USUAL_RECORDING, type FrameFormat } from "@/core/frames";
import { type FramesResult } from "@/core/pictures";
import { formatBytes, formatNanoseconds, formatQuantity } from "@/core/quantity";
import { controllerById, driverChipOf, reactingOf } from "@/core/rig";
import { useModel } from "@/store";
import {
  PlannerProgress,
  Progress,
  SelectField,
  SeverityMark,
  WholeField,
  saveBytes,
  useJob,
  usePlanner,
  StationLink,
} from "@/ui";

/** Picture elements a dot may become each way. */
const DOT_SIZES = [1, 2, 4, 8, 16] as const;

const FORMAT_SAYS: Readonly<Record<FrameFormat, string>> = {
  gif: "GIF, animated",
  png: "PNG",
  pbm: "PBM",
  c: "C table, stays in flash",
  bin: "bytes alone",
  json: "JSON",
};

/** What the run costs of memory and of time on the wires, and its bytes as files. */
export function BytesView() {
  return (
    <div className="frames-two">
      <Memory />
      <Files />
    </div>
  );
}

/** What the faces take in the board's flash, by each way of keeping them, beside what there is. */
function Memory() {
  const { rig } = useModel();
  // Of its scenes, also while the sign reacts and shows something else.
  const reckoning = usePlanner(JSON.stringify([rig.plan, rig.sign, rig.scan]), (planner) =>
    planner.signCost({ ...rig, live: undefined }),
  );
  const { result, stale } = reckoning;
  const board = controllerById(rig.plan.controller);
  const cost = result;
  return (
    <section className="sheet">
      <div className="spread">
        <h2 className="sheet-title mb-0">Memory and time for the run</h2>
        <PlannerProgress work={reckoning} label="Calculating" />
      </div>
      {cost && (
        <div className={stale ? "is-stale" : undefined}>
          <table className="rule-table small">
            <thead>
              <tr>
                <th>Stored as</th>
                <th className="number">Flash</th>
                <th className="number">RAM</th>
                <th>On the {board.title.split(",")[0]}</th>
              </tr>
            </thead>
            <tbody>
              {cost.kept.map(({ kept, title, flash, ram }) => {
                const fits = flash <= cost.memory.flash && ram <= cost.memory.ram;
                return (
                  <tr key={kept}>
                    <td>{title}</td>
                    <td className="number">{formatBytes(flash)}</td>
                    <td className="number">{formatBytes(ram)}</td>
                    <td>
                      {cost.memory.flash === 0 ? (
                        <span className="quiet">no processor: the logic stores a table</span>
                      ) : (
                        <SeverityMark
                          severity={fits ? "good" : "fault"}
                          text={
                            fits
                              ? `fits, ${((flash / cost.memory.flash) * 100).toPrecision(2)} % of its flash`
                              : `too much: the board has ${formatBytes(cost.memory.flash)} and ${formatBytes(cost.memory.ram)}`
                          }
                        />
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="small mt-2 mb-0">
            {cost.frames.toLocaleString("en")} frames, {cost.different.toLocaleString("en")} of them different
            {cost.cut && ", and the run goes on beyond what a program holds"}. The sketch on{" "}
            <StationLink href={`/rig/${rig.id}/code`}>Code</StationLink> keeps{" "}
            {driverChipOf(rig.plan.scheme)
              ? "texts as columns and draws each frame from them"
              : "every picture whole"}
            .
          </p>
          <h3 className="frames-sub">On the wires, each frame</h3>
          <table className="rule-table small">
            <thead>
              <tr>
                <th>Written</th>
                <th className="number">Bits</th>
                <th className="number">Time</th>
                <th className="number">Frames a second</th>
              </tr>
            </thead>
            <tbody>
              <tr>
                <td>with sketch calls</td>
                <td className="number">{cost.bits}</td>
                <td className="number">{formatNanoseconds(Math.round(cost.byCalls.time), 3)}</td>
                <td className="number">{formatQuantity(cost.byCalls.most, "Hz", 3)}</td>
              </tr>
              {cost.direct && (
                <tr>
                  <td>with direct port writes</td>
                  <td className="number">{cost.bits}</td>
                  <td className="number">{formatNanoseconds(cost.direct.time, 3)}</td>
                  <td className="number">{formatQuantity(cost.direct.most, "Hz", 3)}</td>
                </tr>
              )}
            </tbody>
          </table>
          {cost.late && (
            <p className="small mb-0 mt-2">
              <SeverityMark
                severity="caution"
                text={`The shortest frame is shown ${cost.shortest} ms, and drawing and sending it takes ${formatNanoseconds(Math.round(cost.byCalls.time), 3)}:`}
              />{" "}
              the text runs slower than asked. Longer steps, direct port writes, the board&apos;s own bus
              unit, fewer modules on a chain or a faster board would help.
            </p>
          )}
        </div>
      )}
    </section>
  );
}

/** The same frames for use elsewhere: what is written into a file is what the sketch sends. */
function Files() {
  const model = useModel();
  const { rig } = model;
  const grid = gridOf(model)!;
  const { run, progress, cancel } = useJob();
  const [format, setFormat] = useState<FrameFormat>("gif");
  const [scale, setScale] = useState<(typeof DOT_SIZES)[number]>(8);
  const [refused, setRefused] = useState<string>();
  const [note, setNote] = useState<string>();
  const reacts = reactingOf(rig) !== undefined;
  const { tapes = [] } = rig;
  const [wanted, setWanted] = useState<"scenes" | "reacting">("reacting");
  const ofScenes = !reacts || wanted === "scenes";
  const [seconds, setSeconds] = useState(USUAL_RECORDING.seconds);
  const [tape, setTape] = useState(0);
  const image = format === "gif" || format === "png";
  const save = () => {
    setRefused(undefined);
    setNote(undefined);
    run(
      (planner, report): Promise<FramesResult> =>
        planner.frames(
          ofScenes ? { ...rig, live: undefined } : rig,
          { format, ...(image ? { scale } : {}), recording: { seconds, tape: tapes[tape - 1]?.items } },
          report,
        ),
      (result) => {
        if (!result.ok) return setRefused(result.message);
        setNote(result.file.note);
        saveBytes(result.file.bytes, result.file.name, result.file.mime);
      },
    );
  };
  return (
    <section className="sheet">
      <h2>As files</h2>
      <div className="field-row">
        {reacts && (
          <SelectField
            label="Of"
            value={wanted}
            options={[
              ["reacting", "what it shows as it reacts"],
              ["scenes", "the scenes of this station"],
            ]}
            onChoose={setWanted}
          />
        )}
        {!ofScenes && (
          <WholeField
            label="From power-up, s"
            value={seconds}
            range={RECORDING_RANGE}
            onCommit={setSeconds}
            width={110}
          />
        )}
        {!ofScenes && tapes.length > 0 && (
          <SelectField
            label="Hands"
            value={tape}
            options={[[0, "none"] as const, ...tapes.map(({ name }, at) => [at + 1, name] as const)]}
            onChoose={setTape}
          />
        )}
        <SelectField
          label="Format"
          value={format}
          options={FRAME_FORMATS.map((one) => [one, FORMAT_SAYS[one]] as const)}
          onChoose={setFormat}
        />
        {image && (
          <SelectField
            label="A dot is"
            value={scale}
            options={DOT_SIZES.map((one) => [one, `${one} × ${one}`] as const)}
            onChoose={setScale}
          />
        )}
        <Button variant="primary" className="align-self-end" onClick={save} disabled={progress !== undefined}>
          <i className="bi bi-download me-1" aria-hidden />
          Save
        </Button>
        {progress !== undefined && <Progress share={progress} label="Writing the file" onStop={cancel} />}
      </div>
      {refused && (
        <p className="severity-fault small mt-2 mb-0" role="alert">
          {refused}
        </p>
      )}
      {note && (
        <p className="small mt-2 mb-0" role="status">
          <SeverityMark severity="note" text={note} />
        </p>
      )}
      <p className="small quiet mt-2 mb-0">
        {format === "gif" && "Every frame for as long as it stands on the display, lit dots white on black."}
        {format === "png" && `All frames under one another, ${grid.width} × ${grid.height} dots each.`}
        {format === "pbm" && "All frames under one another; a lit dot is 1."}
        {(format === "c" || format === "bin") &&
          "The bytes as this rig’s wires and modules want them: nothing has to be turned or reversed any more."}
        {format === "json" && "Every frame as rows of dots and as the bytes the wires want."}
      </p>
      <p className="small quiet mt-2 mb-0">
        The register writes of any frame are on{" "}
        <StationLink href={`/rig/${rig.id}/writes`}>Writes</StationLink>, bit by bit.
      </p>
    </section>
  );
}
