import { useMemo } from "react";
import Button from "react-bootstrap/Button";
import { ledResistors, modelOf } from "@/core/address";
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
  // Those of the LEDs: others pull lines up, or tell a chip its current.
  const [first] = useMemo(() => ledResistors(modelOf(rig)), [rig]);
  const resistor = rig.units.find(({ ref }) => ref === first);
  const resistors =
    resistor?.ohms !== undefined &&
    `${formatQuantity(resistor.ohms, "Ω")} ${rig.plan.resistors === "common" ? "in each common leg" : "for each segment"}. `;
  if (!driving) return resistors;
  const { inEight, inOne } = driving.figures;
  return (
    <>
      {resistors}While lit, a segment gets {formatMilliamps(inEight)} in an 8 and {formatMilliamps(inOne)} in
      a 1.
    </>
  );
}

function PreviewFindings({ rig }: { rig: Rig }) {
  const { findings, checking, failed } = useFindingsOf(rig);
  return <FindingsCount findings={findings} checking={checking} failed={failed} />;
}
