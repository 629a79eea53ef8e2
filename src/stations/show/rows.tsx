import { useState, type ReactNode } from "react";
import Button from "react-bootstrap/Button";
import type { LiveProblem } from "@/core/program";
import { IconButton, SeverityMark } from "@/ui";

export interface Row {
  readonly key: string;
  /** What it is, in a line. */
  readonly title: ReactNode;
  readonly words: ReactNode;
  /** What it is at now. */
  readonly now?: ReactNode;
  readonly editor: ReactNode;
  readonly onRemove?: () => void;
  /** What it is called for those who hear the page. */
  readonly name: string;
}

interface Props {
  readonly title: string;
  readonly rows: readonly Row[];
  readonly problems: readonly LiveProblem[];
  readonly empty: string;
  readonly add: ReactNode;
}

/** Lines of one kind: each says what it does, and opens to be changed. */
export function Rows({ title, rows, problems, empty, add }: Props) {
  const [open, setOpen] = useState<string>();
  return (
    <section className="sheet" aria-label={title}>
      <div className="spread">
        <h2 className="sheet-title mb-0">{title}</h2>
        <span className="row-line">{add}</span>
      </div>
      {rows.length === 0 && <p className="small quiet mb-0 mt-1">{empty}</p>}
      <ul className="live-rows">
        {rows.map((row, nth) => (
          <li key={row.key} className="live-row">
            <div className="live-line">
              <button
                type="button"
                className="plain-button live-says"
                aria-expanded={open === row.key}
                aria-label={`Change ${row.name}`}
                onClick={() => setOpen(open === row.key ? undefined : row.key)}
              >
                <i className={`bi bi-chevron-${open === row.key ? "down" : "right"} quiet`} aria-hidden />
                <span>
                  <strong>{row.title}</strong> <span className="quiet">{row.words}</span>
                </span>
              </button>
              {row.now !== undefined && <span className="live-now">{row.now}</span>}
              {row.onRemove && (
                <IconButton icon="bi-trash" label={`Remove ${row.name}`} onClick={row.onRemove} />
              )}
            </div>
            {problems
              .filter((problem) => problem.nth === nth)
              .map(({ says }) => (
                <div key={says} className="live-problem small">
                  <SeverityMark severity="fault" text={`${says}.`} />
                </div>
              ))}
            {open === row.key && <div className="live-editor">{row.editor}</div>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Adds a line of a kind. */
export function AddButton({
  what,
  onAdd,
  disabled,
}: {
  what: string;
  onAdd: () => void;
  disabled?: boolean;
}) {
  return (
    <Button size="sm" variant="plain" onClick={onAdd} disabled={disabled}>
      <i className="bi bi-plus" aria-hidden /> {what}
    </Button>
  );
}
