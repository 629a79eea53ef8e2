import { modelOf } from "@/core/address";
import { parseJson } from "@/core/document";
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
import { openCapture } from "../capture-file";
import { json, refusal, type Answer, type Question } from "../question";
import { isAnswer, numberIn } from "./rig";

/** Writes, and faces, that are answered at once. */
const USUAL_WRITES = 1000;
const USUAL_FACES = 2000;

/**
 * Multipart in: `rig` (a rig document), `capture` (VCD or CSV), and if wanted `mapping` (JSON, line → signal by name or
 * place) and `began` (`power-up` or `running`; guessed without). Out: the mapping, the writes, the rules of the bus that
 * were broken, differences from the rig's own program, and the text on the face over time. Moments are in seconds. Of
 * many writes `from` and `writes` say which; `faces` how many faces.
 */
export async function answerDecode({ parts, capture: path, query }: Question): Promise<Answer> {
  if (path === undefined) return refusal(422, "There is no part “capture” with a file in it.");
  if (parts.rig === undefined) return refusal(422, "There is no part “rig” with a rig document in it.");
  const writes = numberIn(query, "writes", USUAL_WRITES, 0, 1e6);
  if (isAnswer(writes)) return writes;
  const faces = numberIn(query, "faces", USUAL_FACES, 0, 1e6);
  if (isAnswer(faces)) return faces;
  const from = numberIn(query, "from", 0, 0, 1e9);
  if (isAnswer(from)) return from;
  const read = readRig(parts.rig);
  if (!read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const capture = await openCapture(path);
  const surveyed = await surveyCapture(capture);
  if (!surveyed.ok) return refusal(422, `“capture” cannot be read. ${surveyed.message}`);
  const { survey } = surveyed;
  const guesses = guessMapping(wantedLines(modelOf(read.rig)), survey);
  const given = mappingFrom(parts.mapping, survey.signals, guesses);
  if (typeof given === "string") return refusal(422, given);
  const { began } = parts;
  if (began !== undefined && began !== "power-up" && began !== "running")
    return refusal(422, "“began” is power-up or running; leave it out to have it guessed.");
  try {
    const { decoded, differences, breaches, guessed } = await inspectCapture(read.rig, capture, given, {
      began,
    });
    return json({
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
      writes: decoded.writes
        .slice(from, from + writes)
        .map(({ from: began, at, units, bytes, kind, says }) => ({
          from: began / 1e9,
          at: at / 1e9,
          chips: units,
          kind,
          bytes: bytes.map((byte) => (byte < 0 ? null : byte)),
          says: says.map(({ title, says: what }) => `${title}: ${what}`),
        })),
      writesInAll: decoded.count,
      writesKept: decoded.writes.length,
      findings: breaches.map(({ rule, says, at, count }) => ({ rule, says, at: at / 1e9, count })),
      differences: differences.map(({ at, ...rest }) => ({
        ...rest,
        at: at === undefined ? null : at / 1e9,
      })),
      facesInAll: decoded.faces.length,
      faces: decoded.faces.slice(0, faces).map(({ at, text, digits }) => ({
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
    if (problem instanceof CaptureProblem)
      return refusal(422, `“capture” cannot be read. ${problem.message}`);
    throw problem;
  }
}

/** The mapping asked for, on top of what is guessed; or why it cannot be used. */
function mappingFrom(
  given: string | undefined,
  signals: ReadonlyArray<{ readonly index: number; readonly name: string }>,
  guesses: readonly Guess[],
): Mapping | string {
  const mapping: Record<string, number> = Object.fromEntries(
    guesses.flatMap(({ line, signal }) => (signal === undefined ? [] : [[line, signal]])),
  );
  if (given === undefined) return mapping;
  const parsed = parseJson(given, 2);
  if (!parsed.ok) return "“mapping” is not JSON. Send an object from lines to signals.";
  const asked = parsed.value;
  if (typeof asked !== "object" || asked === null || Array.isArray(asked))
    return "“mapping” is not an object from lines to signals.";
  for (const [line, signal] of Object.entries(asked)) {
    if (!guesses.some((guess) => guess.line === line))
      return `“mapping” names line ${line.slice(0, 40)}; this rig uses ${guesses.map((guess) => guess.line).join(", ")}.`;
    const found =
      typeof signal === "number"
        ? signals[signal]
        : signals.find(
            ({ name }) => typeof signal === "string" && (name === signal || name.endsWith(`.${signal}`)),
          );
    if (!found)
      return `“mapping” names signal ${JSON.stringify(signal).slice(0, 80)}, which is not in the capture.`;
    mapping[line] = found.index;
  }
  return mapping;
}
