import "./seats.css";
import { useState } from "react";
import Form from "react-bootstrap/Form";
import type { RigModel } from "@/core/address";
import { LIMITS, legTitle, noteUnit, placeUnits, splitLegRef, unitValue } from "@/core/rig";
import { holeName, type End, type SeatedWiring, type Seating } from "@/core/seat";
import { editRig } from "@/store";
import { CommitField, IconButton, asTyped } from "@/ui";
import { GroupHead, useTicked } from "./group-head";

/** The parts in the order to push them in, each with the holes of its first and last leg; ticked as seated. */
export function PartSteps({
  model,
  seating,
  wiring,
}: {
  model: RigModel;
  seating: Seating;
  wiring: SeatedWiring;
}) {
  const steps = [
    ...seating.seats.map(({ ref, legs }) => {
      const holes = [...legs].map(([leg, hole]) => ({ leg: splitLegRef(leg).leg, hole }));
      const [first, last] = [holes[0]!, holes.at(-1)!];
      return {
        ref,
        where: `leg ${first.leg} in ${holeName(first.hole)}, leg ${last.leg} in ${holeName(last.hole)}`,
      };
    }),
    ...wiring.capacitors.map(({ ref, from, to }) => ({
      ref,
      where: `from ${holeName(from)} to ${holeName(to)}`,
    })),
  ];
  const ticked = useTicked().units;
  const [noting, setNoting] = useState<string>();
  const placed = steps.filter(({ ref }) => ticked.has(ref)).length;
  return (
    <section>
      <GroupHead
        title="Parts"
        placed={placed}
        count={steps.length}
        onAll={(all) =>
          editRig((rig) =>
            placeUnits(
              rig,
              steps.map(({ ref }) => ref),
              all,
            ),
          )
        }
      />
      <ul className="plain-list small">
        {steps.map(({ ref, where }) => (
          <li key={ref} className={`wire-row${ticked.has(ref) ? " is-placed" : ""}`}>
            <Form.Check
              type="checkbox"
              checked={ticked.has(ref)}
              aria-label={`Seated: ${ref}`}
              onChange={(event) => editRig((rig) => placeUnits(rig, [ref], event.target.checked))}
            />
            <span>
              <strong>{ref}</strong> {unitValue(model.unit(ref)) ?? model.part(ref).title}{" "}
              <span className="quiet">{where}</span>
              {model.unit(ref).note && <span className="wire-note"> {model.unit(ref).note}</span>}
              <IconButton
                icon="bi-pencil"
                label={`Note on ${ref}`}
                onClick={() => setNoting(noting === ref ? undefined : ref)}
              />
            </span>
            {noting === ref && (
              <CommitField
                label={`Note on ${ref}`}
                shown={model.unit(ref).note ?? ""}
                maxLength={LIMITS.shortNote}
                read={asTyped}
                onCommit={(note) => {
                  editRig((rig) => noteUnit(rig, ref, note));
                  setNoting(undefined);
                }}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What brings supply and ground to the rails: first of all, and not among the rig's own wires. */
export function Feeders({ model, seated }: { model: RigModel; seated: SeatedWiring }) {
  const name = (end: End) =>
    end.at === "hole" ? holeName(end.hole) : legTitle(model.rig, end.leg, "letters");
  return (
    <section>
      <h3 className="wire-group">Rails and strip links</h3>
      <ul className="plain-list small wire-feeders">
        {seated.feeders.map(({ id, from, to, lengthMm }) => (
          <li key={id}>
            {name(from)} → {name(to)} <span className="quiet">· {lengthMm} mm</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
