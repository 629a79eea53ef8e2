import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
  BDF_LIMITS,
  blankBitmap,
  builtInFont,
  fontHeight,
  glyphCell,
  glyphFrom,
  withGlyph,
  writeBdf,
  type Bitmap,
  type DotFont,
  type FontProblem,
  type FontCounts,
  type ReadFont,
} from "@/core/dots";
import { LIMITS, fontsOf } from "@/core/rig";
import { editSign, refuse, say, useModel } from "@/store";
import {
  SelectField,
  DotDrawing,
  DownloadButton,
  FileButton,
  IconButton,
  PictureFace,
  Progress,
  useJob,
} from "@/ui";

/** Characters of a font that are shown at once. */
const SHOWN = 240;

/** What became of a font file's characters. */
function countsOf({ read, taken, left, repeated }: FontCounts): string {
  const number = (count: number) => count.toLocaleString("en");
  return [
    taken === read ? `${number(taken)} characters` : `${number(taken)} of ${number(read)} characters`,
    ...(left > 0 ? [`${number(left)} left out`] : []),
    ...(repeated > 0 ? [`${number(repeated)} there twice`] : []),
  ].join(", ");
}

/** The fonts there are: looked at, drawn dot by dot, read from BDF files and written as such. */
export function FontsView() {
  const model = useModel();
  const { rig } = model;
  const fonts = fontsOf(rig);
  const [id, setId] = useState("even");
  const [code, setCode] = useState(0x41);
  const [page, setPage] = useState(0);
  const [told, setTold] = useState<readonly FontProblem[]>([]);
  const { run, progress, cancel } = useJob();
  const font = fonts.find((one) => one.id === id) ?? fonts[0]!;
  const own = builtInFont(font.id) === undefined;
  const ownCount = Object.keys(rig.sign?.fonts ?? {}).length;
  const take = (read: ReadFont, fileName: string) => {
    if (!read.ok) return setTold(read.problems);
    setTold(read.skipped);
    const next = freeId(rig.sign?.fonts ?? {});
    const kept = fittingFont({ ...read.font, name: read.font.name || fileName });
    keep(next, kept);
    setId(next);
    setPage(0);
    const [all, some] = [read.font.glyphs.size, kept.glyphs.size];
    say({
      text:
        all === some
          ? `${kept.name} taken in: ${countsOf(read.counts)}`
          : `${kept.name} is larger than a rig keeps: the first ${some.toLocaleString("en")} of its ${all.toLocaleString("en")} characters are taken in, in the order of their codes`,
    });
  };
  const readFile = (file: File) => {
    if (ownCount >= LIMITS.fonts)
      return setTold([{ line: 0, message: `A rig keeps at most ${LIMITS.fonts} fonts: take one out first` }]);
    if (file.size > BDF_LIMITS.bytes)
      return setTold([
        {
          line: 0,
          message: `${file.name} is ${(file.size / 1048576).toFixed(1)} MiB; a font file is at most ${BDF_LIMITS.bytes / 1048576} MiB`,
        },
      ]);
    run(
      (planner): Promise<ReadFont> => planner.font(file, "own"),
      (read) => take(read, file.name),
    );
  };
  const copyToEdit = () => {
    if (ownCount >= LIMITS.fonts)
      return setTold([{ line: 0, message: `A rig keeps at most ${LIMITS.fonts} fonts: take one out first` }]);
    const next = freeId(rig.sign?.fonts ?? {});
    keep(next, { ...font, id: next, name: `${font.name.split(",")[0]}, mine` });
    setId(next);
  };
  const glyphs = sortedGlyphs(font);
  const pages = Math.max(1, Math.ceil(glyphs.length / SHOWN));
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
            onChoose={(chosen) => {
              setId(chosen);
              setPage(0);
            }}
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
              <Button
                variant="plain"
                onClick={() => {
                  const used = rig.sign!.scenes.some(
                    (scene) => scene.kind === "text" && scene.font === font.id,
                  );
                  if (used)
                    return setTold([
                      { line: 0, message: `${font.name} is used by a text: give that another font first` },
                    ]);
                  editSign((sign) => {
                    const { [font.id]: _, ...rest } = sign.fonts;
                    return { ...sign, fonts: rest };
                  });
                  setId("even");
                }}
              >
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
              onClick={() => setCode(glyph.code)}
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
              onClick={() => setPage(page - 1)}
            />
            {page + 1} of {pages}
            <IconButton
              variant="plain"
              icon="bi-chevron-right"
              label="More characters"
              disabled={page + 1 >= pages}
              onClick={() => setPage(page + 1)}
            />
          </div>
        )}
      </section>
      <GlyphEditor
        key={`${font.id} ${code}`}
        font={font}
        code={code}
        own={own}
        colour={colour}
        onCode={setCode}
        onCopy={copyToEdit}
      />
    </div>
  );
}

