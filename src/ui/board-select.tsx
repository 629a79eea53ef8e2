import { CONTROLLERS } from "@/core/parts";
import { SelectField } from "./select-field";

interface Props {
  readonly value: string;
  readonly onChoose: (id: string) => void;
  readonly label?: string;
  readonly labelled?: "above" | "heard";
  readonly size?: "sm";
}

const BOARDS = CONTROLLERS.map(({ id, title }) => [id, title] as const);

/** The one list of boards to choose from. */
export function BoardSelect({ value, onChoose, label = "Board", labelled = "above", size }: Props) {
  return (
    <SelectField
      label={label}
      labelled={labelled}
      size={size}
      width={size ? 216 : undefined}
      value={value}
      options={BOARDS}
      onChoose={onChoose}
    />
  );
}
