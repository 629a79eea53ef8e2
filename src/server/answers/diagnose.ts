import { gridOf, modelOf } from "@/core/address";
import { FaultSearch, type Pattern, type Seen } from "@/core/bench";
import { parseJson } from "@/core/document";
import { SEGMENTS, type PipName } from "@/core/glyph";
import { LIMITS, checkRig } from "@/core/rig";
import { json, refusal, type Answer, type Question } from "../question";

/**
 * A rig document and what was seen on the table in: for patterns of the rig, the LEDs that were lit, digit by digit; what
 * may be wrong out, the likeliest first, and the pattern to look at next.
 */
export function answerDiagnose({ text }: Question): Answer {
  const parsed = parseJson(text, LIMITS.depth + 1);
  if (!parsed.ok)
    return refusal(400, 'The body is not JSON. Send { "rig": …, "seen": […] }.', [
      { path: parsed.path, message: parsed.message },
    ]);
  const body = parsed.value;
  if (typeof body !== "object" || body === null || !("rig" in body))
    return refusal(422, "The body needs a rig document as “rig”, and what was seen as “seen”.");
  const read = checkRig(body.rig);
  if (!read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const model = modelOf(read.rig);
  if (gridOf(model))
    return refusal(422, "Faults are searched for on digits; this rig has a display of dots.");
  const search = new FaultSearch(read.rig);
  const seen = seenIn("seen" in body ? body.seen : [], search.patterns);
  if (!Array.isArray(seen)) return seen;
  const { candidates, next } = search.diagnose(seen);
  return json({
    rig: { id: read.rig.id, name: read.rig.name },
    tried: search.faults.length,
    candidates: candidates.map((one) => ({ ...one, likely: Number(one.likely.toPrecision(4)) })),
    next: next ? told(next) : null,
    patterns: search.patterns.map(told),
  });
}

/** A pattern, and what is lit where nothing is wrong. */
const told = ({ id, says, asked }: Pattern) => ({ pattern: id, says, lit: asked });

/** What was seen, if it is of this rig's patterns and digits. */
function seenIn(given: unknown, patterns: readonly Pattern[]): Seen[] | Answer {
  const wrong = (path: string, message: string) =>
    refusal(422, "“seen” cannot be used.", [{ path, message }]);
  if (!Array.isArray(given) || given.length > patterns.length)
    return wrong("seen", `is a list of at most ${patterns.length} patterns with what was lit of each`);
  const seen: Seen[] = [];
  for (const [nth, one] of (given as readonly unknown[]).entries()) {
    const path = `seen[${nth}]`;
    const { pattern, lit } = (typeof one === "object" && one !== null ? one : {}) as Record<string, unknown>;
    const known = patterns.find(({ id }) => id === pattern);
    if (!known)
      return wrong(`${path}.pattern`, "is none of this rig's patterns: send no “seen” to be told them");
    if (seen.some((before) => before.pattern === known.id))
      return wrong(`${path}.pattern`, "was there before");
    if (!Array.isArray(lit) || lit.length !== known.asked.length)
      return wrong(
        `${path}.lit`,
        `is a list with the lit segments of each of the ${known.asked.length} digits`,
      );
    if (!lit.every(isLit))
      return wrong(`${path}.lit`, `names segments: ${SEGMENTS.join(", ")}, each once, as in ["a", "b"]`);
    seen.push({ pattern: known.id, lit });
  }
  return seen;
}

const isLit = (digit: unknown): digit is readonly PipName[] =>
  Array.isArray(digit) &&
  digit.length <= SEGMENTS.length &&
  digit.every((one) => (SEGMENTS as readonly unknown[]).includes(one));
