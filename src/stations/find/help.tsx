import "./find.css";
import { useEffect, useRef, useState } from "react";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { GLOSSARY, ViewSwitch } from "@/ui";

export type Keys = ReadonlyArray<readonly [keys: readonly string[], what: string]>;

interface Props {
  /** What keys do on this page. */
  readonly keys: Keys;
  /** A word to begin at. */
  readonly word?: string;
  readonly onClose: () => void;
}

const VIEWS = [
  ["keys", "Keyboard"],
  ["words", "Glossary"],
] as const;

/** What the keys do, and what the words mean. */
export function Help({ keys, word, onClose }: Props) {
  const [view, setView] = useState<"keys" | "words">(word === undefined ? "keys" : "words");
  return (
    <Modal show onHide={onClose} scrollable aria-labelledby="help-title">
      <Modal.Header closeButton>
        <Modal.Title id="help-title" as="h2" className="h6 me-3">
          {view === "keys" ? "Keyboard" : "Glossary"}
        </Modal.Title>
        <ViewSwitch label="Help" value={view} views={VIEWS} onView={setView} />
      </Modal.Header>
      <Modal.Body>{view === "keys" ? <KeyTable keys={keys} /> : <Words from={word} />}</Modal.Body>
    </Modal>
  );
}

function KeyTable({ keys }: { keys: Keys }) {
  return (
    <table className="rule-table">
      <tbody>
        {keys.map(([names, what]) => (
          <tr key={what}>
            <td style={{ width: 150 }}>
              {names.map((name) => (
                <kbd key={name} className="me-1">
                  {name}
                </kbd>
              ))}
            </td>
            <td>{what}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The glossary, all of it or the words that hold what is typed. */
function Words({ from }: { from?: string }) {
  const [query, setQuery] = useState("");
  const start = useRef<HTMLDivElement>(null);
  useEffect(() => {
    start.current?.scrollIntoView?.({ block: "start" });
  }, []);
  const wanted = query.trim().toLowerCase();
  const found = GLOSSARY.filter(({ title, says, also = "" }) =>
    `${title} ${says} ${also}`.toLowerCase().includes(wanted),
  );
  return (
    <>
      <Form.Control
        size="sm"
        type="search"
        aria-label="Search the glossary"
        placeholder="Search the glossary"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
      />
      <dl className="glossary mb-0">
        {found.map(({ title, says, also }) => (
          <div
            key={title}
            ref={title === from ? start : undefined}
            className={title === from ? "is-found" : ""}
          >
            <dt>{title}</dt>
            <dd>
              {says}
              {also && <span className="quiet d-block small">Also: {also}.</span>}
            </dd>
          </div>
        ))}
      </dl>
      {found.length === 0 && <p className="quiet mb-0 mt-2">No such word here.</p>}
    </>
  );
}
