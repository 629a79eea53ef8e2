import { useId } from "react";
import Form from "react-bootstrap/Form";
import { LIMITS } from "@/core/rig";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onNote: (note: string) => void;
}

/** A line of the maker's own on a wire or a part: taken when one leaves it. */
export function NoteField({ label, value, onNote }: Props) {
  const id = useId();
  return (
    <div className="note-field">
      <label className="field-label" htmlFor={id}>
        {label}
      </label>
      <Form.Control
        id={id}
        size="sm"
        defaultValue={value}
        maxLength={LIMITS.shortNote}
        onBlur={(event) => event.target.value !== value && onNote(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </div>
  );
}
