import type { ReactNode } from "react";
import type { Guess, Mapping, Survey, WantedLine } from "@/core/trace";
import { SelectField } from "@/ui";

interface Props {
  readonly wanted: readonly WantedLine[];
  readonly guesses: readonly Guess[];
  readonly mapping: Mapping;
  readonly survey: Survey;
  readonly onChoose: (line: string, signal: number | undefined) => void;
  readonly children?: ReactNode;
}

/** Signals offered in a list: those that move most. */
const MOST_OFFERED = 120;

/** Which signal of the capture is on which line, and how sure the guess is. */
export function MappingTable({ wanted, guesses, mapping, survey, onChoose, children }: Props) {
  const offered = [...survey.signals]
    .sort((one, other) => other.changes - one.changes)
    .slice(0, MOST_OFFERED);
  return (
    <section className="sheet">
      <h2>Which signal is which line</h2>
      <table className="rule-table small w-100">
        <thead>
          <tr>
            <th>Line</th>
            <th>Signal</th>
            <th>Sure</th>
          </tr>
        </thead>
        <tbody>
          {wanted.map(({ line, name }) => {
            const guess = guesses.find((one) => one.line === line);
            const taken = mapping[line];
            const byHand = taken !== guess?.signal;
            return (
              <tr key={line}>
                <td>
                  {name} <span className="quiet">line {line}</span>
                </td>
                <td>
                  <SelectField<number | "">
                    label={`Signal of ${name}`}
                    labelled="heard"
                    size="sm"
                    value={taken ?? ""}
                    options={[
                      ["", "not in the capture"],
                      ...offered.map(
                        ({ index, name: signal, changes }) => [index, `${signal} (${changes})`] as const,
                      ),
                    ]}
                    onChoose={(signal) => onChoose(line, signal === "" ? undefined : signal)}
                  />
                </td>
                <td title={guess?.why}>
                  {byHand ? "by hand" : guess ? `${Math.round(guess.sure * 100)} %, ${guess.why}` : ""}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {children}
    </section>
  );
}
