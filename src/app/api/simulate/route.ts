import { gridOf, modelOf } from "@/core/address";
import { checkRig } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { linesShown, recordFace } from "@/core/sim";
import { TOO_LARGE, bodyText, refuse } from "../rig-request";

/** Longest run, in s of simulated time: enough for a show, and done in a moment. */
const LONGEST = 120;

/**
 * A rig document and a duration in seconds in; what the face shows out, from change to change: the text that reads,
 * and for every LED its average current in mA and its brightness against a steady 10 mA.
 */
export async function POST(request: Request): Promise<Response> {
  const text = await bodyText(request);
  if (text === undefined) return refuse(413, TOO_LARGE);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return refuse(400, 'The body is not JSON. Send { "rig": …, "seconds": … }.');
  }
  if (typeof body !== "object" || body === null || !("rig" in body) || !("seconds" in body))
    return refuse(422, "The body needs a rig document as “rig” and a duration in seconds as “seconds”.");
  const { seconds } = body;
  if (typeof seconds !== "number" || !(seconds > 0) || seconds > LONGEST)
    return refuse(422, `“seconds” must be a number above 0 and at most ${LONGEST}.`);
  const read = checkRig(body.rig);
  if (!read.ok) return refuse(422, "“rig” is not a rig document that can be used.", read.problems);
  const model = modelOf(read.rig);
  const stretches = recordFace(model, Math.round(seconds * 1e9));
  const dots = gridOf(model) !== undefined;
  return Response.json({
    rig: { id: read.rig.id, name: read.rig.name },
    seconds,
    steady: STEADY,
    changes: stretches.map(({ from, to, text: reads, pips }) => ({
      at: from / 1e9,
      until: to / 1e9,
      text: reads ?? null,
      // Of many dots only those that carry anything are told of.
      leds: pips
        .filter(({ current }) => !dots || current > 0)
        .map(({ pip, current }) => ({
          led: pip,
          milliamps: Number(current.toPrecision(6)),
          brightness: Number((current / STEADY).toPrecision(6)),
        })),
    })),
    ...(dots
      ? {
          lines: linesShown(model, stretches).map(({ from, to, text: line, moved }) => ({
            at: from / 1e9,
            until: to / 1e9,
            text: line,
            moved,
          })),
        }
      : {}),
  });
}