const sortedGlyphs = (font: DotFont) => [...font.glyphs.values()].sort((one, other) => one.code - other.code);

const nameOf = (code: number): string =>
  `${String.fromCodePoint(code)} U+${code.toString(16).toUpperCase().padStart(4, "0")}`;

const freeId = (fonts: Readonly<Record<string, string>>): string => {
  for (let at = 1; ; at += 1) if (!(`own-${at}` in fonts)) return `own-${at}`;
};

/** The font, or as many of its first characters as a rig keeps. */
function fittingFont(font: DotFont): DotFont {
  let kept = font;
  for (let size = writeBdf(kept).length; size > LIMITS.fontBytes; size = writeBdf(kept).length) {
    const count = Math.floor(kept.glyphs.size * (LIMITS.fontBytes / size) * 0.98);
    kept = {
      ...font,
      glyphs: new Map(
        sortedGlyphs(kept)
          .slice(0, count)
          .map((glyph) => [glyph.code, glyph]),
      ),
    };
  }
  return kept;
}

/** Keeps a font of one's own in the rig. */
function keep(id: string, font: DotFont): void {
  const text = writeBdf(font);
  if (text.length > LIMITS.fontBytes)
    return refuse(
      `${font.name} was not kept`,
      `It takes ${(text.length / 1048576).toFixed(1)} MiB as a file, and a rig keeps at most ${LIMITS.fontBytes / 1048576} MiB.`,
    );
  editSign((sign) => ({ ...sign, fonts: { ...sign.fonts, [id]: text } }));
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

interface EditorProps {
  readonly font: DotFont;
  readonly code: number;
  readonly own: boolean;
  readonly colour: Parameters<typeof PictureFace>[0]["colour"];
  readonly onCode: (code: number) => void;
  readonly onCopy: () => void;
}

/** One character, drawn dot by dot. */
function GlyphEditor({ font, code, own, colour, onCode, onCopy }: EditorProps) {
  const glyph = font.glyphs.get(code);
  const cell = useMemo(
    () => (glyph ? glyphCell(font, glyph) : blankBitmap(5, fontHeight(font))),
    [font, glyph],
  );
  // One column parts letters; what more there is blank at the right belongs to the character.
  const free = glyph ? glyph.advance - (glyph.x + glyph.bitmap.width) : 1;
  const spacing = Math.max(0, Math.min(1, free));
  const width = Math.max(1, glyph ? glyph.advance - spacing : 5);
  const shown: Bitmap = { ...cell, ...resized(cell, Math.max(width, 1)) };
  const set = (bitmap: Bitmap) =>
    keep(font.id, withGlyph(font, code, glyphFrom(code, bitmap, font.ascent, spacing)));
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
          <Button size="sm" variant="plain" onClick={() => set(resizedBitmap(shown, shown.width + 1))}>
            One column more
          </Button>
          <Button
            size="sm"
            variant="plain"
            disabled={shown.width <= 1}
            onClick={() => set(resizedBitmap(shown, shown.width - 1))}
          >
            One less
          </Button>
          {glyph && (
            <Button size="sm" variant="plain" onClick={() => keep(font.id, withGlyph(font, code, undefined))}>
              Take it out
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

const resizedBitmap = (bitmap: Bitmap, width: number): Bitmap => ({ ...bitmap, ...resized(bitmap, width) });

/** A cell with columns added or taken off at its right. */
function resized(bitmap: Bitmap, width: number): Pick<Bitmap, "width" | "dots"> {
  const dots = new Uint8Array(width * bitmap.height);
  for (let y = 0; y < bitmap.height; y += 1)
    for (let x = 0; x < Math.min(width, bitmap.width); x += 1)
      dots[y * width + x] = bitmap.dots[y * bitmap.width + x]!;
  return { width, dots };
}
