import type { Cell, MarkName } from "../glyph";
import type { Live, Show } from "../rig";
import type { Frame } from "./frame";
import { layTemplate, templateProblem } from "./template";

/** A number of a field as it is shown: the same digit at all its places. */
const filled = (cells: readonly Cell[], places: ReadonlySet<number>, digit: string): Cell[] =>
  cells.map((cell, at) => (places.has(at) ? { ...cell, glyph: digit } : cell));

/**
 * Faces that stand for all a live rig may show: each of its templates with every digit at every place of its values. What
 * is asked of faces, whether they can be read, how bright they are, what they take at most, is asked of these.
 */
export function liveFaces(
  live: Live,
  digits: number,
  show: Pick<Show, "align">,
  marks: readonly MarkName[],
): Frame[] {
  const found = new Map<string, Frame>();
  for (const { shows } of live.faces) {
    if (templateProblem(shows, live.values)) continue;
    const { cells, fields, tight } = layTemplate(shows, live, digits, show, marks);
    const places = new Set(
      fields.flatMap(({ first, width }) => Array.from({ length: width }, (_, at) => first + at)),
    );
    for (const digit of "8012345679") {
      const own = filled(cells, places, digit);
      const text = own
        .map(({ glyph, point }) => glyph + (point ? "." : ""))
        .join("")
        .trim();
      if (!found.has(text)) found.set(text, { text, cells: own, cut: tight && fields.length === 0 });
    }
  }
  return [...found.values()];
}
