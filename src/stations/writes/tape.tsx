import { formatByte } from "@/core/glyph";
import { formatNanoseconds } from "@/core/quantity";
import type { SendTrace, StepUse } from "@/core/sim";

interface Write {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly what: string;
  readonly why: string;
}

/** The statements of the update, each over the edges it makes. */
function writesOf(trace: SendTrace): Write[] {
  const lineOf = (use: StepUse) => trace.steps.find((step) => step.use === use)?.line ?? "";
  const latches = trace.steps.some(({ use }) => use === "latch");
  const writes: Write[] = [];
  let byte = 0;
  trace.steps.forEach((step, at) => {
    const before = trace.steps[at - 1];
    const inByte = step.nth === undefined ? -1 : Math.floor(step.nth / 8);
    const same =
      before &&
      before.statement === step.statement &&
      step.statement.do === "shift-state" &&
      (before.nth === undefined ? -1 : Math.floor(before.nth / 8)) === inByte;
    if (same) {
      writes[writes.length - 1] = { ...writes[writes.length - 1]!, to: at + 1 };
      return;
    }
    const base = { from: at + 1, to: at + 1, at: step.at };
    if (step.statement.do === "shift-state") {
      const order = step.statement.order === "msb-first" ? "bit 7 first" : "bit 0 first";
      writes.push({
        ...base,
        what: `${formatByte(trace.bytes[byte]!)} on line ${lineOf("data")}, clocked by line ${lineOf("clock")}, ${order}`,
        why: latches
          ? "eight bits shift into the stages; the outputs do not change yet"
          : "eight bits move through the stages; the outputs show each on its way",
      });
      byte += 1;
    } else {
      writes.push({ ...base, what: `line ${step.line} ${step.level ? "high" : "low"}`, why: whyOf(step) });
    }
  });
  return writes;
}

function whyOf({ use, level, statement }: SendTrace["steps"][number]): string {
  if (use === "latch")
    return level
      ? "its rising edge copies the stages to the outputs: the new character lights"
      : "set low first, so that it can rise";
  if (statement.do === "step-ring") return "the ring is reset or steps on";
  return level ? "what hangs on it is pulled up" : "what hangs on it is pulled down";
}

/** The update write by write; the one stepped to is marked. */
export function Tape({ trace, at, onAt }: { trace: SendTrace; at: number; onAt: (at: number) => void }) {
  return (
    <ol className="tape">
      {writesOf(trace).map((write) => (
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
