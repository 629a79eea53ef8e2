import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { PIN_USES, PIN_WORDS, schemeOf, type ModuleSheet, type Pin, type PinUse } from "@/core/rig";
import { IconButton } from "../icon-button";
import { SelectField } from "../select-field";

export interface PartProps {
  readonly sheet: ModuleSheet;
  readonly onChange: (sheet: ModuleSheet) => void;
}

const USES = PIN_USES.map((use) => [use, PIN_WORDS[use]] as const satisfies readonly [PinUse, string]);
/** Pins a header has at most. */
const MOST_PINS = 16;

/** The pins of the header in their order: as printed, and what each is for; and whether another module goes on behind. */
export function HeaderFields({ sheet, onChange }: PartProps) {
  const { header, out } = sheet.bought;
  const chains = schemeOf(sheet.inside.scheme).chip?.pins.dataOut !== undefined;
  const put = (pins: readonly Pin[]) => onChange({ ...sheet, bought: { ...sheet.bought, header: pins } });
  const putOut = (on: boolean) => {
    const { out: _, ...bought } = sheet.bought;
    const next = header.map((pin) => (pin.use === "data" ? { name: "DOUT", use: pin.use } : pin));
    onChange({ ...sheet, bought: on ? { ...bought, out: next } : bought });
  };
  return (
    <fieldset className="mb-3">
      <legend className="field-label">Header, the first pin first</legend>
      <div className="own-pins">
        {header.map((pin, at) => (
          <div key={at} className="own-pin">
            <Form.Control
              size="sm"
              className="mono"
              aria-label={`Name of pin ${at + 1}`}
              value={pin.name}
              maxLength={10}
              onChange={(event) =>
                put(header.map((one, place) => (place === at ? { ...one, name: event.target.value } : one)))
              }
            />
            <SelectField
              label={`Pin ${at + 1} is for`}
              labelled="heard"
              size="sm"
              value={pin.use}
              options={USES}
              onChoose={(use) => put(header.map((one, place) => (place === at ? { ...one, use } : one)))}
            />
            <IconButton
              icon="bi-x-lg"
              label={`Take pin ${at + 1} away`}
              disabled={header.length <= 2}
              onClick={() => put(header.filter((_, place) => place !== at))}
            />
          </div>
        ))}
        <Button
          size="sm"
          variant="plain"
          disabled={header.length >= MOST_PINS}
          onClick={() => put([...header, { name: `P${header.length + 1}`, use: "not-used" }])}
        >
          Add a pin
        </Button>
      </div>
      {chains && (
        <Form.Check
          className="small mt-2"
          id="own-out"
          type="checkbox"
          label="It has the same pins at its other end, for a next module"
          checked={out !== undefined}
          onChange={(event) => putOut(event.target.checked)}
        />
      )}
    </fieldset>
  );
}
