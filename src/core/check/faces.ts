import { gridOf, scannedTitle, pipTitle, type RigModel } from "../address";
import type { PipName } from "../glyph";
import { pipId, type DigitId } from "../rig";
import { frameRows, type FrameRow } from "../sim";
import { decapital, finding, listing, type Finding } from "./finding";

const MOST_TEXTS = 6;
const MOST_PHRASES = 3;

const distinct = (texts: readonly string[]): string[] => [...new Set(texts)];

const quoted = (texts: readonly string[]): string =>
  texts.length > MOST_TEXTS
    ? `${texts.slice(0, MOST_TEXTS).join(", ")} and ${texts.length - MOST_TEXTS} more`
    : listing(texts);

/**
 * Faces that do not come out as they were meant, whatever the reason: kept code, a decoder that has no such character,
 * or wires.
 * @param wiring what was found against the wires: there the cause is looked for
 */
export function checkFaces(model: RigModel, wiring: readonly Finding[]): Finding[] {
  const rows = frameRows(model);
  const wrong = rows.filter(({ faithful }) => !faithful);
  const texts = distinct(wrong.map(({ frame }) => `“${frame.text}”`));
  const kept = model.rig.code.kept !== undefined;
  if (wrong.length === 0)
    return kept
      ? [
          finding({
            id: "kept",
            severity: "note",
            topic: "wiring",
            title: "The code was kept as it was",
            reason:
              "What it puts out is for the wires as they were, and what the show needs still comes out right.",
            remedy: "Move the wires back, or let the table follow the wires.",
          }),
        ]
      : [];
  const all = distinct(rows.map(({ frame }) => frame.text)).length;
  if (kept)
    return [
      finding({
        id: "kept",
        severity: "fault",
        topic: "wiring",
        title: `The code was kept, and ${texts.length} of ${all} texts show wrong`,
        reason: `What it puts out is for the wires as they were. Wrong on the face: ${quoted(texts)}.`,
        remedy: "Move the wires back, or let the table follow the wires.",
      }),
    ];
  const undecoded = wrong.filter((row) => isUndecoded(model, row));
  const byWires = wrong.filter((row) => !undecoded.includes(row));
  return [
    ...(undecoded.length > 0 ? [notDecoded(undecoded, all)] : []),
    ...(byWires.length > 0 ? [misread(model, byWires, all, wiring)] : []),
  ];
}

/** Whether a BCD decoder stands between the program and the segments, and the text holds more than digits. */
function isUndecoded(model: RigModel, { frame }: FrameRow): boolean {
  const decodes = model.encoding.decoders.some(({ unit }) => model.part(unit).kind === "segment-decoder");
  return decodes && frame.cells.some(({ glyph }) => !/^[0-9 ]$/.test(glyph));
}

function notDecoded(rows: readonly FrameRow[], all: number): Finding {
  const texts = distinct(rows.map(({ frame }) => `“${frame.text}”`));
  return finding({
    id: "not-decoded",
    severity: "fault",
    topic: "shapes",
    title: `${texts.length} of ${all} texts cannot be shown through the decoder`,
    reason: `A BCD decoder knows the digits 0 to 9 and nothing else: ${quoted(texts)} come out wrong.`,
    remedy: "Show numbers only, or drive the segments by a register or lines of their own.",
  });
}

/**
 * Faces that show something else than they should. Wires that are known to be wrong are the cause until they are mended;
 * only where there are none is the code to be looked at.
 */
function misread(
  model: RigModel,
  rows: readonly FrameRow[],
  all: number,
  wiring: readonly Finding[],
): Finding {
  const texts = distinct(rows.map(({ frame }) => `“${frame.text}”`));
  const causes = wiring.filter(({ severity }) => severity === "fault");
  const unknown = rows.every((row) => row.unknown);
  const [first] = rows;
  const reads = unknown
    ? "What the face shows cannot be predicted."
    : gridOf(model)
      ? "The picture on the dots is another."
      : `Where “${first!.frame.text}” is meant, the face reads “${first!.text}”.`;
  const phrases = unknown ? [] : differences(model, rows);
  const [cause] = causes;
  return finding({
    id: "misread",
    severity: "fault",
    topic: cause?.topic ?? "wiring",
    title: `${texts.length === all ? "No text is" : `${texts.length} of ${all} texts are not`} shown correctly: ${quoted(texts)}`,
    reason: [
      reads,
      phrases.length > 0 ? `${phrases.slice(0, MOST_PHRASES).join("; ")}.` : "",
      cause ? `The cause: ${decapital(cause.title)}.` : "",
    ]
      .filter(Boolean)
      .join(" "),
    remedy: cause
      ? cause.remedy
      : "Follow the trail of a segment that is wrong, from the display to the controller, and compare each wire with the list.",
    legs: cause?.legs ?? [],
    pips: cause?.pips ?? [],
  });
}

/** What is different on the face, in words: digits and segments that stay dark, and those that light where they should not. */
function differences(model: RigModel, rows: readonly FrameRow[]): string[] {
  const dark: string[] = [];
  const stray: string[] = [];
  model.digits.forEach((id, at) => {
    const wanted = rows.map((row) => row.wanted[at] ?? []);
    const shown = rows.map((row) => row.shown[at] ?? []);
    const asked = union(wanted);
    const missing = asked.filter((name) =>
      wanted.every((here, row) => !here.includes(name) || !shown[row]!.includes(name)),
    );
    const extra = union(shown).filter((name) =>
      shown.some((here, row) => here.includes(name) && !wanted[row]!.includes(name)),
    );
    if (asked.length > 1 && missing.length === asked.length)
      dark.push(`${scannedTitle(model, id.unit, id.digit)} stays dark`);
    else if (missing.length > 0)
      dark.push(`${named(model, id, missing)} ${missing.length > 1 ? "stay" : "stays"} dark`);
    if (extra.length > 0)
      stray.push(
        `${named(model, id, extra)} ${extra.length > 1 ? "light" : "lights"} where it should be dark`,
      );
  });
  return [...dark, ...stray].map((phrase, at) =>
    at === 0 ? phrase.charAt(0).toUpperCase() + phrase.slice(1) : phrase,
  );
}

const union = (lists: ReadonlyArray<readonly PipName[]>): PipName[] => [...new Set(lists.flat())];

const named = (model: RigModel, { unit, digit }: DigitId, names: readonly PipName[]): string =>
  names.length > 4
    ? `${names.length} LEDs of ${scannedTitle(model, unit, digit)}`
    : listing(names.map((name) => pipTitle(model, pipId(unit, digit, name))));
