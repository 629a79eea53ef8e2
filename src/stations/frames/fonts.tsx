import { useState } from "react";
import Button from "react-bootstrap/Button";
import {
  builtInFont,
  fontHeight,
  glyphCell,
  glyphsInOrder,
  writeBdf,
  type Bitmap,
  type DotFont,
} from "@/core/dots";
import { fontsOf } from "@/core/rig";
import { useGivenFile, useModel } from "@/store";
import { SelectField, DownloadButton, FileButton, IconButton, Progress } from "@/ui";
import { GlyphEditor, nameOf } from "./glyph-editor";
import { useOwnFonts } from "./own-fonts";

/** Characters of a font that are shown at once. */
const SHOWN = 240;

/** The fonts there are: looked at, drawn dot by dot, read from BDF files and written as such. */
export function FontsView() {
  const model = useModel();
  const { rig } = model;
  const fonts = fontsOf(rig);
  const [id, setId] = useState("even");
  const [code, setCode] = useState(0x41);
  const [page, setPage] = useState(0);
  const show = (next: string) => {
    setId(next);
    setPage(0);
  };
  const { told, progress, cancel, readFile, copyToEdit, takeOut } = useOwnFonts(show);
  useGivenFile("font", readFile);
  const font = fonts.find((one) => one.id === id) ?? fonts[0]!;
  const own = builtInFont(font.id) === undefined;
  const colour = model.display.led?.colour ?? "red";
  return (
    <div className="frames-two fonts-grid">
      <section className="sheet">
        <div className="spread flex-wrap mb-2">
          <SelectField
            label="Font"
            labelled="heard"
            width="auto"
            value={font.id}
            options={fonts.map((one) => [one.id, one.name] as const)}
            onChoose={show}
          />
          <span className="row-line">
            {progress !== undefined && <Progress share={progress} label="Reading the font" onStop={cancel} />}
            <FileButton accept=".bdf" onFile={readFile}>
              BDF
            </FileButton>
            <DownloadButton name={`${font.id}.bdf`} text={() => writeBdf(font)}>
              BDF
            </DownloadButton>
            {own && (
              <Button variant="plain" onClick={() => takeOut(font)}>
                Take out
              </Button>
            )}
          </span>
        </div>
        {told.length > 0 && (
          <ul className="plain-list small severity-fault mb-2" role="alert">
            {told.map(({ line, message }, at) => (
              <li key={at}>
                {line > 0 && `Line ${line}: `}
                {message}.
              </li>
            ))}
          </ul>
        )}
        <p className="small quiet mb-2">
          {font.glyphs.size.toLocaleString("en")} characters, {fontHeight(font)} rows high
          {font.copyright && ` · ${font.copyright}`}
        </p>
        <GlyphPages font={font} code={code} page={page} onCode={setCode} onPage={setPage} />
      </section>
      <GlyphEditor
        key={`${font.id} ${code}`}
        font={font}
        code={code}
        own={own}
        colour={colour}
        onCode={setCode}
        onCopy={() => copyToEdit(font)}
      />
    </div>
  );
}

interface PagesProps {
  readonly font: DotFont;
  readonly code: number;
  readonly page: number;
  readonly onCode: (code: number) => void;
  readonly onPage: (page: number) => void;
}

/** The characters of a font, a page of them at a time. */
function GlyphPages({ font, code, page, onCode, onPage }: PagesProps) {
  const glyphs = glyphsInOrder(font);
  const pages = Math.max(1, Math.ceil(glyphs.length / SHOWN));
  return (
    <>
      <div className="glyph-sheet" role="listbox" aria-label="Characters">
        {glyphs.slice(page * SHOWN, (page + 1) * SHOWN).map((glyph) => (
          <button
            key={glyph.code}
            type="button"
            role="option"
            aria-selected={glyph.code === code}
            aria-label={nameOf(glyph.code)}
            title={nameOf(glyph.code)}
            className={`glyph-cell${glyph.code === code ? " is-chosen" : ""}`}
            onClick={() => onCode(glyph.code)}
          >
            <SmallGlyph bitmap={glyphCell(font, glyph)} />
          </button>
        ))}
      </div>
      {pages > 1 && (
        <div className="row-line mt-2 small">
          <IconButton
            variant="plain"
            icon="bi-chevron-left"
            label="Characters before"
            disabled={page === 0}
            onClick={() => onPage(page - 1)}
          />
          {page + 1} of {pages}
          <IconButton
            variant="plain"
            icon="bi-chevron-right"
            label="More characters"
            disabled={page + 1 >= pages}
            onClick={() => onPage(page + 1)}
          />
        </div>
      )}
    </>
  );
}

/** A character as plain squares, for a page of them. */
function SmallGlyph({ bitmap }: { bitmap: Bitmap }) {
  const dots = [...bitmap.dots].flatMap((dot, at) =>
    dot ? [`M${at % bitmap.width} ${Math.floor(at / bitmap.width)}h.86v.86h-.86z`] : [],
  );
  return (
    <svg viewBox={`0 0 ${bitmap.width} ${bitmap.height}`} height={26} aria-hidden>
      <path d={dots.join("")} fill="currentColor" />
    </svg>
  );
}
