import { useId, type ReactNode } from "react";
import Form from "react-bootstrap/Form";

/** A value, what it is called, and whether it cannot be chosen now. */
type Option<Value> = readonly [value: Value, title: string, cannot?: boolean];

/** Options that belong together. */
interface OptionGroup<Value> {
  readonly group: string;
  readonly options: ReadonlyArray<Option<Value>>;
}

interface Props<Value extends string | number> {
  readonly label: string;
  /** Where the label stands: above the field, before it, or only for those who hear the page. */
  readonly labelled?: "above" | "before" | "heard";
  readonly value: Value;
  readonly options: ReadonlyArray<Option<Value> | OptionGroup<Value>>;
  readonly onChoose: (value: Value) => void;
  readonly size?: "sm";
  readonly width?: number | string;
  readonly title?: string;
  readonly disabled?: boolean;
}

const isGroup = <Value,>(one: Option<Value> | OptionGroup<Value>): one is OptionGroup<Value> =>
  "group" in one;

const optionOf = <Value extends string | number>([value, title, cannot]: Option<Value>): ReactNode => (
  <option key={value} value={value} disabled={cannot}>
    {title}
  </option>
);

/** The one choice among several that are not worth a line each. */
export function SelectField<Value extends string | number>(props: Props<Value>) {
  const { label, labelled = "above", value, options, onChoose, size, width, title, disabled } = props;
  const id = useId();
  const all = options.flatMap((one) => (isGroup(one) ? one.options : [one]));
  const field = (
    <Form.Select
      id={id}
      size={size}
      style={{ width: labelled === "above" ? undefined : width }}
      title={title}
      disabled={disabled}
      aria-label={labelled === "heard" ? label : undefined}
      value={value}
      onChange={(event) => {
        const found = all.find(([one]) => String(one) === event.target.value);
        if (found) onChoose(found[0]);
      }}
    >
      {options.map((one) =>
        isGroup(one) ? (
          <optgroup key={one.group} label={one.group}>
            {one.options.map(optionOf)}
          </optgroup>
        ) : (
          optionOf(one)
        ),
      )}
    </Form.Select>
  );
  if (labelled === "heard") return field;
  if (labelled === "before")
    return (
      <span className="row-line">
        <label htmlFor={id} className="small quiet">
          {label}
        </label>
        {field}
      </span>
    );
  return (
    <div style={{ width }}>
      <label className="field-label" htmlFor={id}>
        {label}
      </label>
      {field}
    </div>
  );
}
