import { modelOf } from "@/core/address";
import { readRig } from "@/core/rig";
import {
  CaptureProblem,
  inspectCapture,
  guessMapping,
  surveyCapture,
  wantedLines,
  type Guess,
  type Mapping,
} from "@/core/trace";
import { refuse } from "../rig-request";

/** Largest body a capture may come in, in bytes. */
const MOST_BYTES = 256 * 1024 * 1024;

/**
 * Multipart in: `rig` (a rig document), `capture` (VCD or CSV), and if wanted `mapping` (JSON, line → signal by name or
 * place) and `began` (`power-up` or `running`; guessed without). Out: the mapping, the writes, the rules of the bus that were broken, differences from the rig's own program,
 * and the text on the face over time. Moments are in seconds.
 */
export async function POST(request: Request): Promise<Response> {
  if (Number(request.headers.get("content-length") ?? 0) > MOST_BYTES)
    return refuse(413, "The body is over 256 MiB. Cut the capture to the part that matters.");
  let form: FormData;
  try {
    form = await request.formData();
  } catch {
    return refuse(400, "The body is not multipart/form-data with the parts “rig” and “capture”.");
  }
  const capture = form.get("capture");
  const document = form.get("rig");
  if (!(capture instanceof Blob)) return refuse(422, "There is no part “capture” with a file in it.");
  if (document === null) return refuse(422, "There is no part “rig” with a rig document in it.");
  const read = readRig(typeof document === "string" ? document : await document.text());
  if (!read.ok) return refuse(422, "“rig” is not a rig document that can be used.", read.problems);
  const surveyed = await surveyCapture(capture);
  if (!surveyed.ok) return refuse(422, `“capture” cannot be read. ${surveyed.message}`);
  const { survey } = surveyed;
  const guesses = guessMapping(wantedLines(modelOf(read.rig)), survey);
  const given = mappingFrom(form.get("mapping"), survey.signals, guesses);
  if (typeof given === "string") return refuse(422, given);
  const began = form.get("began") ?? undefined;
  if (began !== undefined && began !== "power-up" && began !== "running")
    return refuse(422, "“began” is power-up or running; leave it out to have it guessed.");
  try {
    const { decoded, differences, breaches, guessed } = await inspectCapture(read.rig, capture, given, {
      began,
    });
    return Response.json({
      rig: { id: read.rig.id, name: read.rig.name },
      capture: {
        format: survey.format,
        signals: survey.signals.length,
        seconds: survey.to / 1e9,
        remarks: survey.remarks,
        assumed: survey.assumed,
        began: decoded.began,
        beganGuessed: guessed,
      },
      mapping: guesses.map(({ line, sure, why }) => {
        const signal = given[line];
        return {
          line,
          signal: signal === undefined ? null : (survey.signals[signal]?.name ?? null),
          sure,
          why,
        };
      }),
      writes: decoded.writes.map(({ from, at, units, bytes, kind, says }) => ({
        from: from / 1e9,
        at: at / 1e9,
        chips: units,
        kind,
        bytes: bytes.map((byte) => (byte < 0 ? null : byte)),
        says: says.map(({ title, says: what }) => `${title}: ${what}`),
      })),
      writesInAll: decoded.count,
      findings: breaches.map(({ rule, says, at, count }) => ({ rule, says, at: at / 1e9, count })),
      differences: differences.map(({ at, ...rest }) => ({
        ...rest,
        at: at === undefined ? null : at / 1e9,
      })),
      faces: decoded.faces.map(({ at, text, digits }) => ({
        at: at / 1e9,
        text,
        unknown: digits.some(({ unknown }) => unknown !== ""),
      })),
      lines: decoded.lines.map(({ from, to, text, moved, sure }) => ({
        from: from / 1e9,
        to: to / 1e9,
        text,
        moved,
        sure,
      })),
    });
  } catch (problem) {
    if (problem instanceof CaptureProblem) return refuse(422, `“capture” cannot be read. ${problem.message}`);
    throw problem;
  }
}

/** The mapping asked for, on top of what is guessed; or why it cannot be used. */
function mappingFrom(
  given: FormDataEntryValue | null,
  signals: ReadonlyArray<{ readonly index: number; readonly name: string }>,
  guesses: readonly Guess[],
): Mapping | string {
  const mapping: Record<string, number> = Object.fromEntries(
    guesses.flatMap(({ line, signal }) => (signal === undefined ? [] : [[line, signal]])),
  );
  if (given === null) return mapping;
  let asked: unknown;
  try {
    asked = JSON.parse(typeof given === "string" ? given : "");
  } catch {
    return "“mapping” is not JSON. Send an object from lines to signals.";
  }
  if (typeof asked !== "object" || asked === null || Array.isArray(asked))
    return "“mapping” is not an object from lines to signals.";
  for (const [line, signal] of Object.entries(asked)) {
    if (!guesses.some((guess) => guess.line === line))
      return `“mapping” names line ${line}; this rig uses ${guesses.map((guess) => guess.line).join(", ")}.`;
    const found =
      typeof signal === "number"
        ? signals[signal]
        : signals.find(({ name }) => name === signal || name.endsWith(`.${String(signal)}`));
    if (!found) return `“mapping” names signal ${String(signal)}, which is not in the capture.`;
    mapping[line] = found.index;
  }
  return mapping;
}
