import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { BusSchool } from "@/core/dialects";
import { safeFileName } from "@/core/foreign";
import { formatBytes } from "@/core/quantity";
import { controllerById } from "@/core/rig";
import { folderOf, keeper, useAtDesk, useModel, useOpenRig, usePreferences, useRig } from "@/store";
import {
  DownloadButton,
  SelectField,
  SeverityMark,
  ViewSwitch,
  copyText,
  saveBytes,
  saveText,
  StationLink,
} from "@/ui";
import { copyRigLink } from "../../link";
import type { CodeIn } from "@/workers";
import { SketchView } from "./sketch-view";

/** The rig's own program, in the form that was chosen. */
export interface ShownProgram {
  /** Undefined until it has been asked for. */
  readonly form: CodeIn | undefined;
  readonly choose: (dialect: string) => void;
  readonly send: (school: BusSchool) => void;
  /** The file that is shown, by its place, and the hand that turns to another. */
  readonly file: number;
  readonly turnTo: (file: number) => void;
}

export function useProgram(): ShownProgram {
  const legNames = usePreferences((state) => state.legNames);
  const [dialect, choose] = useState<string>();
  const [school, send] = useState<BusSchool>("hand");
  const form = useAtDesk((desk) => desk.codeIn(dialect, legNames, school), [dialect, legNames, school]);
  const [file, turnTo] = useState(0);
  return {
    form,
    choose: (id) => {
      choose(id);
      turnTo(0);
    },
    send,
    file,
    turnTo,
  };
}

/** What can be done with it: copied, downloaded as a file or a folder, the rig's file. */
export function ProgramActions({ program: { form, file } }: { program: ShownProgram }) {
  const rig = useRig();
  const [first, ...more] = form?.files ?? [];
  const download = async () => {
    if (!first || !form) return;
    if (more.length === 0) return saveText(first.text, first.name);
    const folder = safeFileName(rig.name, "");
    saveBytes(await folderOf(rig, folder, form.files), `${folder}.zip`, "application/zip");
  };
  return (
    <>
      {first && (
        <>
          <Button variant="plain" onClick={() => void copyText((form!.files[file] ?? first).text, "Code")}>
            <i className="bi bi-clipboard me-1" aria-hidden />
            Copy
          </Button>
          <Button variant="plain" onClick={() => void download()}>
            <i className="bi bi-download me-1" aria-hidden />
            {more.length > 0 ? "Download folder" : "Download"}
          </Button>
        </>
      )}
      <DownloadButton text={() => keeper().written(rig)} name={safeFileName(rig.name, ".pip.json")}>
        Rig file
      </DownloadButton>
      <Button variant="plain" onClick={() => void copyRigLink(rig)}>
        <i className="bi bi-link-45deg me-1" aria-hidden />
        Link
      </Button>
      <StationLink className="btn btn-plain" href={`/rig/${rig.id}/sheet`}>
        <i className="bi bi-printer me-1" aria-hidden />
        Print
      </StationLink>
    </>
  );
}

/** The program that was seen working on the face, in the form one takes. */
export function ProgramView({ program: { form, choose, send, file, turnTo } }: { program: ShownProgram }) {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  if (!form) return null;
  const { files, dialect, offered, problem, note, memory, takes, pace, school, unit } = form;
  const shown = files[file] ?? files[0];
  return (
    <>
      <div className="code-form">
        <SelectField
          label="Written as"
          value={dialect.id}
          options={offered.map(
            ({ id, title, problem: not }) => [id, not ? `${title} (not for this rig)` : title] as const,
          )}
          onChoose={choose}
        />
        {unit && (
          <SelectField
            label="How bytes are sent"
            value={school}
            options={[
              ["hand", "bit by bit in software (bit-banging)"],
              [
                "unit",
                "says" in unit ? "with the hardware bus unit" : "with the hardware bus unit (not as wired)",
              ],
            ]}
            onChoose={send}
          />
        )}
        {files.length > 1 && (
          <ViewSwitch
            label="File"
            value={shown!.name}
            views={files.map(({ name }) => [name, name] as const)}
            onView={(name) => turnTo(files.findIndex((one) => one.name === name))}
          />
        )}
        <div className="code-facts small">
          {takes === undefined ? <MemoryLine memory={memory} /> : <p className="mb-0">{takes}</p>}
          {pace !== undefined && <p className="mb-0">{pace}</p>}
          {unit && "problem" in unit && <p className="quiet mb-0">{unit.problem}.</p>}
        </div>
      </div>
      {problem !== undefined && (
        <p>
          <SeverityMark severity="fault" text="Not written." /> {problem}
        </p>
      )}
      {model.rig.code.kept && (
        <p className="small">
          <SeverityMark severity="note" text="Kept as it was." /> Bytes, bit order and lines are for the wires
          as they were; the wiring comment shows them as they are.
        </p>
      )}
      {note && (
        <p className="small">
          <SeverityMark severity="note" text="Board." /> {note}
        </p>
      )}
      {shown && (
        <>
          <SketchView
            language={dialect.language}
            lines={shown.lines ?? shown.text.split("\n").map((text) => ({ text }))}
            model={model}
            pick={pick}
          />
          <p className="small quiet mt-2 mb-0">
            Click a wiring comment or a bit to pick its segment. Unplug hardware driven by these lines before
            you load new firmware.
          </p>
        </>
      )}
    </>
  );
}

/** What the program takes of the board, as a sketch. */
function MemoryLine({ memory: needed }: Pick<CodeIn, "memory">) {
  const { memory, flavour } = controllerById(useRig().plan.controller);
  const { flash, ram, tables, measured } = needed;
  if (flavour === "logic") return null;
  const over = flash > memory.flash || ram > memory.ram;
  return (
    <p className="mb-0">
      {over && <SeverityMark severity="fault" text="It does not fit." />} As a sketch it takes about{" "}
      <strong>{formatBytes(flash)}</strong> of {formatBytes(memory.flash)} flash, {formatBytes(tables)} of it
      tables, and <strong>{formatBytes(ram)}</strong> of {formatBytes(memory.ram)} RAM, plus the stack.
      {!measured && " The code is counted as on an 8-bit board; this board’s own calls take more."}
    </p>
  );
}
