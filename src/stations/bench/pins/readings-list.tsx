import type { Reading as PinReading } from "@/core/notes";
import { IconButton } from "@/ui";
import { editPins } from "./edit-pins";
import { sawWords } from "./words";

/** What was seen between which legs; what is doubtful is said, and any of it can be taken back. */
export function ReadingsList({
  readings,
  doubtful,
}: {
  readonly readings: readonly PinReading[];
  readonly doubtful: readonly number[];
}) {
  return (
    <ol className="plain-list pins-readings">
      {readings.map(({ plus, minus, saw }, at) => (
        <li key={`${plus} ${minus}`}>
          <span className="mono">
            +{plus} −{minus}
          </span>
          <span>
            {sawWords(saw)}
            {doubtful.includes(at) && <span className="severity-caution"> contradicts others</span>}
          </span>
          <IconButton
            icon="bi-x"
            label={`Take back plus ${plus}, minus ${minus}`}
            onClick={() =>
              editPins((before) => ({
                ...before,
                readings: before.readings.filter((_, place) => place !== at),
              }))
            }
          />
        </li>
      ))}
    </ol>
  );
}
