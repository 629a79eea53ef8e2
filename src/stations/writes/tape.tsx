import { formatByte } from "@/core/glyph";
import { formatNanoseconds } from "@/core/quantity";
import type { LineUse } from "@/core/rig";
import type { SendTrace } from "@/core/sim";

interface Write {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly what: string;
  readonly why: string;
}

/** The statements of the update, each over the edges it makes. */
function writesOf(trace: SendTrace, lines: Readonly<Record<LineUse, string>>): Write[] {
  const writes: Write[] = [];
  let byte = 0;
  trace.steps.forEach((step, at) => {
    const before = trace.steps[at - 1];
    const inByte = step.turn === undefined ? -1 : Math.floor(step.turn / 8);
    const same =
      before &&
      before.statement === step.statement &&
      (before.turn === undefined ? -1 : Math.floor(before.turn / 8)) === inByte;
    if (same) {
      writes[writes.length - 1] = { ...writes[writes.length - 1]!, to: at + 1 };
      return;
    }
    const base = { from: at + 1, to: at + 1, at: step.at };
    if (step.statement.do === "shift-pattern") {
      const order = step.statement.order === "msb-first" ? "bit 7 first" : "bit 0 first";
      writes.push({
        ...base,
        what: `${formatByte(trace.bytes[byte]!)} on line ${lines.data}, clocked by line ${lines.clock}, ${order}`,
        why: "eight bits move into the stages; the outputs do not change yet",
      });
      byte += 1;
    } else {
      writes.push({
        ...base,
        what: `line ${lines[step.use]} ${step.level ? "high" : "low"}`,
        why: step.level
          ? "its rise makes the outputs take the stages: the new character lights"
          : "made ready, so that it can rise",
      });
    }
  });
  return writes;
}

/** The update write by write; the one stepped to is marked. */
export function Tape({
  trace,
  at,
  lines,
  onAt,
}: {
  trace: SendTrace;
  at: number;
  lines: Readonly<Record<LineUse, string>>;
  onAt: (at: number) => void;
}) {
  return (
    <ol className="tape">
      {writesOf(trace, lines).map((write) => (
        <li key={write.from} className={at >= write.from && at <= write.to ? "is-now" : undefined}>
          <button type="button" className="plain-button w-100" onClick={() => onAt(write.to)}>
            <span className="tape-time">{formatNanoseconds(write.at)}</span>
            <span>
              {write.what}
              <span className="d-block tiny quiet">{write.why}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
