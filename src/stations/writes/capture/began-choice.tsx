import { SelectField } from "@/ui";
import type { Began, Inspected } from "@/core/trace";

const SAYS: Readonly<Record<Began, string>> = {
  "power-up": "just switched on",
  running: "already running",
};

/** What the board was at when the capture began: guessed, or told. */
export function BeganChoice({
  capture,
  chosen,
  onChoose,
}: {
  readonly capture: Inspected | undefined;
  readonly chosen: Began | undefined;
  readonly onChoose: (began: Began | undefined) => void;
}) {
  const guess = capture?.guessed ? `${SAYS[capture.decoded.began]}, it seems` : "as it seems";
  return (
    <div className="mt-2">
      <SelectField<Began | "">
        label="When the capture begins, the board is"
        labelled="before"
        size="sm"
        width="auto"
        value={chosen ?? ""}
        options={[
          ["", guess],
          ["power-up", SAYS["power-up"]],
          ["running", SAYS.running],
        ]}
        onChoose={(began) => onChoose(began === "" ? undefined : began)}
      />
    </div>
  );
}
