import { useId } from "react";
import Form from "react-bootstrap/Form";
import { formatNanoseconds } from "@/core/quantity";
import type { Decoded, DecodedFace } from "@/core/trace";
import { useModel } from "@/store";
import { firstWhere } from "@/ui";
import { ShownFace } from "../shown-face";
import { litNames } from "./lit-names";

const MOST_TICKS = 200;
const MOST_LINES = 40;

const isDark = ({ digits }: DecodedFace): boolean => digits.every(({ lit }) => lit === "");

/** Your board sends this; this is what it lights: the face over the time of the capture, with a scrubber. */
export function FaceOverTime({
  decoded,
  time,
  onTime,
}: {
  decoded: Decoded;
  time: number;
  onTime: (time: number) => void;
}) {
  const model = useModel();
  const id = useId();
  const { faces, lines, to } = decoded;
  // The last face that began by then.
  const at = Math.max(0, firstWhere(faces, (one) => one.at > time) - 1);
  const face = faces[at]!;
  const step = Math.max(1, Math.ceil(faces.length / MOST_TICKS));
  return (
    <section className="sheet">
      <h2>
        <label htmlFor={id}>What it lights, at {formatNanoseconds(Math.round(time), 4)}</label>
      </h2>
      <ShownFace
        model={model}
        shown={face.digits.map(({ lit, unknown }) => ({
          segments: litNames(lit),
          unknown: litNames(unknown),
        }))}
        height={70}
        label={`The display at this moment: ${face.text}`}
      />
      <Form.Range
        id={id}
        min={0}
        max={to}
        step={Math.max(1, to / 2000)}
        value={time}
        onChange={(event) => onTime(Number(event.target.value))}
      />
      {lines.length > 0 && (
        <ul className="plain-list small mb-2" aria-label="What it read">
          {lines.slice(0, MOST_LINES).map(({ from, text, moved, sure }) => (
            <li key={from}>
              <button type="button" className="plain-button" onClick={() => onTime(from)}>
                <span className="tape-time">{formatNanoseconds(Math.round(from), 4)}</span>{" "}
                <strong className="mono">{text.replace(/\n/g, " / ")}</strong>{" "}
                <span className="quiet">
                  {moved === "still" ? "stands" : `runs ${moved}`}
                  {sure < 1 && `, read by likeness, ${Math.round(sure * 100)} % sure`}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <ol className="capture-faces">
        {faces
          .filter((_, place) => place % step === 0)
          .map((one) => (
            <li key={one.at} className={one === face ? "is-now" : undefined}>
              <button type="button" className="plain-button w-100" onClick={() => onTime(one.at)}>
                <span className="tape-time">{formatNanoseconds(Math.round(one.at), 4)}</span>
                <span className="mono">
                  {one.text.trim() === ""
                    ? isDark(one)
                      ? "dark"
                      : "picture"
                    : one.text.replace(/\n/g, " / ")}
                  {one.digits.some(({ unknown }) => unknown) && " · junk"}
                </span>
              </button>
            </li>
          ))}
      </ol>
    </section>
  );
}
