import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { answersFrom, workOut, type Found } from "@/core/find-out";
import { formatNanoseconds } from "@/core/quantity";
import { relay } from "@/core/rig";
import type { Decoded, DecodedFace } from "@/core/trace";
import { editWires, useModel } from "@/store";
import { litNames } from "./lit-names";

/** Faces one is asked about: more tell no more. */
const MOST_FACES = 6;

/** The first faces that differ, without dark ones and those nobody can tell. */
function facesToAsk({ faces }: Decoded): DecodedFace[] {
  const seen = new Set<string>();
  return faces
    .filter(({ digits }) => {
      const key = digits.map(({ lit }) => lit).join("|");
      if (digits.every(({ lit }) => lit === "") || digits.some(({ unknown }) => unknown !== "")) return false;
      if (seen.has(key)) return false;
      seen.add(key);
      return true;
    })
    .slice(0, MOST_FACES);
}

interface Props {
  readonly decoded: Decoded;
  readonly onAt: (time: number) => void;
}

/** What was read on the display while the capture ran: from that the order of its digits and segments is worked out. */
export function SeenOrder({ decoded, onAt }: Props) {
  const { rig } = useModel();
  const faces = useMemo(() => facesToAsk(decoded), [decoded]);
  const [read, setRead] = useState<Readonly<Record<number, string>>>({});
  const [found, setFound] = useState<Found>();
  if (faces.length === 0) return null;
  const sights = faces.flatMap(({ at, digits }) =>
    read[at] ? [{ read: read[at], by: digits.map(({ lit }) => litNames(lit)) }] : [],
  );
  const lookFor = () => {
    const answers = answersFrom(rig, rig.plan, sights);
    setFound(answers.ok ? workOut(rig.plan, answers.seen) : answers);
  };
  return (
    <section className="sheet">
      <h2>What did your display show?</h2>
      <p className="small quiet">
        If it showed something other than this rig reads from the capture, its digits or segments are in
        another order. Type what you saw; two or three faces with different characters are enough.
      </p>
      <ul className="plain-list">
        {faces.map(({ at, text }) => (
          <li key={at} className="row-line small mb-1">
            <button type="button" className="plain-button tape-time" onClick={() => onAt(at)}>
              {formatNanoseconds(Math.round(at), 4)}
            </button>
            <span>
              by this rig <strong className="mono">{text}</strong>
            </span>
            <Form.Control
              size="sm"
              className="mono ms-auto"
              style={{ width: 120 }}
              aria-label={`Read on the display at ${formatNanoseconds(Math.round(at), 4)}`}
              placeholder="I saw…"
              maxLength={20}
              value={read[at] ?? ""}
              onChange={(event) => {
                setRead({ ...read, [at]: event.target.value });
                setFound(undefined);
              }}
            />
          </li>
        ))}
      </ul>
      <div className="row-line mt-2">
        <Button size="sm" variant="primary" disabled={sights.length === 0} onClick={lookFor}>
          Work out the order
        </Button>
        {found?.ok && found.says.length > 0 && (
          <Button
            size="sm"
            variant="plain"
            onClick={() => {
              editWires((before) => relay(before, found.plan));
              setFound(undefined);
            }}
          >
            Take it
          </Button>
        )}
      </div>
      {found && (
        <p className={`small mt-2 mb-0${found.ok ? "" : " severity-fault"}`} role="status">
          {!found.ok
            ? found.message
            : found.says.length > 0
              ? `Found: ${found.says.join("; ")}. Take it, and the wires, the bytes and the code follow.`
              : "It has the same order as this rig."}
        </p>
      )}
    </section>
  );
}
