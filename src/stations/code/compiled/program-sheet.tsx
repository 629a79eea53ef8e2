import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { formatBytes, formatQuantity } from "@/core/quantity";
import { controllerById, type KeptFirmware } from "@/core/rig";
import { editRig, runCompiled, useOpenRig, useRig } from "@/store";
import {
  CommitField,
  FileButton,
  IconButton,
  QuantityField,
  SelectField,
  SeverityMark,
  useRunning,
} from "@/ui";
import type { FirmwareReport, FirmwareState } from "@/workers";

/** ms from one look at a running program to the next. */
const LOOKS = 250;

interface Props {
  readonly firmware: KeptFirmware;
  readonly report: FirmwareReport | undefined;
  readonly onFile: (file: File) => void;
}

/** The compiled program: which it is, whether it runs, where it stands, and its steps. */
export function ProgramSheet({ firmware, report, onFile }: Props) {
  const settings = useOpenRig((state) => state.compiled);
  const state = useFirmware(settings !== undefined);
  return (
    <section className="sheet" aria-label="The compiled program">
      <h2>The compiled program</h2>
      <div className="spread">
        <span>
          <strong>{firmware.name}</strong>{" "}
          {report?.ok && <span className="quiet">{formatBytes(report.cost.flash)} of flash</span>}
        </span>
        <span className="row-line">
          {settings === undefined ? (
            <Button size="sm" variant="primary" onClick={() => runCompiled({})}>
              Run it on the face
            </Button>
          ) : (
            <Button size="sm" variant="plain" onClick={() => runCompiled(undefined)}>
              Back to the rig’s own program
            </Button>
          )}
          <IconButton
            icon="bi-trash"
            label={`Take ${firmware.name} out`}
            onClick={() => {
              runCompiled(undefined);
              editRig(({ firmware: _, ...rig }) => rig);
            }}
          />
        </span>
      </div>
      {report && !report.ok && (
        <p className="small mt-2 mb-0">
          <SeverityMark severity="fault" text="It cannot run here." /> {report.problem}
        </p>
      )}
      {state?.held && (
        <p className="small mt-2 mb-0">
          <SeverityMark severity="fault" text="It does nothing." /> {state.held}
        </p>
      )}
      {settings && (
        <>
          <Standing state={state} />
          <Steps />
          <Surroundings />
        </>
      )}
      <p className="mt-2 mb-0">
        <FileButton accept=".hex,.elf,.ihx,.ihex" onFile={onFile}>
          Open another
        </FileButton>
      </p>
    </section>
  );
}

/** What a running program is at, looked at again and again. */
function useFirmware(runs: boolean): FirmwareState | undefined {
  const ask = useRunning()?.firmware;
  const [state, setState] = useState<FirmwareState>();
  useEffect(() => {
    if (!runs || !ask) return;
    let current = true;
    const look = () => void ask().then((next) => current && setState(next));
    look();
    const timer = setInterval(look, LOOKS);
    return () => {
      current = false;
      clearInterval(timer);
    };
  }, [runs, ask]);
  return runs ? state : undefined;
}

/** Where it stands, and whether this machine keeps up with it. */
function Standing({ state }: { state: FirmwareState | undefined }) {
  const running = useRunning();
  if (!state) return null;
  const { place, clocks, pace } = state;
  const slow = running?.running === true && pace !== undefined && pace < 1 && running.speed >= 1;
  return (
    <dl className="compiled-figures small mt-2 mb-1">
      <div>
        <dt>Program counter</dt>
        <dd className="mono">
          0x{place.at.toString(16).padStart(4, "0")}
          {place.routine && ` ${place.routine}+${place.into}`}
          {place.line !== undefined && <span className="quiet"> {`${place.file} line ${place.line}`}</span>}
        </dd>
      </div>
      <div>
        <dt>Clocks</dt>
        <dd>{clocks.toLocaleString("en")}</dd>
      </div>
      {slow && (
        <div>
          <dt>Pace</dt>
          <dd>
            <SeverityMark severity="note" text={`${Math.round(pace * 100)} % of real time on this machine`} />
          </dd>
        </div>
      )}
    </dl>
  );
}

/** Goes on a little and stops: at an instruction, an edge, a face. */
function Steps() {
  const running = useRunning();
  const { plan } = useRig();
  const [line, setLine] = useState("");
  if (!running) return null;
  const lines = controllerById(plan.controller).lines.map(({ leg }) => leg);
  return (
    <div className="row-line compiled-steps" role="group" aria-label="Go on to">
      <span className="small quiet">Go on to the next</span>
      <Button size="sm" variant="plain" onClick={() => running.stepTo("instruction")}>
        Instruction
      </Button>
      <Button size="sm" variant="plain" onClick={() => running.stepTo("write")}>
        Write
      </Button>
      <Button size="sm" variant="plain" onClick={() => running.stepTo("face")}>
        Face
      </Button>
      <Button size="sm" variant="plain" onClick={() => running.stepTo(line === "" ? "edge" : { line })}>
        Edge
      </Button>
      <SelectField
        label="Line of the edge"
        labelled="heard"
        value={line}
        size="sm"
        width={142}
        options={[["", "on any line"], ...lines.map((one) => [one, `on line ${one}`] as const)]}
        onChoose={setLine}
      />
    </div>
  );
}

/** ppm a clock may be off at the most: an RC oscillator that was never trimmed. */
const MOST_OFF = 100_000;

/** What is around it: a clock that is off, a supply that has sunk. */
function Surroundings() {
  const settings = useOpenRig((state) => state.compiled) ?? {};
  const { plan } = useRig();
  const { clockBy, logic, clock } = controllerById(plan.controller);
  const off = settings.clockError ?? 0;
  return (
    <div className="field-row mt-2">
      <CommitField
        label="Clock error, ppm"
        shown={String(off)}
        width={130}
        hint={`${formatQuantity(clock, "Hz")} by a ${clockBy.what}: up to ±${clockBy.ppm.toLocaleString("en")} ppm`}
        read={(text) => {
          const ppm = Number(text.replace("−", "-"));
          return Number.isFinite(ppm) && Math.abs(ppm) <= MOST_OFF
            ? { ok: true, value: ppm }
            : { ok: false, message: `a number from −${MOST_OFF} to ${MOST_OFF}` };
        }}
        onCommit={(clockError) => runCompiled({ ...settings, clockError })}
      />
      <QuantityField
        label="Supply"
        value={settings.supply ?? logic}
        unit="V"
        range={[0.5, 6]}
        width={130}
        hint="as it reaches the controller"
        onCommit={(supply) => runCompiled({ ...settings, supply })}
      />
    </div>
  );
}
