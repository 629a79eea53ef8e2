import { parseQuantity } from "@/core/quantity";
import type { BringUpStep, Expected } from "@/core/bench";
import { formatLogged, rangeWords } from "@/core/notes";
import { EMPTY_BENCH, type LogEntry } from "@/core/rig";
import { logValue, useRig } from "@/store";
import { CommitField, SeverityMark } from "@/ui";
import type { BenchLook } from "@/workers";

/** What the rig is held at in a step, as the log names it. */
function heldIn({ does, id }: BringUpStep): string | undefined {
  if (does.kind === "toggle") return `high ${does.line}`;
  if (id === "supply") return "rest";
  return id === "all" ? "lit" : undefined;
}

const placeOf = (expected: Expected): string => expected.leg ?? "supply";

/** What a meter must show in a step; what is measured goes into the log. */
export function ExpectedTable({ step, holes }: { step: BringUpStep; holes: BenchLook["holes"] }) {
  const { bench = EMPTY_BENCH } = useRig();
  const held = heldIn(step) ?? `step ${step.id}`;
  const lastOf = (expected: Expected): LogEntry | undefined =>
    bench.log.findLast(
      ({ unit, place, held: at }) => unit === expected.unit && place === placeOf(expected) && at === held,
    );
  const take = (expected: Expected, value: number) =>
    logValue({ unit: expected.unit, place: placeOf(expected), held, value });
  return (
    <table className="rule-table bench-expected" aria-label="Expected meter readings">
      <thead>
        <tr>
          <th scope="col">Measure at</th>
          <th scope="col">Expected</th>
          <th scope="col">Measured</th>
        </tr>
      </thead>
      <tbody>
        {step.expected.map((expected) => {
          const last = lastOf(expected);
          const { unit, says, from, to } = expected;
          return (
            <tr key={`${unit} ${placeOf(expected)}`}>
              <th scope="row">
                {says}
                {expected.leg && holes[expected.leg] && (
                  <span className="quiet"> in hole {holes[expected.leg]}</span>
                )}
              </th>
              <td className="text-nowrap">{rangeWords({ unit, from, to })}</td>
              <td>
                <span className="row-line">
                  <MeasuredField
                    label={`Measured: ${says}`}
                    unit={unit}
                    value={last?.value}
                    onTake={(value) => take(expected, value)}
                  />
                  {last &&
                    (last.value >= from && last.value <= to ? (
                      <SeverityMark severity="good" text="right" />
                    ) : (
                      <SeverityMark severity="fault" text={last.value < from ? "too little" : "too much"} />
                    ))}
                </span>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

interface FieldProps {
  readonly label: string;
  readonly unit: LogEntry["unit"];
  readonly value: number | undefined;
  readonly onTake: (value: number) => void;
}

/** A value read off a meter, in any prefix of its unit. */
export function MeasuredField({ label, unit, value, onTake }: FieldProps) {
  return (
    <CommitField
      label={label}
      heard
      shown={value === undefined ? "" : formatLogged(value, unit)}
      read={(text) => readLogged(text, unit)}
      onCommit={onTake}
      width={96}
    />
  );
}

/** Reads a measured value in an entry's unit. */
export function readLogged(
  text: string,
  unit: LogEntry["unit"],
): { ok: true; value: number } | { ok: false; message: string } {
  switch (unit) {
    case "mA": {
      const read = parseQuantity(/[a-zA-Zµ]/.test(text) ? text : `${text} mA`, "A");
      return read.ok ? { ok: true, value: read.value * 1000 } : read;
    }
    case "V":
    case "Hz":
    case "s":
      return parseQuantity(text, unit);
    default: {
      const value = Number(text.replace(/[^\d.,+-]/g, "").replace(",", "."));
      return text.trim() !== "" && Number.isFinite(value)
        ? { ok: true, value }
        : { ok: false, message: `a number of ${unit}` };
    }
  }
}
