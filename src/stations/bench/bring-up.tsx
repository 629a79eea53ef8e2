import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { BringUpStep } from "@/core/bench";
import { safeFileName } from "@/core/foreign";
import { EMPTY_BENCH, type StepDone } from "@/core/rig";
import { editBench, useJustAtDesk, usePreferences, useRig } from "@/store";
import { DownloadButton, RigFace, SeverityMark, copyText, useSimulation } from "@/ui";
import type { BenchLook } from "@/workers";
import { ExpectedTable } from "./expected-table";
import { OnBoard } from "./hand/on-board";
import { PrintedSteps } from "./printed-steps";

interface Props {
  readonly look: BenchLook;
  /** Where faults are searched for on such a display. */
  readonly onFault?: () => void;
}

/** Notes how a step went, and goes on. */
const note = (step: string, went: StepDone["went"]) =>
  editBench((bench) => ({
    ...bench,
    steps: [...bench.steps.filter((one) => one.step !== step), { step, went, at: Date.now() }],
  }));

const forget = () => editBench((bench) => ({ ...bench, steps: [] }));

/** The steps in which a rig is brought up: each ticked as it went, with what to look at where it went wrong. */
export function BringUp({ look: { steps, holes }, onFault }: Props) {
  const { bench = EMPTY_BENCH, name } = useRig();
  const went = new Map(bench.steps.map((one) => [one.step, one.went]));
  const firstOpen = steps.find(({ id }) => went.get(id) !== "right") ?? steps[0]!;
  const [chosen, setChosen] = useState<string>();
  const at = Math.max(
    0,
    steps.findIndex(({ id }) => id === (chosen ?? firstOpen.id)),
  );
  const step = steps[at]!;
  const done = steps.filter(({ id }) => went.get(id) === "right").length;
  const finish = (how: StepDone["went"]) => {
    note(step.id, how);
    setChosen(how === "right" ? steps[Math.min(at + 1, steps.length - 1)]!.id : step.id);
  };
  return (
    <div className="bench-columns">
      <nav className="sheet bench-steps" aria-label="Steps">
        <div className="spread mb-1">
          <h2 className="sheet-title mb-0">
            {done} of {steps.length} right
          </h2>
          <Button size="sm" variant="plain" onClick={() => window.print()}>
            <i className="bi bi-printer" aria-hidden /> Print
          </Button>
        </div>
        <ol className="plain-list">
          {steps.map(({ id, title }) => (
            <li key={id}>
              <button
                type="button"
                className="plain-button bench-step"
                aria-current={id === step.id ? "step" : undefined}
                onClick={() => setChosen(id)}
              >
                <StepMark went={went.get(id)} />
                <span>{title}</span>
              </button>
            </li>
          ))}
        </ol>
        {bench.steps.length > 0 && (
          <Button size="sm" variant="plain" onClick={forget}>
            Start over
          </Button>
        )}
      </nav>
      <section className="sheet" aria-label={step.title}>
        <h2 className="sheet-title">{step.title}</h2>
        {step.cautions.map((caution) => (
          <p key={caution} className="small mb-1">
            <SeverityMark severity="caution" text={caution} />
          </p>
        ))}
        <p className="mb-2">{step.how}</p>
        <StepProgram key={step.id} step={step} rigName={name} />
        {step.expected.length > 0 && <ExpectedTable step={step} holes={holes} />}
        <div className="bench-answers">
          <Button variant="primary" onClick={() => finish("right")}>
            Yes, as expected
          </Button>
          <Button variant="plain" onClick={() => finish("wrong")}>
            No, it differs
          </Button>
        </div>
        {went.get(step.id) === "wrong" && <NotSo step={step} onFault={onFault} />}
      </section>
      <PrintedSteps name={name} steps={steps} holes={holes} went={went} />
    </div>
  );
}

function StepMark({ went }: { went: StepDone["went"] | undefined }) {
  if (went === undefined) return <i className="bi bi-circle quiet" role="img" aria-label="to do" />;
  return went === "right" ? (
    <i className="bi bi-check2 severity-good" role="img" aria-label="right" />
  ) : (
    <i className="bi bi-x-lg severity-fault" role="img" aria-label="wrong" />
  );
}

function NotSo({ step, onFault }: { step: BringUpStep; onFault?: () => void }) {
  return (
    <div className="bench-not" role="status">
      <h3 className="field-label">Where to look, the likeliest first</h3>
      <ul className="small mb-1">
        {step.ifNot.map((says) => (
          <li key={says}>{says}</li>
        ))}
      </ul>
      {onFault && step.lit.length > 0 && (
        <Button size="sm" variant="plain" onClick={onFault}>
          Find the fault by what is seen <i className="bi bi-arrow-right" aria-hidden />
        </Button>
      )}
    </div>
  );
}

/** What the controller does in a step: as a sketch to load, and on the simulated face. */
function StepProgram({ step, rigName }: { step: BringUpStep; rigName: string }) {
  const rig = useRig();
  const legNames = usePreferences((state) => state.legNames);
  const run = useJustAtDesk(rig, (desk) => desk.benchStep(step.id, legNames), [step.id, legNames]);
  const simulation = useSimulation("bench", run?.rig);
  const sketch = run?.sketch;
  return (
    <div className="bench-program">
      {run?.rig && (
        <div className="lens bench-lens">
          <RigFace
            shape={simulation.shape}
            face={simulation.face}
            height="110px"
            label={`What should be seen: ${step.sees}`}
          />
        </div>
      )}
      <div>
        <p className="mb-1">
          <span className="field-label">You should see</span>
          {step.sees}.
        </p>
        {sketch && (
          <div className="row-line flex-wrap">
            <Button size="sm" variant="plain" onClick={() => void copyText(sketch.text, "Sketch")}>
              <i className="bi bi-clipboard me-1" aria-hidden />
              Copy its sketch
            </Button>
            <OnBoard what={{ step: step.id }} />
            <DownloadButton
              size="sm"
              text={() => sketch.text}
              name={safeFileName(`${rigName} ${step.id}`, sketch.ending)}
            >
              Download
            </DownloadButton>
          </div>
        )}
      </div>
    </div>
  );
}
