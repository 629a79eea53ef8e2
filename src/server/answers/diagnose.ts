import { gridOf, modelOf } from "@/core/address";
import {
  FaultSearch,
  type Evidence,
  type NextTest,
  type Pattern,
  type Probed,
  type Seen,
} from "@/core/bench";
import { parseJson } from "@/core/document";
import { SEGMENTS, type PipName } from "@/core/glyph";
import { BENCH_LIMITS, LIMITS, checkRig } from "@/core/rig";
import { json, refusal, type Answer, type Question } from "../question";

/**
 * A rig document and what is known of it on the table in: of patterns of the rig, the LEDs that were lit, digit by digit;
 * volts at legs; what a capture said. What may be wrong out, the likeliest first, and what to try next.
 */
export function answerDiagnose({ text }: Question): Answer {
  const parsed = parseJson(text, LIMITS.depth + 1);
  if (!parsed.ok)
    return refusal(400, 'The body is not JSON. Send { "rig": …, "seen": […], "measured": […] }.', [
      { path: parsed.path, message: parsed.message },
    ]);
  const body = parsed.value;
  if (typeof body !== "object" || body === null || !("rig" in body))
    return refusal(
      422,
      "The body needs a rig document as “rig”, and what is known as “seen”, “measured” and “sent”.",
    );
  const read = checkRig(body.rig);
  if (!read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const model = modelOf(read.rig);
  if (gridOf(model)) return refusal(422, "The fault search works on digits; this rig has a display of dots.");
  const search = new FaultSearch(read.rig);
  const evidence = evidenceIn(body, search);
  if ("problem" in evidence)
    return refusal(422, `“${evidence.problem.path.split(/[[.]/)[0]}” cannot be used.`, [evidence.problem]);
  const { candidates, next, tried } = search.diagnose(evidence);
  return json({
    rig: { id: read.rig.id, name: read.rig.name },
    tried,
    candidates: candidates.map((one) => ({ ...one, likely: Number(one.likely.toPrecision(4)) })),
    next: next ? toldNext(next) : null,
    patterns: search.patterns.map(told),
    probes: search.probes.map(({ hold, leg, says }) => ({ held: hold.id, leg, says })),
  });
}

/** A pattern, and what is lit where nothing is wrong. */
const told = ({ id, says, asked }: Pattern) => ({ pattern: id, says, lit: asked });

const toldNext = (next: NextTest) =>
  next.kind === "look"
    ? told(next.pattern)
    : { held: next.probe.hold.id, leg: next.probe.leg, says: next.probe.says };

interface Refused {
  readonly problem: { readonly path: string; readonly message: string };
}
const wrong = (path: string, message: string): Refused => ({ problem: { path, message } });

function evidenceIn(body: object, search: FaultSearch): Evidence | Refused {
  const { seen: saw, measured: meter, sent } = body as Record<string, unknown>;
  const seen = seenIn(saw ?? [], search.patterns);
  if (!Array.isArray(seen)) return seen as Refused;
  const measured = measuredIn(meter ?? [], search);
  if (!Array.isArray(measured)) return measured as Refused;
  if (sent !== undefined && sent !== "right" && sent !== "wrong")
    return wrong("sent", "is “right” or “wrong”: what a capture of the lines said of the code");
  return { seen, measured, ...(sent ? { sent } : {}) };
}

/** What was seen, if it is of this rig's patterns and digits. */
function seenIn(given: unknown, patterns: readonly Pattern[]): Seen[] | Refused {
  if (!Array.isArray(given) || given.length > patterns.length)
    return wrong("seen", `is a list of at most ${patterns.length} patterns with what was lit of each`);
  const seen: Seen[] = [];
  for (const [nth, one] of (given as readonly unknown[]).entries()) {
    const path = `seen[${nth}]`;
    const { pattern, lit, dim, bright } = asRecord(one);
    const known = patterns.find(({ id }) => id === pattern);
    if (!known)
      return wrong(`${path}.pattern`, "is none of this rig's patterns: send no “seen” to be told them");
    if (seen.some((before) => before.pattern === known.id))
      return wrong(`${path}.pattern`, "was there before");
    for (const [name, leds] of Object.entries({ lit, dim, bright })) {
      if (leds === undefined && name !== "lit") continue;
      if (!Array.isArray(leds) || leds.length !== known.asked.length)
        return wrong(
          `${path}.${name}`,
          `is a list with the ${name} segments of each of the ${known.asked.length} digits`,
        );
      if (!leds.every(areSegments))
        return wrong(
          `${path}.${name}`,
          `names segments: ${SEGMENTS.join(", ")}, each once, as in ["a", "b"]`,
        );
    }
    seen.push({ pattern: known.id, lit, dim, bright } as Seen);
  }
  return seen;
}

/** What was measured, if something is foretold there. */
function measuredIn(given: unknown, { probes }: FaultSearch): Probed[] | Refused {
  if (!Array.isArray(given) || given.length > probes.length)
    return wrong("measured", `is a list of at most ${probes.length} volts at legs`);
  const measured: Probed[] = [];
  for (const [nth, one] of (given as readonly unknown[]).entries()) {
    const path = `measured[${nth}]`;
    const { held, leg, volts } = asRecord(one);
    const probe = probes.find((known) => known.hold.id === held && known.leg === leg);
    if (!probe)
      return wrong(path, "is at none of the places where something is foretold: send none to be told them");
    const [least, most] = BENCH_LIMITS.volts;
    if (typeof volts !== "number" || !(volts >= least && volts <= most))
      return wrong(`${path}.volts`, `is a number of volts from ${least} to ${most}`);
    measured.push({ held: probe.hold.id, leg: probe.leg, volts });
  }
  return measured;
}

const asRecord = (value: unknown): Record<string, unknown> =>
  (typeof value === "object" && value !== null ? value : {}) as Record<string, unknown>;

const areSegments = (digit: unknown): digit is readonly PipName[] =>
  Array.isArray(digit) &&
  digit.length <= SEGMENTS.length &&
  digit.every((one) => (SEGMENTS as readonly unknown[]).includes(one));
