import { formatNanoseconds } from "@/core/quantity";
import type { Inspected } from "@/core/trace";
import { showsDots } from "@/core/rig";
import { say, takeCapture, useRig } from "@/store";
import { DifferenceList, SeverityMark } from "@/ui";

/** What the board does otherwise than the rig's own program, and the rules of the bus it breaks. */
export function Findings({ capture, onAt }: { capture: Inspected; onAt: (at: number) => void }) {
  const { differences, breaches } = capture;
  const { plan } = useRig();
  const sent = differences.every(({ severity }) => severity === "good") ? "right" : "wrong";
  const when = (at: number | undefined) =>
    at === undefined ? null : (
      <button type="button" className="plain-button text-decoration-underline tiny" onClick={() => onAt(at)}>
        at {formatNanoseconds(Math.round(at), 4)}
      </button>
    );
  return (
    <section className="sheet">
      <h2>Compared with the rig’s own program</h2>
      <DifferenceList differences={differences} when={when}>
        {breaches.map(({ rule, says, at, count }) => (
          <li key={rule}>
            <SeverityMark severity="fault" text={rule} /> {says} {when(at)}
            {count > 1 && <span className="quiet"> and {(count - 1).toLocaleString("en")} more times</span>}
          </li>
        ))}
      </DifferenceList>
      {!showsDots(plan) && (
        <p className="small mb-0 mt-2">
          {sent === "right"
            ? "The lines carry the right data: if the display is wrong, look at the wiring."
            : "The data is wrong already on the lines: look at the code before the wiring."}{" "}
          <button
            type="button"
            className="plain-button text-decoration-underline"
            onClick={() => {
              takeCapture(sent);
              say({ text: "It is used in the search for a fault, on Bench" });
            }}
          >
            Take it to the bench
          </button>
        </p>
      )}
    </section>
  );
}
