"use client";
import "./sheet.css";
import { Fragment, useEffect, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { WIRE_GROUPS, outsideModel, wireColour, type RigModel } from "@/core/address";
import { formatByte } from "@/core/glyph";
import { countLeg, legById } from "@/core/parts";
import { legTitle, splitLegRef, type LegRef } from "@/core/rig";
import { wiringSteps, type WiringStep } from "@/core/seat";
import { useAtDesk, useFindings, useModel, usePickedDigit, usePreferences } from "@/store";
import { FindingsList, PartsTable, StationLink, useParts } from "@/ui";
import { loadWiring } from "../wires";

type Wiring = Awaited<ReturnType<typeof loadWiring>>;

const NOTHING = () => undefined;

/** What a printed rig has, in its order; a long program may be left out. */
const SECTIONS = ["Picture", "Parts", "Wires", "Bytes", "Findings", "Program"] as const;
type Section = (typeof SECTIONS)[number];

/** The whole rig on paper: its picture, parts, wires in order, bytes, findings and program. */
export function RigSheet() {
  const model = useModel();
  const closed = outsideModel(model);
  const { rig } = model;
  const { findings, checking, failed } = useFindings();
  const parts = useParts();
  const [wiring, setWiring] = useState<Wiring>();
  const [left, setLeft] = useState<ReadonlySet<Section>>(new Set());
  const has = (section: Section) => !left.has(section);
  const take = (section: Section, taken: boolean) =>
    setLeft(new Set(SECTIONS.filter((one) => (one === section ? !taken : left.has(one)))));
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
      <fieldset className="no-print rig-sheet-sections">
        <legend className="field-label">On paper</legend>
        {SECTIONS.map((section) => (
          <Form.Check
            key={section}
            id={`sheet-${section}`}
            label={section}
            checked={has(section)}
            onChange={({ target }) => take(section, target.checked)}
          />
        ))}
      </fieldset>
      {wiring && has("Picture") && <Picture model={closed} wiring={wiring} />}
      {has("Parts") && (
        <section>
          <h2>Parts</h2>
          <PartsTable parts={parts} />
        </section>
      )}
      {wiring && has("Wires") && <Wires model={closed} wiring={wiring} />}
      {has("Bytes") && <Bytes model={model} />}
      {has("Findings") && (
        <section>
          <h2>Findings</h2>
          <FindingsList findings={findings} checking={checking} failed={failed} />
        </section>
      )}
      {has("Program") && <Program />}
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

/** The steps by the group of their wires, in their order. */
const batchesOf = (steps: readonly WiringStep[]) =>
  WIRE_GROUPS.flatMap((group) => {
    const wires = steps.flatMap((step) => (step.kind === "wire" && step.group === group ? [step.wire] : []));
    return wires.length > 0 ? [{ group, wires }] : [];
  });

function Wires({ model, wiring: { GROUP_TITLES } }: { model: RigModel; wiring: Wiring }) {
  const legNames = usePreferences((state) => state.legNames);
  const batches = useMemo(() => batchesOf(wiringSteps(model)), [model]);
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
          </tr>
        </thead>
        {batches.map(({ group, wires }) => (
          <Fragment key={group}>
            <tbody>
              <tr className="paper-group">
                <th colSpan={4} scope="rowgroup">
                  {GROUP_TITLES[group]}
                </th>
              </tr>
              {wires.map((wire) => (
                <tr key={wire.id}>
                  <td>{wire.placed ? "☑" : "☐"}</td>
                  <td>{end(wire.from)}</td>
                  <td>{end(wire.to)}</td>
                  <td>{wireColour(model, wire)}</td>
                </tr>
              ))}
            </tbody>
            {group === "power" && (
              <tbody>
                <tr>
                  <td colSpan={4}>
                    <strong>Stop:</strong> with the power off, measure supply to ground: well over 100 Ω. Then
                    switch on, measure every supply leg, and switch off again.
                  </td>
                </tr>
              </tbody>
            )}
          </Fragment>
        ))}
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

function Program() {
  const legNames = usePreferences((state) => state.legNames);
  const form = useAtDesk((desk) => desk.codeIn(undefined, legNames), [legNames]);
  return (
    <section>
      <h2>Program</h2>
      {form?.problem && <p>{form.problem}</p>}
      {form?.files.map(({ name, text }) => (
        <div key={name}>
          <h3 className="h6">{name}</h3>
          <pre className="mono rig-sheet-code">{text}</pre>
        </div>
      ))}
    </section>
  );
}
