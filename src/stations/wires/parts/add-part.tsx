import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { ADDABLE_PARTS, LIMITS, PART_GROUPS, USUAL_VALUES, addUnit, type PartValues } from "@/core/rig";
import { LED_COLOURS, LED_FIGURES, partById, type LedColour, type Part } from "@/core/parts";
import { capital } from "@/core/quantity";
import { editWires, useModel } from "@/store";
import { QuantityField, SelectField } from "@/ui";

interface Props {
  readonly onClose: () => void;
  /** The part that was added. */
  readonly onAdded: (ref: string) => void;
}

/** What a part is called in the list: a chip by its number first. */
const nameOf = ({ id, title }: Part): string =>
  /\d{3}/.test(id) && !title.includes(id) ? `${id}, ${title}` : title;

/** Asks which part of the catalogue goes on the table, and with which value. */
export function AddPart({ onClose, onAdded }: Props) {
  const { rig } = useModel();
  const [id, setId] = useState("resistor");
  const [values, setValues] = useState<PartValues>({});
  const [message, setMessage] = useState<string>();
  const part = partById(id);
  const put = (more: PartValues) => setValues((before) => ({ ...before, ...more }));
  const take = () => {
    const added = addUnit(rig, id, values);
    if (!added.ok) return setMessage(added.message);
    editWires(() => added.rig);
    onAdded(added.ref!);
    onClose();
  };
  return (
    <Modal show onHide={onClose} aria-labelledby="add-part-title">
      <Modal.Header closeButton>
        <Modal.Title id="add-part-title" as="h2" className="h6">
          Which part do you want to add?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="field-row">
          <SelectField
            label="Part"
            value={id}
            options={PART_GROUPS.map((group) => ({
              group: capital(group),
              options: (ADDABLE_PARTS.get(group) ?? []).map((one) => [one.id, nameOf(one)] as const),
            }))}
            onChoose={setId}
          />
          <PartValueFields part={part} values={values} onValues={put} />
        </div>
        <p className="small quiet mt-2 mb-0">
          {part.kind === "display"
            ? part.single
              ? "Wired to a line or output of its own, it can be kept lit or dark. Between supply and ground it shows that the power is on."
              : "The same kind is added to the end of the display; another kind shows a text of its own."
            : "It starts with no wires. When the plan’s wires are laid again, this part keeps its own."}
        </p>
        {message && (
          <div className="field-error" role="alert">
            {message}
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="primary" onClick={take}>
          Add this part
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

interface ValueProps {
  readonly part: Part;
  readonly values: PartValues;
  readonly onValues: (values: PartValues) => void;
}

/** The value a part is asked for by: Ω, F, V or the colour of its LEDs. */
export function PartValueFields({ part, values, onValues }: ValueProps) {
  switch (part.kind) {
    case "resistor":
      return (
        <QuantityField
          label="Resistance"
          unit="Ω"
          value={values.ohms ?? USUAL_VALUES.ohms}
          range={LIMITS.ohms}
          onCommit={(ohms) => onValues({ ohms })}
          width={110}
        />
      );
    case "capacitor":
      return (
        <QuantityField
          label="Capacitance"
          unit="F"
          value={values.farads ?? USUAL_VALUES.farads}
          range={LIMITS.farads}
          onCommit={(farads) => onValues({ farads })}
          width={110}
        />
      );
    case "supply":
      return (
        <QuantityField
          label="Voltage"
          unit="V"
          value={values.volts ?? USUAL_VALUES.volts}
          range={LIMITS.volts}
          onCommit={(volts) => onValues({ volts })}
          width={110}
        />
      );
    case "display":
      return (
        <SelectField<LedColour>
          label="Colour"
          value={values.colour ?? USUAL_VALUES.colour}
          options={LED_COLOURS.map((colour) => [colour, LED_FIGURES[colour].title] as const)}
          onChoose={(colour) => onValues({ colour })}
        />
      );
    default:
      return null;
  }
}
