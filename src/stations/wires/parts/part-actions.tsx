import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { RigModel } from "@/core/address";
import { isChip, isSingleLeds, type Part } from "@/core/parts";
import {
  LIMITS,
  changeUnits,
  ledValues,
  litUnit,
  noteUnit,
  partTitle,
  removeUnit,
  replaceUnit,
  replacements,
  socketUnit,
  wiresAt,
  type Edited,
  type PartValues,
  type Unit,
} from "@/core/rig";
import type { Breadboard, Seating } from "@/core/seat";
import { editRig, editWires } from "@/store";
import { CommitField, SelectField, asTyped } from "@/ui";
import { PartValueFields } from "./add-part";
import { SeatFields } from "./seat-fields";

interface Props {
  readonly model: RigModel;
  readonly unit: Unit;
  readonly board: Breadboard;
  /** Where the parts are seated, while that is looked at. */
  readonly seating: Seating | undefined;
  readonly onClose: () => void;
}

/** What can be done to one part: its value, another one in its place, its note, its seat, or off the table. */
export function PartActions({ model, unit, board, seating, onClose }: Props) {
  const [message, setMessage] = useState<string>();
  const part = model.part(unit.ref);
  const others = replacements(unit);
  const wires = wiresAt(model.rig, unit.ref);
  const carryOut = (edited: Edited & { readonly lost?: number }, said?: string) => {
    if (!edited.ok) return setMessage(edited.message);
    editWires(() => edited.rig);
    setMessage(edited.lost ? lostWires(edited.lost) : said);
  };
  return (
    <div className="wire-actions" role="region" aria-label="Selected part">
      <div className="spread">
        <strong>
          {unit.ref} <span className="fw-normal">{partTitle(unit)}</span>
        </strong>
        <button type="button" className="plain-button px-1" aria-label="Close" onClick={onClose}>
          <i className="bi bi-x-lg" aria-hidden />
        </button>
      </div>
      <div className="small quiet">
        {wires === 0 ? "no wire ends at it yet" : `${wires} wire${wires === 1 ? "" : "s"}`}
        {unit.added && ", added by hand"}
      </div>
      <div className="field-row mt-1">
        <PartValueFields
          part={part}
          values={{ ...unit, ...(unit.led ? { colour: unit.led.colour } : {}) }}
          onValues={(values) =>
            editRig((rig) => changeUnits(rig, ({ ref }) => ref === unit.ref, toUnit(values)))
          }
        />
        {others.length > 0 && unit.inside === undefined && (
          <SelectField
            label="Replace it with another"
            value=""
            options={[["", "Choose…"], ...others.map((one) => [one.id, nameOf(one)] as const)]}
            onChoose={(id) => id !== "" && carryOut(replaceUnit(model.rig, unit.ref, id))}
          />
        )}
        <CommitField
          key={unit.ref}
          label="Note on this part"
          shown={unit.note ?? ""}
          maxLength={LIMITS.shortNote}
          read={asTyped}
          onCommit={(note) => editRig((rig) => noteUnit(rig, unit.ref, note))}
        />
      </div>
      {isSingleLeds(part) && <LitLeds unit={unit} part={part} />}
      {isChip(part) && unit.inside === undefined && (
        <Form.Check
          type="checkbox"
          id={`socket-${unit.ref}`}
          className="small mt-1"
          label={`in a socket of ${part.legs.length} legs`}
          checked={unit.socket === true}
          onChange={(event) => editRig((rig) => socketUnit(rig, unit.ref, event.target.checked))}
        />
      )}
      {seating && (
        <SeatFields rig={model.rig} unit={unit} board={board} seating={seating} onRefused={setMessage} />
      )}
      <div className="row-line mt-2">
        <Button
          size="sm"
          variant="plain"
          onClick={() => {
            const removed = removeUnit(model.rig, unit.ref);
            carryOut(removed);
            if (removed.ok) onClose();
          }}
        >
          Remove this part
        </Button>
      </div>
      {message && (
        <div className="field-error" role="alert">
          {message}
        </div>
      )}
    </div>
  );
}

const lostWires = (count: number): string =>
  `${count} wire${count === 1 ? " had" : "s had"} no leg to go to and came off. Undo restores the part before.`;

const nameOf = ({ id, title }: Part): string => (isNumber(id) ? id : title);
const isNumber = (id: string): boolean => /^[A-Z0-9]+$/.test(id);

const toUnit = ({ colour, ...values }: PartValues): Partial<Unit> => ({
  ...values,
  ...(colour ? { led: ledValues(colour) } : {}),
});

/** Which of its LEDs the program keeps lit. */
function LitLeds({ unit, part }: { readonly unit: Unit; readonly part: Extract<Part, { kind: "display" }> }) {
  const lit = new Set(unit.lit);
  return (
    <div className="row-line flex-wrap small mt-1" role="group" aria-label="Keep it lit">
      <span className="quiet">Keep it lit</span>
      {part.leds.map(({ segment }, at) => (
        <Form.Check
          key={segment}
          inline
          type="checkbox"
          id={`lit-${unit.ref}-${segment}`}
          label={part.leds.length > 1 ? String(at + 1) : "controlled by the program"}
          checked={lit.has(segment)}
          onChange={(event) => editWires((rig) => litUnit(rig, unit.ref, segment, event.target.checked))}
        />
      ))}
    </div>
  );
}
