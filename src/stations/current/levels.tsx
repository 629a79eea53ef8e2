import Button from "react-bootstrap/Button";
import { formatQuantity } from "@/core/quantity";
import { LEVEL_PARTS, legTitle, levelPartsProblem, relay, type Plan } from "@/core/rig";
import { editWires, useJustAtDesk, useModel, usePreferences } from "@/store";
import { SeverityMark } from "@/ui";

/** Do the chips take the highs they get for high? */
export function Levels() {
  const model = useModel();
  const legNames = usePreferences((state) => state.legNames);
  // Of the rig as it was the legs may be gone.
  const levels = useJustAtDesk(model.rig, (desk) => desk.levels());
  const matches = levels ?? [];
  return (
    <section className="sheet">
      <h2>Levels</h2>
      {levels && matches.length === 0 && (
        <p className="small quiet mb-0">No controller line reaches a chip input.</p>
      )}
      <table className="rule-table small" aria-label="Levels at the chip’s inputs">
        <thead>
          <tr>
            <th>Input</th>
            <th className="number">Gets</th>
            <th className="number" title="From here on the chip’s sheet promises that it reads high (VIH)">
              By its sheet
            </th>
            <th className="number" title="Where inputs of this kind usually turn; nothing is promised there">
              Usually
            </th>
            <th />
          </tr>
        </thead>
        <tbody>
          {matches.map(({ input, from, gets, sure, usual, taken }) => (
            <tr key={`${from} ${input}`}>
              <td>
                {legTitle(model.rig, from, legNames)} → {legTitle(model.rig, input, legNames)}
              </td>
              <td className="number">{formatQuantity(gets, "V")}</td>
              <td className="number">{formatQuantity(sure, "V")}</td>
              <td className="number">{formatQuantity(usual, "V")}</td>
              <td>
                {taken === "sure" ? (
                  <SeverityMark severity="good" text="fits" />
                ) : taken === "usual" ? (
                  <SeverityMark
                    severity="caution"
                    text={`outside its sheet, ${formatQuantity(gets - usual, "V", 2)} to spare`}
                  />
                ) : (
                  <SeverityMark severity="fault" text="too low to tell" />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <LevelParts />
    </section>
  );
}

/** Buffers in the lines, put in and taken out by a press, where the chips stand on more than the board gives. */
function LevelParts() {
  const { rig } = useModel();
  const { levels, ...plan } = rig.plan;
  if (levelPartsProblem(rig.plan) !== undefined) return null;
  const lay = (next: Plan) => editWires((before) => relay(before, next));
  if (levels !== undefined)
    return (
      <div className="row-line mt-2">
        <span className="small">A {levels} stands in the lines.</span>
        <Button size="sm" variant="plain" onClick={() => lay(plan)}>
          Take it out
        </Button>
      </div>
    );
  return (
    <div className="row-line flex-wrap mt-2">
      {LEVEL_PARTS.map((part) => (
        <Button key={part} size="sm" variant="plain" onClick={() => lay({ ...plan, levels: part })}>
          Put a {part} into the lines
        </Button>
      ))}
      <span className="tiny quiet">
        It reads 2 V as high and gives 5 V. The wires are laid again with it; Undo brings them back.
      </span>
    </div>
  );
}
