import { useState } from "react";
import { resistorFor } from "@/core/circuit";
import { LED_FIGURES, type LedColour } from "@/core/parts";
import { formatMilliamps, formatQuantity, type ESeries } from "@/core/quantity";
import { QuantityField, SelectField, SeverityMark, WholeField } from "@/ui";

/** The resistor for an LED, or a few in series, on a supply that does not give way. */
export function ResistorLook() {
  const [colour, setColour] = useState<LedColour>("red");
  const [forward, setForward] = useState(LED_FIGURES.red.forward);
  const [supply, setSupply] = useState(5);
  const [current, setCurrent] = useState(10);
  const [count, setCount] = useState(1);
  const [series, setSeries] = useState<ESeries>("E12");
  const { slope, keep, maximum } = LED_FIGURES[colour];
  const answer = resistorFor({ supply, forward, slope, count, current }, series);
  return (
    <section className="sheet">
      <div className="field-row mb-3">
        <SelectField<LedColour>
          label="LED colour"
          value={colour}
          options={Object.values(LED_FIGURES).map(({ colour: one, title }) => [one, title] as const)}
          onChoose={(one) => {
            setColour(one);
            setForward(LED_FIGURES[one].forward);
          }}
        />
        <QuantityField
          label="Forward voltage"
          unit="V"
          value={forward}
          range={[1, 12]}
          onCommit={setForward}
          width={110}
        />
        <WholeField label="LEDs in series" value={count} range={[1, 20]} onCommit={setCount} width={90} />
        <QuantityField
          label="Supply"
          unit="V"
          value={supply}
          range={[1, 48]}
          onCommit={setSupply}
          width={100}
        />
        <QuantityField
          label="Current"
          unit="A"
          value={current / 1000}
          range={[0.0001, 0.1]}
          onCommit={(amps) => setCurrent(amps * 1000)}
          width={100}
        />
        <SelectField<ESeries>
          label="Values"
          value={series}
          options={(["E12", "E24", "E96"] as const).map((one) => [one, one] as const)}
          onChoose={setSeries}
        />
      </div>
      {current > maximum ? (
        <p className="small" role="alert">
          <SeverityMark
            severity="fault"
            text={`${formatMilliamps(current)} is above the absolute maximum, ${maximum} mA.`}
          />{" "}
          Take less current.
        </p>
      ) : (
        current > keep && (
          <p className="small" role="alert">
            <SeverityMark
              severity="caution"
              text={`${formatMilliamps(current)} is above the recommended ${keep} mA.`}
            />
          </p>
        )
      )}
      {answer.ok ? (
        <>
          <p role="status" className="mb-2">
            Exact value <strong>{formatQuantity(answer.exact, "Ω", 4)}</strong>.
          </p>
          <table className="rule-table look-table" aria-label="Standard values">
            <thead>
              <tr>
                <th className="number">Resistor</th>
                <th className="number">Current</th>
                <th className="number">Heat in the resistor</th>
              </tr>
            </thead>
            <tbody>
              {answer.choices.map(({ ohms, current: flows, heat }) => (
                <tr key={ohms}>
                  <td className="number">{formatQuantity(ohms, "Ω")}</td>
                  <td className="number">{formatMilliamps(flows)}</td>
                  <td className="number">{formatQuantity(heat, "W", 3)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : (
        <p role="alert">
          <SeverityMark severity="caution" text="No resistor gives that." /> {answer.message}
        </p>
      )}
      <p className="quiet small mt-2 mb-0">
        The forward voltage is typical for the colour: use your LED’s data sheet. A chip’s output adds
        resistance of its own; a rig takes it into account.
      </p>
    </section>
  );
}
