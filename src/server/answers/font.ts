import { bitmapRows, readBdf } from "@/core/dots";
import { json, refusal, type Answer, type Question } from "../question";

/**
 * The text of a BDF font in; out what it holds, character by character with rows of dots, and what was left out. A font
 * that cannot be used is refused with the line.
 */
export function answerFont({ text }: Question): Answer {
  const read = readBdf(text);
  if (!read.ok)
    return refusal(
      422,
      "The body is no BDF font that can be used.",
      read.problems.map(({ line, message }) => ({ path: line > 0 ? `line ${line}` : "file", message })),
    );
  const { font, counts, skipped } = read;
  return json({
    name: font.name,
    ascent: font.ascent,
    descent: font.descent,
    ...(font.copyright ? { copyright: font.copyright } : {}),
    characters: font.glyphs.size,
    counts,
    skipped: skipped.map(({ line, message }) => ({ line, message })),
    glyphs: [...font.glyphs.values()].map(({ code, bitmap, x, y, advance }) => ({
      code,
      width: bitmap.width,
      height: bitmap.height,
      x,
      y,
      advance,
      rows: bitmapRows(bitmap),
    })),
  });
}
