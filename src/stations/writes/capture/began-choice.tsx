import Form from "react-bootstrap/Form";
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
    <label className="row-line flex-wrap small mt-2">
      <span>When the capture begins, the board is</span>
      <Form.Select
        size="sm"
        className="w-auto mw-100"
        value={chosen ?? ""}
        onChange={(event) => onChoose(event.target.value === "" ? undefined : (event.target.value as Began))}
      >
        <option value="">{guess}</option>
        <option value="power-up">{SAYS["power-up"]}</option>
        <option value="running">{SAYS.running}</option>
      </Form.Select>
    </label>
  );
}
