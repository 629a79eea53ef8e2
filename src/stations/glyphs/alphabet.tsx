import Button from "react-bootstrap/Button";
import { formatByte, glyphFit, writeSegments, type ByteForm } from "@/core/glyph";
import type { GlyphRow } from "@/core/sim";
import { useAtDesk, useModel, usePickedDigit } from "@/store";
import { DigitFace, ViewSwitch, copyText, litSegments } from "@/ui";

interface Props {
  readonly form: ByteForm;
  readonly onForm: (form: ByteForm) => void;
  readonly chosen: string | undefined;
  readonly onChoose: (glyph: string) => void;
}

const NO_ROWS: readonly GlyphRow[] = [];

const FORMS: ReadonlyArray<readonly [ByteForm, string]> = [
  ["hex", "Hex"],
  ["decimal", "Decimal"],
  ["binary", "Binary"],
];

/** The whole alphabet in this wiring's bytes, as rows a spreadsheet takes. */
const asTable = (rows: readonly GlyphRow[]): string =>
  [
    ["glyph", "segments", "hex", "decimal", "binary"].join("\t"),
    ...rows.map(({ cell, wanted, bytes }) =>
      [
        cell.glyph === " " ? "blank" : cell.glyph,
        writeSegments(wanted),
        ...(["hex", "decimal", "binary"] as const).map((form) =>
          bytes.map((byte) => formatByte(byte, form)).join(" "),
        ),
      ].join("\t"),
    ),
  ].join("\n");

/** Every character in this wiring's bytes; one that is pressed is looked at and shown on the face. */
export function Alphabet({ form, onForm, chosen, onChoose }: Props) {
  const digit = usePickedDigit();
  const rows = useAtDesk((desk) => desk.alphabet(digit), [digit]) ?? NO_ROWS;
  const { rig, display } = useModel();
  return (
    <section className="sheet alphabet" aria-label="The alphabet as bytes for this wiring">
      <div className="spread flex-wrap mb-2">
        <h2 className="sheet-title mb-0">The alphabet as bytes for this wiring</h2>
        <div className="row-line">
          <ViewSwitch label="How bytes are written" value={form} views={FORMS} onView={onForm} />
          <Button size="sm" variant="plain" onClick={() => void copyText(asTable(rows), "Table")}>
            <i className="bi bi-clipboard me-1" aria-hidden />
            Copy
          </Button>
        </div>
      </div>
      <ul className={`glyph-tiles is-${form}`}>
        {rows.map((row) => {
          const { glyph } = row.cell;
          const fit = glyphFit(glyph, rig.glyphs);
          const own = rig.glyphs.some((candidate) => candidate.glyph === glyph);
          const mark = !row.faithful
            ? "wrong"
            : own
              ? "yours"
              : fit.fit === "stand-in"
                ? "stand-in"
                : undefined;
          return (
            <li key={glyph}>
              <button
                type="button"
                className="glyph-tile"
                aria-pressed={chosen === glyph}
                title={fit.note}
                onClick={() => onChoose(glyph)}
              >
                <span className="glyph-pic">
                  <DigitFace
                    colour={display.led?.colour ?? "red"}
                    lights={litSegments(row.shown, row.unknown)}
                    height={34}
                    label={`shape of ${glyph === " " ? "blank" : glyph}`}
                  />
                </span>
                <span className="glyph-char">{glyph === " " ? "␣" : glyph}</span>
                <span className="mono tiny">
                  {row.bytes.map((byte) => formatByte(byte, form).replace(/^0b/, "")).join(" ")}
                </span>
                {mark && (
                  <span className={`tiny ${mark === "wrong" ? "severity-caution" : "quiet"}`}>{mark}</span>
                )}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
