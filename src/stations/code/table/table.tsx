import "./table.css";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { TABLE_LIMITS } from "@/core/tables";
import { showsDots } from "@/core/rig";
import { refuse, useAtDesk, useGivenFile, useRig } from "@/store";
import { SeverityMark, ViewSwitch } from "@/ui";
import type { TableSeen } from "@/workers";
import { DigitsTable } from "./digits-table";
import { DotsTable } from "./dots-table";
import { DIGITS_SAMPLE, DOTS_SAMPLE } from "./samples";
import { WriteList } from "./write-list";

const KINDS = [
  ["table", "A table"],
  ["writes", "A list of writes"],
] as const;
type Kind = (typeof KINDS)[number][0];

const HINTS: Readonly<Record<Kind, string>> = {
  table:
    "Bytes from any source text: hexadecimal, binary or decimal, with braces or without. Whether they are digits or dots is worked out from the bytes.",
  writes:
    "A dump of what goes to the chips: bytes in hexadecimal, one write a line. They are sent over these wires.",
};

/** A byte table or a list of writes from anywhere: what it was made for, and what it does on this rig. */
export function TableReader({ text, onText }: { text: string; onText: (text: string) => void }) {
  const rig = useRig();
  const dots = showsDots(rig.plan);
  useGivenFile("table", (file) => {
    if (file.size > TABLE_LIMITS.text)
      return refuse(
        `“${file.name}” was not opened`,
        `It is ${file.size.toLocaleString("en")} bytes long; a table may have ${TABLE_LIMITS.text.toLocaleString("en")}. Paste the part that holds the bytes.`,
      );
    void file.text().then(onText);
  });
  const [kind, setKind] = useState<Kind>("table");
  return (
    <div className="table-columns">
      <section className="sheet table-paste">
        <div className="spread mb-2">
          <ViewSwitch label="Kind of text" value={kind} views={KINDS} onView={setKind} />
          <span className="row-line">
            {text === "" && kind === "table" && (
              <Button size="sm" variant="plain" onClick={() => onText(dots ? DOTS_SAMPLE : DIGITS_SAMPLE)}>
                Try one
              </Button>
            )}
            {text !== "" && (
              <Button size="sm" variant="plain" onClick={() => onText("")}>
                Clear
              </Button>
            )}
          </span>
        </div>
        <label className="d-block">
          <span className="visually-hidden">Paste it here</span>
          <textarea
            className="form-control mono table-text"
            value={text}
            maxLength={TABLE_LIMITS.text}
            spellCheck={false}
            placeholder="Paste it here"
            onChange={(event) => onText(event.target.value)}
          />
        </label>
        <p className="small quiet mt-1 mb-0">{HINTS[kind]}</p>
      </section>
      <div className="table-column">
        {text.trim() !== "" && (kind === "table" ? <Table text={text} /> : <WriteList text={text} />)}
      </div>
    </div>
  );
}

function Table({ text }: { text: string }) {
  const seen = useAtDesk<TableSeen>((desk) => desk.table(text), [text]);
  const [as, setAs] = useState<"digits" | "dots">();
  if (!seen) return null;
  if (!seen.ok)
    return (
      <section className="sheet">
        <SeverityMark severity="caution" text="Not a table yet." /> {seen.message}
      </section>
    );
  const kind = as ?? (seen.digits ? "digits" : "dots");
  return (
    <>
      <section className="sheet small spread">
        <span>
          {seen.table.name && <strong className="mono">{seen.table.name} </strong>}
          {seen.table.entries.length}{" "}
          {seen.table.bitRows ? "rows of bits" : seen.table.bits === 16 ? "words" : "bytes"}
        </span>
        <ViewSwitch
          label="Read as"
          value={kind}
          views={[
            ["digits", "Digits"],
            ["dots", "Dots"],
          ]}
          onView={setAs}
        />
      </section>
      {kind === "digits" && seen.digits && <DigitsTable table={seen.table} digits={seen.digits} />}
      {kind === "digits" && !seen.digits && (
        <section className="sheet">
          <SeverityMark severity="note" text="No table of digits." /> No order of segments makes figures or
          letters of these bytes. Tables that begin with 0, 1, 2 or with the space are tried, in both
          polarities; four of them are needed.
        </section>
      )}
      {kind === "dots" && <DotsTable bytes={seen.bytes} layouts={seen.layouts} name={seen.table.name} />}
    </>
  );
}
