import type { BringUpStep } from "@/core/bench";
import type { LegRef } from "@/core/rig";
import { formatQuantity } from "@/core/quantity";

interface Props {
  /** The steps of a bring-up: the first two are about power. */
  readonly steps: readonly BringUpStep[];
  readonly holes: Readonly<Record<LegRef, string>>;
}

/** Supply and ground are wired: what is measured with the power off, then on, before anything else is placed. */
export function PowerStop({ steps, holes }: Props) {
  const before = steps.find(({ id }) => id === "before");
  const supply = steps.find(({ id }) => id === "supply");
  if (!before || !supply) return <p className="quiet">Working out what to measure…</p>;
  return (
    <div className="one-wire-stop" role="status">
      <h3>Stop: measure supply and ground</h3>
      <ol>
        <li>{before.how}</li>
        <li>{supply.how}</li>
      </ol>
      {supply.expected.length > 0 && (
        <table className="rule-table" aria-label="Expected meter readings">
          <thead>
            <tr>
              <th>Measure at</th>
              <th className="number">Expected</th>
            </tr>
          </thead>
          <tbody>
            {supply.expected.map((one) => (
              <tr key={one.says}>
                <td>
                  {one.says}
                  {one.leg && holes[one.leg] && <span className="quiet">, hole {holes[one.leg]}</span>}
                </td>
                <td className="number">
                  {one.from === 0
                    ? `less than ${formatQuantity(one.to, "V", 2)}`
                    : `${formatQuantity(one.from, "V", 2)} to ${formatQuantity(one.to, "V", 2)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ul className="plain-list mt-2">
        {before.cautions.map((caution) => (
          <li key={caution}>
            <strong>Caution:</strong> {caution}
          </li>
        ))}
      </ul>
      <p className="mb-0">
        <strong>Switch the power off again</strong> before you place the next wire.
      </p>
    </div>
  );
}
