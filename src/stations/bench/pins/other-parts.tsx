import { useState } from "react";
import { LEG_ONE, THREE_LEGS, arrayFrom, transistorFrom, type Junction } from "@/core/notes";
import { parseQuantity } from "@/core/quantity";
import { CommitField, ViewSwitch } from "@/ui";

const PARTS = [
  ["transistor", "Transistor"],
  ["array", "Resistor array"],
  ["chip", "Chip"],
] as const;

/** Parts with few legs that came without paper: a meter tells which is which. */
export function OtherParts() {
  const [part, setPart] = useState<(typeof PARTS)[number][0]>("transistor");
  return (
    <section className="sheet" aria-label="Other parts">
      <div className="spread flex-wrap mb-2">
        <h2 className="sheet-title mb-0">Other parts with no data sheet</h2>
        <ViewSwitch label="Which part" value={part} views={PARTS} onView={setPart} />
      </div>
      {part === "transistor" && <Transistor />}
      {part === "array" && <ResistorArray />}
      {part === "chip" && (
        <ul className="small mb-0">
          {LEG_ONE.map((says) => (
            <li key={says}>{says}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What a meter showed; an empty field for nothing. */
const readShown = (unit: "V" | "Ω") => (text: string) =>
  text.trim() === "" || /^(ol|open|-+)$/i.test(text.trim())
    ? ({ ok: true, value: undefined } as const)
    : parseQuantity(text, unit);

function Transistor() {
  const [readings, setReadings] = useState<readonly Junction[]>(
    THREE_LEGS.map(([plus, minus]) => ({ plus, minus, volts: undefined })),
  );
  const found = transistorFrom(readings);
  const isUntouched = readings.every(({ volts }) => volts === undefined);
  return (
    <>
      <p className="small mb-2">
        Printed side towards you, legs down, leg 1 on the left. Set the meter to diode test and enter what it
        shows; leave empty what shows nothing.
      </p>
      <div className="field-row">
        {readings.map(({ plus, minus, volts }, at) => (
          <CommitField
            key={`${plus}${minus}`}
            label={`+${plus} −${minus}`}
            shown={volts === undefined ? "" : `${volts} V`}
            width={92}
            read={readShown("V")}
            onCommit={(value) =>
              setReadings((was) => was.map((one, place) => (place === at ? { ...one, volts: value } : one)))
            }
          />
        ))}
      </div>
      {!isUntouched && (
        <p className="small mb-0 mt-2" role="status">
          {"problem" in found ? (
            found.problem
          ) : (
            <>
              <strong>{found.is}</strong>: {found.legs.map((leg, at) => `leg ${at + 1} ${leg}`).join(", ")}.{" "}
              {found.mind}
            </>
          )}
        </p>
      )}
    </>
  );
}

const PAIRS = ["Legs 1 and 2", "Legs 2 and 3", "The last two"] as const;

function ResistorArray() {
  const [ohms, setOhms] = useState<ReadonlyArray<number | undefined>>([undefined, undefined, undefined]);
  const found = arrayFrom(ohms[0], ohms[1], ohms[2]);
  return (
    <>
      <p className="small mb-2">
        Printed side towards you, the dot on the left: measure the ohms between neighbouring legs.
      </p>
      <div className="field-row">
        {PAIRS.map((label, at) => (
          <CommitField
            key={label}
            label={label}
            shown={ohms[at] === undefined ? "" : `${ohms[at]} Ω`}
            width={120}
            read={readShown("Ω")}
            onCommit={(value) => setOhms((was) => was.map((one, place) => (place === at ? value : one)))}
          />
        ))}
      </div>
      {ohms.some((one) => one !== undefined) && (
        <p className="small mb-0 mt-2" role="status">
          {"problem" in found ? found.problem : `So ${found.is}.`}
        </p>
      )}
    </>
  );
}
