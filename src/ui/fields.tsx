import { useId, useState, type KeyboardEvent } from "react";
import Form from "react-bootstrap/Form";
import { formatQuantity, parseQuantity, type QuantityUnit } from "@/core/quantity";

type Checked<Value> = { ok: true; value: Value } | { ok: false; message: string };

interface CommitProps<Value> {
  readonly label: string;
  readonly shown: string;
  readonly read: (text: string) => Checked<Value>;
  readonly onCommit: (value: Value) => void;
  readonly width?: number | string;
  readonly mono?: boolean;
  readonly hint?: string;
  readonly maxLength?: number;
  /** So many lines to type in; Enter then begins a new one, and leaving the field commits. */
  readonly rows?: number;
  /** Its label is only for those who hear the page. */
  readonly heard?: boolean;
  /** Commits while typing too, as long as what stands there is good. */
  readonly live?: boolean;
}

/** What is typed is good as it is. */
export const asTyped = (value: string): Checked<string> => ({ ok: true, value });

/** A field that keeps what is typed until it is good, says why it is not, and commits on Enter or when left. */
export function CommitField<Value>({
  label,
  shown,
  read,
  onCommit,
  width,
  mono,
  hint,
  maxLength,
  live,
  rows,
  heard = false,
}: CommitProps<Value>) {
  const id = useId();
  const [draft, setDraft] = useState<string>();
  const checked = draft === undefined ? undefined : read(draft);
  const message = checked && !checked.ok ? checked.message : undefined;
  const commit = () => {
    if (draft === undefined || !checked?.ok) return;
    if (draft !== shown) onCommit(checked.value);
    setDraft(undefined);
  };
  const change = (text: string) => {
    setDraft(text);
    const now = read(text);
    if (live && now.ok) onCommit(now.value);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Enter" && rows === undefined) commit();
    if (event.key === "Escape") setDraft(undefined);
  };
  return (
    <div style={{ width }}>
      <label className={heard ? "visually-hidden" : "field-label"} htmlFor={id}>
        {label}
      </label>
      <Form.Control
        id={id}
        {...(rows === undefined ? {} : { as: "textarea", rows })}
        value={draft ?? shown}
        maxLength={maxLength}
        className={mono ? "mono" : undefined}
        isInvalid={message !== undefined}
        aria-describedby={message || hint ? `${id}-says` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => change(event.target.value)}
        onBlur={commit}
        onKeyDown={onKeyDown}
      />
      {message ? (
        <div id={`${id}-says`} className="field-error" role="alert">
          {message}
        </div>
      ) : (
        hint && (
          <div id={`${id}-says`} className="tiny quiet">
            {hint}
          </div>
        )
      )}
    </div>
  );
}

interface QuantityProps {
  readonly label: string;
  readonly value: number;
  readonly unit: QuantityUnit;
  readonly range: readonly [number, number];
  readonly onCommit: (value: number) => void;
  readonly width?: number | string;
  readonly hint?: string;
}

/** The one number-with-unit field: takes 4k7, 250 ms, 1,5 V, and shows the value with its SI prefix. */
export function QuantityField({ label, value, unit, range, onCommit, width, hint }: QuantityProps) {
  const read = (text: string): Checked<number> => {
    const parsed = parseQuantity(text, unit);
    if (!parsed.ok) return parsed;
    const [least, most] = range;
    if (parsed.value >= least && parsed.value <= most) return parsed;
    return { ok: false, message: `from ${formatQuantity(least, unit)} to ${formatQuantity(most, unit)}` };
  };
  return (
    <CommitField
      label={label}
      shown={formatQuantity(value, unit, 6)}
      read={read}
      onCommit={onCommit}
      width={width}
      hint={hint}
    />
  );
}

interface WholeProps extends Pick<CommitProps<number>, "label" | "onCommit" | "width" | "hint"> {
  readonly value: number;
  readonly range: readonly [least: number, most: number];
  /** What a number is called that has a word of its own, as 0 rounds are "forever". */
  readonly named?: { readonly value: number; readonly name: string };
}

/** The one field for a whole number. */
export function WholeField({ value, range: [least, most], named, ...rest }: WholeProps) {
  const read = (text: string): Checked<number> => {
    if (named && text.trim().toLowerCase() === named.name) return { ok: true, value: named.value };
    const typed = Number(text);
    if (text.trim() !== "" && Number.isInteger(typed) && typed >= least && typed <= most)
      return { ok: true, value: typed };
    const bounds = `${least.toLocaleString("en")} to ${most.toLocaleString("en")}`;
    return { ok: false, message: `whole, ${bounds}${named ? `, or “${named.name}”` : ""}` };
  };
  return <CommitField shown={value === named?.value ? named.name : String(value)} read={read} {...rest} />;
}
