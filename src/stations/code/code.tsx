"use client";
import { safeFileName } from "@/core/foreign";
import "./code.css";
import Button from "react-bootstrap/Button";
import { controllerById } from "@/core/rig";
import { sketchText } from "@/core/program";
import { formatBytes } from "@/core/quantity";
import { keeper, useAtDesk, useModel, useOpenRig, usePreferences, useRig } from "@/store";
import { DownloadButton, SeverityMark, StationFrame, copyText } from "@/ui";
import type { Code } from "@/workers";
import { SketchView } from "./sketch-view";

/** Code: the program that was seen working on the face, as a sketch to take away. */
export function CodeStation() {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  const legNames = usePreferences((state) => state.legNames);
  const code = useAtDesk((desk) => desk.code(legNames), [legNames]);
  const written = code?.written;
  if (!written)
    return (
      <StationFrame title="Code" lead="The program that was seen working on the face." actions={<RigFile />}>
        {code && (
          <>
            <p>
              <SeverityMark severity="fault" text="Too long to print." /> {code.problem}.
            </p>
            <MemoryLine memory={code.memory} />
          </>
        )}
      </StationFrame>
    );
  const text = sketchText(written.lines);
  return (
    <StationFrame
      title="Code"
      lead={written.what}
      actions={
        <>
          <Button variant="plain" onClick={() => void copyText(text, "Code")}>
            <i className="bi bi-clipboard me-1" aria-hidden />
            Copy
          </Button>
          <DownloadButton text={() => text} name={safeFileName(model.rig.name, written.ending)}>
            Download
          </DownloadButton>
          <RigFile />
        </>
      }
    >
      {model.rig.code.kept && (
        <p className="small">
          <SeverityMark severity="note" text="Kept as it was." /> Bytes, bit order and lines are for the wires
          as they were; the wiring comment shows them as they are.
        </p>
      )}
      {written.note && (
        <p className="small">
          <SeverityMark severity="note" text="Board." /> {written.note}
        </p>
      )}
      <MemoryLine memory={code.memory} />
      <SketchView language={written.ending} lines={written.lines} model={model} pick={pick} />
      <p className="small quiet mt-2 mb-0">
        Click a wiring line or a bit to pick its segment. Unplug driven hardware before you load new firmware
        on lines that drive it.
      </p>
    </StationFrame>
  );
}

function RigFile() {
  const rig = useRig();
  return (
    <DownloadButton text={() => keeper().written(rig)} name={safeFileName(rig.name, ".pip.json")}>
      Rig file
    </DownloadButton>
  );
}

/** What the sketch takes of the board's memory. */
function MemoryLine({ memory: needed }: Pick<Code, "memory">) {
  const { memory, flavour } = controllerById(useRig().plan.controller);
  const { flash, ram, tables, measured } = needed;
  if (flavour === "logic") return null;
  const over = flash > memory.flash || ram > memory.ram;
  return (
    <p className="small mb-2">
      {over && <SeverityMark severity="fault" text="It does not fit." />} About{" "}
      <strong>{formatBytes(flash)}</strong> of {formatBytes(memory.flash)} flash, {formatBytes(tables)} of it
      tables, and <strong>{formatBytes(ram)}</strong> of {formatBytes(memory.ram)} memory; the stack comes on
      top.
      {!measured && " The code is counted as on an 8-bit board; this board’s own calls take more."}
    </p>
  );
}
