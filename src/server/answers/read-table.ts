import { modelOf } from "@/core/address";
import { parseJson } from "@/core/document";
import { LIMITS, checkRig } from "@/core/rig";
import {
  againstRig,
  bytesOnRig,
  fitDigits,
  guessLayouts,
  picturesIn,
  playWrites,
  readTable,
  tableBytes,
  type ByteTable,
  type DigitsFit,
} from "@/core/tables";
import { json, refusal, type Answer, type Question } from "../question";

/** Layouts that are told of, and pictures of the likeliest. */
const MOST_LAYOUTS = 6;
const MOST_PICTURES = 128;
/** Entries whose light is worked out. */
const MOST_SHOWN = 256;

const EXAMPLE = '{ "text": "{0x3F, 0x06, …}", "rig": … }';

/**
 * Source text with a byte table in; what the table was made for out, and with a rig what it shows on it. With
 * `as=writes` the text is a list of writes that is played into the rig's chips.
 */
export function answerReadTable({ text: asked, query }: Question): Answer {
  const parsed = parseJson(asked, LIMITS.depth + 1);
  if (!parsed.ok)
    return refusal(400, `The body is not JSON. Send ${EXAMPLE}.`, [
      { path: parsed.path, message: parsed.message },
    ]);
  const body = parsed.value as { text?: unknown; rig?: unknown } | null;
  if (typeof body !== "object" || body === null || typeof body.text !== "string")
    return refusal(
      422,
      "The body needs the source text of the table as “text”, and may have a rig document as “rig”.",
    );
  const { text } = body;
  const read = body.rig === undefined ? undefined : checkRig(body.rig);
  if (read && !read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const model = read && modelOf(read.rig);
  const as = query.as ?? "table";
  if (as !== "table" && as !== "writes")
    return refusal(422, `“as” is “${as.slice(0, 40)}”; it is table or writes.`);
  if (as === "writes") {
    if (!model) return refusal(422, "A list of writes is played into a rig: send it as “rig”.");
    const played = playWrites(model, text);
    return played.ok ? json({ chip: played.chip, writes: played.writes }) : refusal(422, played.message);
  }
  const table = readTable(text);
  if (!table.ok) return refusal(422, table.message);
  const fit = fitDigits(table.table);
  return json({
    name: table.table.name ?? null,
    values: table.table.entries.map(({ value }) => value),
    digits: fit ? digitsOf(table.table, fit) : null,
    dots: dotsOf(table.table),
    onRig: model
      ? {
          shown:
            bytesOnRig(
              model,
              table.table.entries.slice(0, MOST_SHOWN).map(({ value }) => value),
            )?.map(({ value, lit, reads }) => ({ value, lit, reads })) ?? null,
          against: fit ? (againstRig(model, fit) ?? null) : null,
        }
      : null,
  });
}

/** From bit 0 on the segment of each bit; what lights; the odd entries. */
const digitsOf = ({ entries }: ByteTable, fit: DigitsFit) => ({
  sequence: fit.sequence,
  order: fit.order.map((segment) => segment ?? null),
  lights: fit.lights,
  sure: Number(fit.sure.toFixed(3)),
  alike: fit.alike,
  variants: fit.variants,
  idle: fit.idle.map(({ bit, value }) => ({ bit, value: value ?? null })),
  entries: fit.shapes.map((segments, at) => ({
    value: entries[at]!.value,
    glyph: fit.glyphs[at] ?? null,
    segments,
  })),
  wrong: fit.wrong,
});

const dotsOf = (table: ByteTable) => {
  const bytes = tableBytes(table);
  const layouts = guessLayouts(bytes, table.rows).slice(0, MOST_LAYOUTS);
  const [first] = layouts;
  return {
    layouts: layouts.map(({ layout, score }) => ({ ...layout, score: Number(score.toFixed(3)) })),
    pictures: first
      ? picturesIn(bytes, first.layout)
          .slice(0, MOST_PICTURES)
          .map(({ width, height, dots }) =>
            Array.from({ length: height }, (_, y) =>
              [...dots.subarray(y * width, (y + 1) * width)].map((dot) => (dot ? "#" : ".")).join(""),
            ),
          )
      : [],
  };
};
