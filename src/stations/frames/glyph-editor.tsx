import { useMemo } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
  blankBitmap,
  fontHeight,
  glyphCell,
  glyphFrom,
  windowOf,
  withGlyph,
  type Bitmap,
  type DotFont,
} from "@/core/dots";
import { keepFont } from "@/store";
import { DotDrawing, PictureFace } from "@/ui";

/** `A U+0041`. */
export const nameOf = (code: number): string =>
  `${String.fromCodePoint(code)} U+${code.toString(16).toUpperCase().padStart(4, "0")}`;

interface EditorProps {
  readonly font: DotFont;
  readonly code: number;
  readonly own: boolean;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onCode: (code: number) => void;
  readonly onCopy: () => void;
}

/** One character, drawn dot by dot. */
export function GlyphEditor({ font, code, own, colour, onCode, onCopy }: EditorProps) {
  const glyph = font.glyphs.get(code);
  const cell = useMemo(
    () => (glyph ? glyphCell(font, glyph) : blankBitmap(5, fontHeight(font))),
    [font, glyph],
  );
  // One column parts letters; what more there is blank at the right belongs to the character.
  const free = glyph ? glyph.advance - (glyph.x + glyph.bitmap.width) : 1;
  const spacing = Math.max(0, Math.min(1, free));
  const width = Math.max(1, glyph ? glyph.advance - spacing : 5);
  const shown = windowOf(cell, 0, 0, width, cell.height);
  const set = (bitmap: Bitmap) =>
    keepFont(font.id, withGlyph(font, code, glyphFrom(code, bitmap, font.ascent, spacing)));
  const label = `${String.fromCodePoint(code)}, ${shown.width} × ${shown.height} dots`;
  const letter = String.fromCodePoint(code);
  return (
    <section className="sheet" aria-label="The chosen character">
      <div className="field-row mb-2">
        <div>
          <label className="field-label" htmlFor="glyph-letter">
            Character
          </label>
          <Form.Control
            id="glyph-letter"
            className="mono glyph-letter"
            value={letter}
            onChange={(event) => {
              const typed = [...event.target.value].at(-1)?.codePointAt(0);
              if (typed !== undefined) onCode(typed);
            }}
          />
        </div>
        <p className="small quiet align-self-end mb-1">
          {nameOf(code)}
          {!glyph && " · not in this font yet"}
        </p>
      </div>
      {own ? (
        <DotDrawing bitmap={shown} colour={colour} height={220} onKeep={set} label={label} />
      ) : (
        <div className="lens p-3">
          <PictureFace bitmap={shown} colour={colour} height={220} label={label} />
        </div>
      )}
      {own ? (
        <div className="row-line mt-2 flex-wrap">
          <Button
            size="sm"
            variant="plain"
            onClick={() => set(windowOf(shown, 0, 0, shown.width + 1, shown.height))}
          >
            One column wider
          </Button>
          <Button
            size="sm"
            variant="plain"
            disabled={shown.width <= 1}
            onClick={() => set(windowOf(shown, 0, 0, shown.width - 1, shown.height))}
          >
            One column narrower
          </Button>
          {glyph && (
            <Button
              size="sm"
              variant="plain"
              onClick={() => keepFont(font.id, withGlyph(font, code, undefined))}
            >
              Remove it
            </Button>
          )}
        </div>
      ) : (
        <p className="small mt-2 mb-0">
          This font is always there as it is.{" "}
          <button type="button" className="plain-button text-decoration-underline" onClick={onCopy}>
            Copy it to draw in
          </button>
        </p>
      )}
    </section>
  );
}
