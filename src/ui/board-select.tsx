import Form from "react-bootstrap/Form";
import { CONTROLLERS } from "@/core/parts";

interface Props {
  readonly value: string;
  readonly onChoose: (id: string) => void;
  readonly id?: string;
  readonly size?: "sm";
  readonly label?: string;
}

/** The one list of boards to choose from. */
export function BoardSelect({ value, onChoose, id, size, label }: Props) {
  return (
    <Form.Select
      id={id}
      size={size}
      aria-label={label}
      style={size ? { maxWidth: 216 } : undefined}
      value={value}
      onChange={(event) => onChoose(event.target.value)}
    >
      {CONTROLLERS.map(({ id: board, title }) => (
        <option key={board} value={board}>
          {title}
        </option>
      ))}
    </Form.Select>
  );
}
