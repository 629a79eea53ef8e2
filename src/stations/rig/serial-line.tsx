import { useState } from "react";
import Button from "react-bootstrap/Button";
import { LIVE_LIMITS } from "@/core/rig";
import { SelectField, type SimulationView } from "@/ui";

const WAYS = [
  ["now", "at once"],
  ["late", "2 s late"],
  ["torn", "cut short"],
] as const;
type Way = (typeof WAYS)[number][0];

/** ms a line that is late takes. */
const LATE = 2000;

/** What whoever is at the other end of the serial line does: sends lines, late or torn if one wants, and reads the answers. */
export function SerialLine({ told, simulation }: { told: readonly string[]; simulation: SimulationView }) {
  const [text, setText] = useState("");
  const [way, setWay] = useState<Way>("now");
  const send = () => {
    if (way === "torn") {
      // What is cut off in the middle of a line.
      if (text.length > 0) simulation.move({ torn: text.slice(0, Math.ceil(text.length / 2)) });
    } else simulation.move({ type: text }, way === "late" ? LATE : 0);
    setText("");
  };
  return (
    <form
      className="hand-serial"
      aria-label="Serial line"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <label className="hand-serial-text">
        <span className="tiny quiet">Serial line</span>
        <input
          className="form-control form-control-sm mono"
          value={text}
          maxLength={LIVE_LIMITS.typed}
          placeholder="text, or #name"
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <SelectField label="Comes" value={way} options={WAYS} onChoose={setWay} />
      <Button size="sm" variant="plain" type="submit">
        Send
      </Button>
      {told.length > 0 && (
        <ul className="hand-answers tiny mono" aria-label="Answers" aria-live="polite">
          {told.slice(-3).map((line, nth) => (
            <li key={`${nth} ${line}`}>{line}</li>
          ))}
        </ul>
      )}
    </form>
  );
}
