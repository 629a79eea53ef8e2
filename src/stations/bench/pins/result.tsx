import Button from "react-bootstrap/Button";
import type { PinsSought } from "@/core/bench";
import type { Unmarked } from "@/core/notes";
import { markdownText, safeFileName } from "@/core/foreign";
import { withDisplay, withoutModule, type PinsNotes } from "@/core/rig";
import { useRig } from "@/store";
import { DownloadButton, useLay } from "@/ui";
import { legWords } from "./words";

interface Props {
  readonly pins: PinsNotes;
  readonly display: Unmarked;
  readonly sought: PinsSought;
  readonly count: number;
}

/** What is known of every leg; once all are, the display becomes that of the rig. */
export function Result({ pins, display, sought, count }: Props) {
  const { plan } = useRig();
  const { lay, question } = useLay();
  const { uses, polarity, sheet, least } = sought;
  const dots = pins.kind === "dots";
  const known = uses.filter((use) => use !== undefined).length;
  const words = (at: number) => {
    const use = uses[at];
    return use === undefined ? "?" : legWords(use, display.digits, dots);
  };
  const pole =
    polarity === undefined
      ? "polarity not known yet"
      : dots
        ? polarity === "common-cathode"
          ? "rows are cathodes"
          : "rows are anodes"
        : polarity.replace("-", " ");
  const paper = () =>
    [
      `# ${markdownText(`${display.digits} ${dots ? "rows" : "digits"}, ${display.legs} legs, ${pole}`)}`,
      "",
      "Legs from the front: along the bottom from the left, then along the top from the right.",
      "",
      "| Leg | Is |",
      "| ---: | --- |",
      ...uses.map((_, at) => `| ${at + 1} | ${words(at)} |`),
      "",
    ].join("\n");
  return (
    <section className="sheet" aria-label="Legs found">
      <div className="spread mb-1">
        <h2 className="sheet-title mb-0">
          {known} of {display.legs} legs, {pole}
        </h2>
        <DownloadButton text={paper} name={safeFileName("display legs", ".md")}>
          Sheet
        </DownloadButton>
      </div>
      <p className="small quiet mb-1" role="status">
        {count} probing{count === 1 ? "" : "s"}; the fewest possible is {least}, and most displays of this
        kind take about {display.legs}.
      </p>
      <ol className="pins-legs small">
        {uses.map((use, at) => (
          <li key={at} className={use === undefined ? "quiet" : undefined}>
            <span className="mono">{at + 1}</span> {words(at)}
          </li>
        ))}
      </ol>
      {sheet && (
        <Button
          variant="primary"
          onClick={() =>
            lay(
              withDisplay(withoutModule(plan), {
                display: "own",
                own: sheet,
                module: undefined,
                polarity: sheet.polarity,
                digits: display.digits,
              }),
            )
          }
        >
          Make it the display of this rig
        </Button>
      )}
      {question}
    </section>
  );
}
