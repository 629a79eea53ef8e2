import { gridOf, modelOf, type RigModel } from "@/core/address";
import { parseJson } from "@/core/document";
import { LIMITS, checkRig, checkTapeItems, reactingOf, type TapeItem } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { linesShown, playTape, recordFace, type FaceStretch, type LiveStretch } from "@/core/sim";
import { json, refusal, type Answer, type Question } from "../question";
import { choiceIn, isAnswer } from "./rig";

/** Longest run, in s of simulated time. */
const LONGEST = 120;
/** ms a face of dots stands for what reads on it to be told of: shorter ones are steps of a text that runs. */
const STANDS = 300;

/** What can be asked of a run: changes of the face, the text of each, the light of every LED, the lines of a sign. */
const PARTS = ["changes", "texts", "leds", "lines"] as const;
/** Of a display of dots the light of every LED is told only if it is asked for: it is megabytes. */
const USUAL_OF_DOTS = ["changes", "texts", "lines"] as const;

/**
 * A rig document and a duration in seconds in; what the face shows out, from change to change: the text that reads, and
 * for every LED its average current in mA and its brightness against a steady 10 mA.
 */
export function answerSimulate({ text, query }: Question): Answer {
  const parsed = parseJson(text, LIMITS.depth + 1);
  if (!parsed.ok)
    return refusal(400, 'The body is not JSON. Send { "rig": …, "seconds": … }.', [
      { path: parsed.path, message: parsed.message },
    ]);
  const body = parsed.value;
  if (typeof body !== "object" || body === null || !("rig" in body) || !("seconds" in body))
    return refusal(422, "The body needs a rig document as “rig” and a duration in seconds as “seconds”.");
  const { seconds } = body;
  if (typeof seconds !== "number" || !(seconds > 0) || seconds > LONGEST)
    return refusal(422, `“seconds” must be a number above 0 and at most ${LONGEST}.`);
  const read = checkRig(body.rig);
  if (!read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const inputs = inputsOf(body);
  if (isAnswer(inputs)) return inputs;
  const model = modelOf(read.rig);
  const dots = gridOf(model) !== undefined;
  const parts = choiceIn(query, PARTS, dots ? USUAL_OF_DOTS : PARTS);
  if (isAnswer(parts)) return parts;
  const duration = Math.round(seconds * 1e9);
  const stretches = recordFace(model, duration, inputs);
  const isRead = ({ from, to }: FaceStretch) => !dots || (to - from) / 1e6 >= STANDS;
  return json({
    rig: { id: read.rig.id, name: read.rig.name },
    seconds,
    steady: STEADY,
    leftOut: PARTS.filter((part) => !parts.has(part)),
    changes: parts.has("changes")
      ? stretches.map((stretch) => ({
          at: stretch.from / 1e9,
          until: stretch.to / 1e9,
          text: parts.has("texts") && isRead(stretch) ? (stretch.text ?? null) : null,
          ...(parts.has("leds") ? { leds: lightOf(stretch, dots) } : {}),
        }))
      : undefined,
    ...(reactingOf(read.rig) ? reactions(model, inputs, duration) : {}),
    lines:
      dots && parts.has("lines")
        ? linesShown(model, stretches).map(({ from, to, text: line, moved }) => ({
            at: from / 1e9,
            until: to / 1e9,
            text: line,
            moved,
          }))
        : undefined,
  });
}

/** The tape of inputs, where one was sent. */
function inputsOf(body: object): readonly TapeItem[] | Answer {
  if (!("inputs" in body)) return [];
  const read = checkTapeItems(body.inputs);
  return read.ok ? read.items : refusal(422, "“inputs” is not a tape that can be played.", read.problems);
}

/** What a rig that reacts came to: its values and outputs from change to change, and whether what was expected is so. */
function reactions(model: RigModel, items: readonly TapeItem[], duration: number) {
  const { checked, stretches } = playTape(model, { items }, duration);
  const told = (pick: (one: LiveStretch) => object) => {
    let before = "";
    return stretches.flatMap((one) => {
      const now = JSON.stringify(pick(one));
      if (now === before) return [];
      before = now;
      return [{ at: one.from / 1e9, ...pick(one) }];
    });
  };
  return {
    values: told(({ values }) => values),
    outputs: told(({ outputs }) => outputs),
    serial: told(({ told: lines }) => ({ last: lines?.at(-1) ?? null })),
    expectations: checked.map(({ nth, ok, saw }) => ({ ...items[nth]!, ok, saw })),
  };
}

/** Of many dots only those that carry anything are told of. */
const lightOf = ({ pips }: FaceStretch, dots: boolean) =>
  pips
    .filter(({ current }) => !dots || current > 0)
    .map(({ pip, current }) => ({
      led: pip,
      milliamps: Number(current.toPrecision(6)),
      brightness: Number((current / STEADY).toPrecision(6)),
    }));
