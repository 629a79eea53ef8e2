import { gripOf, inputUnits, restOf, type InputUnit } from "@/core/inputs";
import { driftWords } from "@/core/live";
import { formatDayTime } from "@/core/quantity";
import { type Unit } from "@/core/rig";
import { editRig, useRig } from "@/store";
import { CommitField, QuantityField } from "@/ui";
import { readDayTime } from "./condition-fields";

const setHand = (ref: string, values: NonNullable<Unit["hand"]>) =>
  editRig((rig) => ({
    ...rig,
    units: rig.units.map((unit) =>
      unit.ref === ref ? { ...unit, hand: { ...unit.hand, ...values } } : unit,
    ),
  }));

const amount = (least: number, most: number) => (text: string) => {
  const value = Number(text);
  return text.trim() !== "" && value >= least && value <= most
    ? { ok: true as const, value }
    : { ok: false as const, message: `${least} to ${most}` };
};

/** How the parts on the table really are: how long a contact bounces, how much a reading trembles, what a clock says. */
export function HandsSheet() {
  const inputs = inputUnits(useRig());
  if (inputs.length === 0) return null;
  return (
    <section className="sheet">
      <h2>Imperfect parts</h2>
      <ul className="plain-list hand-facts">
        {inputs.map(({ unit, part }) => (
          <li key={unit.ref} className="field-row">
            <span className="hand-fact">
              <strong>{unit.ref}</strong> <span className="small quiet">{part.title}</span>
            </span>
            <HandFact unit={unit} part={part} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function HandFact({ unit, part }: InputUnit) {
  const { act } = part;
  if (act.by === "contact" || act.by === "keys" || act.by === "steps")
    return (
      <QuantityField
        label="Contact bounce"
        unit="s"
        value={(unit.hand?.bounce ?? act.bounce) / 1000}
        range={[0, 0.1]}
        onCommit={(time) => setHand(unit.ref, { bounce: Math.round(time * 1e6) / 1000 })}
        width={110}
      />
    );
  if (act.by === "clock")
    return (
      <CommitField
        label="Reads at power-up"
        shown={formatDayTime(restOf(unit, part), true)}
        read={(text) => readDayTime(text)}
        onCommit={(rests) => setHand(unit.ref, { rests })}
        width={150}
        hint={`± ${act.ppm} ppm: up to ${driftWords(act.ppm)} a day`}
      />
    );
  const grip = gripOf(part);
  return grip.kind === "slider" ? (
    <CommitField
      label={`Noise ± ${grip.unit}`}
      shown={String(unit.hand?.noise ?? 0)}
      read={amount(0, 100)}
      onCommit={(noise) => setHand(unit.ref, { noise })}
      width={110}
    />
  ) : null;
}
