import Button from "react-bootstrap/Button";
import { formatByte, type SegmentName } from "@/core/glyph";
import type { ByteTable, DigitsFit, WrongEntry } from "@/core/tables";
import { editRig, holdState, say, useModel } from "@/store";
import { DigitFace, SeverityMark, litSegments, useLay } from "@/ui";
import type { TableSeen } from "@/workers";

type Digits = NonNullable<Extract<TableSeen, { ok: true }>["digits"]>;

const sureness = (sure: number): string =>
  sure >= 0.85 ? "sure" : sure >= 0.65 ? "likely" : "a guess: more entries would tell";

const segments = (names: readonly SegmentName[]): string =>
  names.map((name) => (name === "dp" ? "the point" : name)).join(", ");

/** What is odd of an entry, in words. */
function oddity({ extra, missing }: WrongEntry): string {
  const said = [
    ...(missing.length > 0 ? [`${segments(missing)} ${missing.length === 1 ? "is" : "are"} missing`] : []),
    ...(extra.length > 0 ? [`${segments(extra)} ${extra.length === 1 ? "is" : "are"} too many`] : []),
  ];
  return said.join(", ");
}

/** A table of digits: what it was made for, its odd entries, and what it does on this rig. */
export function DigitsTable({ table, digits }: { table: ByteTable; digits: Digits }) {
  const { fit } = digits;
  return (
    <>
      <section className="sheet">
        <h2>What it was made for</h2>
        <p className="small mb-2">
          The characters {fit.sequence}
          {fit.lights === 1 ? ", for wires on which a 1 lights" : ", for wires on which a 0 lights"}:{" "}
          {fit.lights === 1
            ? "a display with its minus common, driven straight"
            : "a display with its plus common, driven straight"}
          . <span className="quiet">({sureness(fit.sure)})</span>
        </p>
        <BitOrder fit={fit} rows={table.bitRows === true} />
        {fit.variants.length > 0 && (
          <p className="small quiet mb-1">Shapes of its own: {fit.variants.join(", ")}.</p>
        )}
        {fit.alike > 0 && (
          <p className="small quiet mb-1">
            {fit.alike} other {fit.alike === 1 ? "order explains" : "orders explain"} it as well.
          </p>
        )}
        <Oddities fit={fit} />
      </section>
      <OnRig table={table} digits={digits} />
    </>
  );
}

/** Which bit is which segment, from the highest down; of rows of bits from the first on. */
function BitOrder({ fit, rows }: { fit: DigitsFit; rows: boolean }) {
  const bits = fit.order.map((segment, bit) => ({ segment, bit }));
  const shown = rows ? bits : [...bits].reverse();
  return (
    <table className="rule-table small table-order mb-2" aria-label="Segment of each bit">
      <tbody>
        <tr>
          <th scope="row">{rows ? "Place" : "Bit"}</th>
          {shown.map(({ bit }) => (
            <td key={bit}>{rows ? bit + 1 : bit}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">Segment</th>
          {shown.map(({ bit, segment }) => (
            <td key={bit} className="mono">
              {segment ?? <span className="quiet">{idleWord(fit, bit)}</span>}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

function idleWord({ idle, lights }: DigitsFit, bit: number): string {
  const { value } = idle.find((one) => one.bit === bit) ?? {};
  return value === undefined ? "point?" : value === lights ? "lit" : "dark";
}

function Oddities({ fit: { wrong } }: { fit: DigitsFit }) {
  if (wrong.length === 0)
    return (
      <p className="small mb-0">
        <SeverityMark severity="good" text="No entry looks wrong." />
      </p>
    );
  return (
    <ul className="plain-list small difference-list" aria-label="Suspicious entries">
      {wrong.map((entry) => (
        <li key={entry.at}>
          <SeverityMark severity="fault" text={`Entry ${entry.at}, “${entry.glyph}”`} />{" "}
          <span className="mono">{formatByte(entry.value)}</span> {oddity(entry)}; it should be{" "}
          <strong className="mono">{formatByte(entry.expected)}</strong>
          <span className="quiet"> (line {entry.line})</span>
        </li>
      ))}
    </ul>
  );
}

/** What it shows on this rig as it is, and how it can be taken. */
function OnRig({
  table,
  digits: { fit, shown, against, plan, glyphs },
}: {
  table: ByteTable;
  digits: Digits;
}) {
  const model = useModel();
  const { lay, question } = useLay();
  const colour = model.display.led?.colour ?? "red";
  const { rig } = model;
  const same = JSON.stringify(rig.glyphs) === JSON.stringify(glyphs);
  const takeShapes = () => {
    editRig((before) => ({ ...before, glyphs: [...glyphs] }));
    say({ text: "Its shapes are the rig’s now. Undo takes them out again." });
  };
  const laid = "problem" in plan ? undefined : plan;
  const alreadySo = laid !== undefined && against?.same === true;
  return (
    <section className="sheet">
      <h2>On this rig</h2>
      {shown ? (
        <>
          <p className="small mb-2">
            {against?.same ? (
              <SeverityMark severity="good" text="Made for wires like these:" />
            ) : (
              <SeverityMark severity="caution" text="Made for other wires:" />
            )}{" "}
            sent unchanged, it shows
          </p>
          <div className="table-faces">
            {shown.map(({ value, lit, reads, state }, at) => (
              <button
                key={`${at} ${value}`}
                type="button"
                className="plain-button table-face"
                title={`${formatByte(value)}${fit.glyphs[at] ? `, meant as ${fit.glyphs[at]}` : ""}: hold it on the face`}
                onClick={() => holdState(state)}
                aria-label={`Entry ${at}, ${formatByte(value)}, reads ${reads === "" ? "blank" : reads}`}
              >
                <span className="lens">
                  <DigitFace
                    lights={litSegments(lit)}
                    colour={colour}
                    height={34}
                    label={reads === "" ? "blank" : reads}
                  />
                </span>
                <span className="tiny mono">{fit.glyphs[at] ?? at}</span>
              </button>
            ))}
          </div>
        </>
      ) : (
        <p className="small mb-2">
          Lines of the board drive the segments of this rig, so no byte is sent for a digit. Its shapes can
          still be used.
        </p>
      )}
      <table className="rule-table small mt-2">
        <tbody>
          <tr>
            <th scope="row">Use its shapes</th>
            <td>
              {same ? (
                <span className="quiet">They match the alphabet: nothing to take over.</span>
              ) : (
                <Button size="sm" variant="primary" onClick={takeShapes}>
                  Use its shapes for the rig’s characters
                </Button>
              )}
            </td>
          </tr>
          <tr>
            <th scope="row">Take the wires to it</th>
            <td>
              {alreadySo ? (
                <span className="quiet">The wires already suit it.</span>
              ) : laid ? (
                <Button size="sm" variant="primary" onClick={() => lay(laid)}>
                  Change the wires to its order
                </Button>
              ) : (
                <span className="quiet">{"problem" in plan ? plan.problem : ""}</span>
              )}
            </td>
          </tr>
        </tbody>
      </table>
      {question}
      <p className="tiny quiet mt-2 mb-0">
        {table.entries.length > (shown?.length ?? 0) && shown ? `The first ${shown.length} are shown.` : ""}
      </p>
    </section>
  );
}
