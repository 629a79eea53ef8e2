"use client";
import "./current.css";
import { useDeferredValue, useMemo, useState } from "react";
import { ledResistors, scanningChip } from "@/core/address";
import type { Audit, AuditRow, MeasureKind } from "@/core/audit";
import { runsCompiled, useFindings, useModel, useOpenRig, useRig } from "@/store";
import { ChipSheet, SinkSheet, StationFrame, ViewSwitch, StationLink } from "@/ui";
import { Advice } from "./advice";
import { AuditTable } from "./audit-table";
import { Levels } from "./levels";
import { ResistorPicker } from "./resistor-picker";

const KINDS: ReadonlyArray<readonly [kind: MeasureKind | "all", title: string]> = [
  ["all", "All"],
  ["led", "LEDs"],
  ["output", "Outputs"],
  ["package", "Package"],
  ["transistor", "Transistors"],
  ["resistor", "Resistors"],
  ["diode", "Diodes"],
  ["heat", "Heat"],
  ["supply", "Supply"],
];

const byShare = (one: AuditRow, other: AuditRow): number => (other.share ?? -1) - (one.share ?? -1);

const NOTHING: Audit = { rows: [], states: 0, complete: false };

/** Current: everything that can be overloaded at its worst, against its limits; the resistor for a wanted current. */
export function CurrentStation() {
  const { audit: found, checking, failed } = useFindings();
  const audit = useDeferredValue(found ?? NOTHING);
  const rig = useRig();
  const compiled = useOpenRig(runsCompiled);
  const [kind, setKind] = useState<MeasureKind | "all">("all");
  const rows = useMemo(
    () => audit.rows.filter((row) => kind === "all" || row.kind === kind).sort(byShare),
    [audit, kind],
  );
  const there = new Set(audit.rows.map((row) => row.kind));
  return (
    <StationFrame
      title="Current"
      lead={
        found
          ? `Everything that can be overloaded: worst case over ${audit.states.toLocaleString("en")} states of the outputs${audit.complete ? ", all that are possible" : ""}.`
          : failed === undefined
            ? "Calculating the worst case of everything that can be overloaded…"
            : `The calculation stopped: ${failed}`
      }
    >
      {compiled && (
        <p className="small">
          These are worst cases of the rig’s own program. What the compiled program draws is measured on{" "}
          <StationLink href={`/rig/${rig.id}/code`}>Code</StationLink>.
        </p>
      )}
      <div className="current-grid">
        <section className="sheet current-table" aria-busy={checking}>
          <ViewSwitch
            label="What is listed"
            className="mb-2 flex-wrap"
            value={kind}
            views={KINDS.filter(([value]) => value === "all" || there.has(value))}
            onView={setKind}
          />
          <AuditTable rows={rows} />
        </section>
        <div className="current-side">
          <CurrentChoice />
          <Levels />
          <Advice />
          <section className="sheet small">
            <h2>What this cannot know</h2>
            <p className="mb-0 quiet">
              Forward voltages and output resistances are typical figures; parts vary by a fifth and change
              with temperature. Measure one segment before you trust the rest. Never exceed a limit for
              brightness: a larger resistor costs little light.
            </p>
          </section>
        </div>
      </div>
    </StationFrame>
  );
}

/** What sets the currents of this rig: a driver chip, constant-current sinks, or the resistors of its LEDs. */
function CurrentChoice() {
  const model = useModel();
  if (scanningChip(model)) return <ChipSheet />;
  return (
    <>
      <SinkSheet />
      {ledResistors(model).size > 0 && <ResistorPicker />}
    </>
  );
}
