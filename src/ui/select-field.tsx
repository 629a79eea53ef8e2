import { useId } from "react";
import Form from "react-bootstrap/Form";

interface Props<Value extends string | number> {
  readonly label: string;
  readonly value: Value;
  readonly options: ReadonlyArray<readonly [value: Value, title: string]>;
  readonly onChoose: (value: Value) => void;
}

/** A choice among several that are not worth a line each. */
export function SelectField<Value extends string | number>({
  label,
  value,
  options,
  onChoose,
}: Props<Value>) {
  const id = useId();
  return (
    <div>
      <label className="field-label" htmlFor={id}>
        {label}
      </label>
      <Form.Select
        id={id}
        value={value}
        onChange={(event) => {
          const found = options.find(([one]) => String(one) === event.target.value);
          if (found) onChoose(found[0]);
        }}
      >
        {options.map(([one, title]) => (
          <option key={one} value={one}>
            {title}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}
