"use client";
import "./sheet.css";
import { useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import { outsideModel, wireColour, type RigModel } from "@/core/address";
import { formatByte } from "@/core/glyph";
import { countLeg, legById } from "@/core/parts";
import { legTitle, partTitle, splitLegRef, unitValue, type LegRef } from "@/core/rig";
import { wiringSteps } from "@/core/seat";
import { useAtDesk, useFindings, useModel, usePickedDigit, usePreferences } from "@/store";
import { FindingsList, StationLink } from "@/ui";
import { loadWiring } from "../wires";

type Wiring = Awaited<ReturnType<typeof loadWiring>>;

const NOTHING = () => undefined;

/** The whole rig as one printed page: its picture, parts, wires in order, bytes, findings and sketch. */
export function RigSheet() {
  const model = useModel();
  const closed = outsideModel(model);
  const { rig } = model;
  const { findings, checking, failed } = useFindings();
  const [wiring, setWiring] = useState<Wiring>();
  useEffect(() => {
    let current = true;
    void loadWiring().then((found) => current && setWiring(found));
    return () => {
      current = false;
    };
  }, []);
  return (
    <article className="rig-sheet station" aria-labelledby="station-title" data-station="sheet">
      <header className="station-head">
        <h1 id="station-title">{rig.name}</h1>
        {rig.note && <span className="quiet">{rig.note}</span>}
        <span className="station-actions">
          <StationLink className="btn btn-plain" href={`/rig/${rig.id}/plan`}>
            Back to Plan
          </StationLink>
          <Button onClick={() => window.print()}>
            <i className="bi bi-printer me-1" aria-hidden />
            Print
          </Button>
        </span>
      </header>
      {wiring && <Picture model={closed} wiring={wiring} />}
      <Parts model={closed} />
      {wiring && <Wires model={closed} wiring={wiring} />}
      <Bytes model={model} />
      <section>
        <h2>Findings</h2>
        <FindingsList findings={findings} checking={checking} failed={failed} />
      </section>
      <Sketch />
    </article>
  );
}

function Picture({ model, wiring: { WiringDrawing } }: { model: RigModel; wiring: Wiring }) {
  const legNames = usePreferences((state) => state.legNames);
  return (
    <section className="rig-sheet-picture" inert>
      <WiringDrawing
        model={model}
        pick={undefined}
        spot={[]}
        selected={undefined}
        legNames={legNames}
        asking={false}
        onLeg={NOTHING}
        onWire={NOTHING}
        onUnit={NOTHING}
        part={undefined}
      />
    </section>
  );
}

function Parts({ model }: { model: RigModel }) {
  return (
    <section>
      <h2>Parts</h2>
      <ul className="rig-sheet-parts">
        {model.rig.units.map((unit) => (
          <li key={unit.ref}>
            <strong>{unit.ref}</strong> {partTitle(unit)}
            {unitValue(unit) && !partTitle(unit).includes(unitValue(unit)!) && `, ${unitValue(unit)}`}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Wires({ model, wiring: { GROUP_TITLES } }: { model: RigModel; wiring: Wiring }) {
  const legNames = usePreferences((state) => state.legNames);
  const steps = useMemo(() => wiringSteps(model), [model]);
  const end = (leg: LegRef) => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    return (
      <>
        {legTitle(model.rig, leg, legNames)}
        <span className="quiet"> ({countLeg(part, legById(part, id))})</span>
      </>
    );
  };
  return (
    <section>
      <h2>Wires, in the order to place them</h2>
      <table className="rule-table small">
        <thead>
          <tr>
            <th>Placed</th>
            <th>From</th>
            <th>To</th>
            <th>Colour</th>
            <th>For</th>
          </tr>
        </thead>
        <tbody>
          {steps.map((step) =>
            step.kind === "power" ? (
              <tr key="power">
                <td colSpan={5}>
                  <strong>Stop:</strong> with the power off, measure supply to ground: well over 100 Ω. Then
                  switch on, measure every supply leg, and switch off again.
                </td>
              </tr>
            ) : (
              <tr key={step.wire.id}>
                <td>{step.wire.placed ? "☑" : "☐"}</td>
                <td>{end(step.wire.from)}</td>
                <td>{end(step.wire.to)}</td>
                <td>{wireColour(model, step.wire)}</td>
                <td className="quiet">{GROUP_TITLES[step.group]}</td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </section>
  );
}

/** The alphabet's bytes for these wires; a rig of dots has none. */
function Bytes({ model }: { model: RigModel }) {
  const digit = usePickedDigit();
  const table = useAtDesk((desk) => desk.alphabet(digit), [digit]);
  const shown = table?.filter(({ bytes, cell }) => bytes.length > 0 && cell.glyph.trim() !== "") ?? [];
  if (model.digits.length === 0 || shown.length === 0) return null;
  return (
    <section>
      <h2>Bytes of each character</h2>
      <ul className="rig-sheet-bytes">
        {shown.map(({ cell, bytes }) => (
          <li key={cell.glyph}>
            <strong>{cell.glyph}</strong>{" "}
            <span className="mono">{bytes.map((byte) => formatByte(byte)).join(" ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Sketch() {
  const legNames = usePreferences((state) => state.legNames);
  const form = useAtDesk((desk) => desk.codeIn(undefined, legNames), [legNames]);
  return (
    <section>
      <h2>Program</h2>
      {form?.problem && <p>{form.problem}</p>}
      {form?.files.map(({ name, text }) => (
        <div key={name}>
          <h3 className="h6">{name}</h3>
          <pre className="rig-sheet-code">{text}</pre>
        </div>
      ))}
    </section>
  );
}
