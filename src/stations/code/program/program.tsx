import Button from "react-bootstrap/Button";
import { safeFileName } from "@/core/foreign";
import { sketchText } from "@/core/program";
import { formatBytes } from "@/core/quantity";
import { controllerById } from "@/core/rig";
import { keeper, useAtDesk, useModel, useOpenRig, usePreferences, useRig } from "@/store";
import { DownloadButton, SeverityMark, copyText } from "@/ui";
import type { Code } from "@/workers";
import { SketchView } from "./sketch-view";

/** The rig's own program, as it is printed. */
export interface ShownProgram {
  /** Undefined until it has been asked for. */
  readonly code: Code | undefined;
  readonly written: Code["written"];
}

export function useProgram(): ShownProgram {
  const legNames = usePreferences((state) => state.legNames);
  const code = useAtDesk((desk) => desk.code(legNames), [legNames]);
  return { code, written: code?.written };
}

/** What can be done with it: copied, downloaded, the rig's file. */
export function ProgramActions({ program: { written } }: { program: ShownProgram }) {
  const rig = useRig();
  const text = written && sketchText(written.lines);
  return (
    <>
      {text !== undefined && (
        <>
          <Button variant="plain" onClick={() => void copyText(text, "Code")}>
            <i className="bi bi-clipboard me-1" aria-hidden />
            Copy
          </Button>
          <DownloadButton text={() => text} name={safeFileName(rig.name, written!.ending)}>
            Download
          </DownloadButton>
        </>
      )}
      <DownloadButton text={() => keeper().written(rig)} name={safeFileName(rig.name, ".pip.json")}>
        Rig file
      </DownloadButton>
    </>
  );
}

/** The program that was seen working on the face, as a sketch. */
export function ProgramView({ program: { code, written } }: { program: ShownProgram }) {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  if (!code) return null;
  if (!written)
    return (
      <>
        <p>
          <SeverityMark severity="fault" text="Too long to print." /> {code.problem}.
        </p>
        <MemoryLine memory={code.memory} />
      </>
    );
  return (
    <>
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
    </>
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
