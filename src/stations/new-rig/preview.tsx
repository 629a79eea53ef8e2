import Button from "react-bootstrap/Button";
import { outsideOf, showsDots, type Rig } from "@/core/rig";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import { useFindingsOf, useJustAtDesk } from "@/store";
import { FindingsCount, RigFace, useSimulation } from "@/ui";

/** The rig the answers lead to, running, with its parts, currents and findings. */
export function Preview({ rig, busy }: { rig: Rig | undefined; busy: boolean }) {
  const { shape, face } = useSimulation("preview", rig);
  return (
    <aside className="sheet new-preview" aria-label="The rig this gives">
      <div className="lens" style={{ padding: "20px 18px" }}>
        {rig && <RigFace shape={shape} face={face} height={200} label="The simulated rig" />}
      </div>
      {rig && (
        <ul className="plain-list mt-3">
          <li>
            {outsideOf(rig).units.length} parts, {outsideOf(rig).wires.length} wires,{" "}
            {Object.keys(rig.plan.lines).length} controller lines
          </li>
          {!showsDots(rig.plan) && (
            <li>
              <PreviewCurrents rig={rig} />
            </li>
          )}
          <li>
            <PreviewFindings rig={rig} />
          </li>
        </ul>
      )}
      <Button type="submit" variant="primary" className="w-100 mt-3" disabled={busy || !rig}>
        Build it and show the wires
      </Button>
    </aside>
  );
}

function PreviewCurrents({ rig }: { rig: Rig }) {
  const driving = useJustAtDesk(rig, (desk) => desk.driving());
  if (!driving) return null;
  const { ohms, figures } = driving;
  const resistors =
    ohms !== undefined &&
    `${formatQuantity(ohms, "Ω")} ${rig.plan.resistors === "common" ? "in each common leg" : "for each segment"}. `;
  const [inEight, inOne] = [formatMilliamps(figures.inEight), formatMilliamps(figures.inOne)];
  return (
    <>
      {resistors}While lit, a segment gets {inEight}
      {inOne !== inEight && ` in an 8 and ${inOne} in a 1`}.
    </>
  );
}

function PreviewFindings({ rig }: { rig: Rig }) {
  const { findings, checking, failed } = useFindingsOf(rig);
  return <FindingsCount findings={findings} checking={checking} failed={failed} />;
}
