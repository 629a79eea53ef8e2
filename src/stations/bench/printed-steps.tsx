import type { BringUpStep } from "@/core/bench";
import { rangeWords } from "@/core/notes";
import type { StepDone } from "@/core/rig";
import type { BenchLook } from "@/workers";

interface Props {
  readonly name: string;
  readonly steps: readonly BringUpStep[];
  readonly holes: BenchLook["holes"];
  readonly went: ReadonlyMap<string, StepDone["went"]>;
}

/** All steps on paper, to tick beside the soldering iron; on the screen there is nothing of it. */
export function PrintedSteps({ name, steps, holes, went }: Props) {
  return (
    <div className="bench-paper" aria-hidden>
      <p className="bench-paper-title">{name}: bring-up</p>
      {steps.map((step, nth) => (
        <section key={step.id}>
          <h2>
            {went.get(step.id) === "right" ? "☑" : "☐"} {nth + 1}. {step.title}
          </h2>
          {step.cautions.map((caution) => (
            <p key={caution}>
              <strong>Caution: </strong>
              {caution}
            </p>
          ))}
          <p>{step.how}</p>
          <p>
            <strong>You should see: </strong>
            {step.sees}.
          </p>
          {step.expected.length > 0 && (
            <table>
              <tbody>
                {step.expected.map((expected) => (
                  <tr key={expected.says}>
                    <td>
                      {expected.says}
                      {expected.leg && holes[expected.leg] ? `, hole ${holes[expected.leg]}` : ""}
                    </td>
                    <td>{rangeWords(expected)}</td>
                    <td>measured: __________</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <p>
            <strong>If not: </strong>
            {step.ifNot.join(" ")}
          </p>
        </section>
      ))}
    </div>
  );
}
