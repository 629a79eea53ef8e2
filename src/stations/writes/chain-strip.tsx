import { hex, transportOf } from "@/core/bus";
import type { TapeEntry } from "@/core/sim";

interface Props {
  readonly entry: TapeEntry;
  /** The chips of the chain, nearest the controller first. */
  readonly units: readonly string[];
}

/** Which word of a transfer ends in which chip: the first one sent runs through to the far end. */
export function ChainStrip({ entry, units }: Props) {
  const { write, says } = entry;
  if (transportOf(write.bus).together !== "chain") return null;
  return (
    <ol className="chain-strip" tabIndex={0} aria-label="Which word goes to which chip">
      <li className="chain-board">board</li>
      {units.map((unit) => {
        const word = says.findIndex((one) => one.unit === unit);
        return (
          <li key={unit}>
            <strong>{unit}</strong>
            {word < 0 ? (
              <span className="tiny quiet">keeps what it had</span>
            ) : (
              <>
                <span className="mono tiny">
                  {write.bytes
                    .slice(word * 2, word * 2 + 2)
                    .map(hex)
                    .join(" ")}
                </span>
                <span className="tiny quiet">
                  word {word + 1}, {says[word]!.title}
                </span>
              </>
            )}
          </li>
        );
      })}
    </ol>
  );
}
