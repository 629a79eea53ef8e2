import { gridOf, modelOf, type RigModel } from "@/core/address";
import { reactingOf, type TapeItem } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { playTape, recordFace, type LiveStretch } from "@/core/sim";
import { json, type Answer, type Question } from "../question";
import { FACE_PARTS, USUAL_OF_DOTS, faceAnswer } from "./faces";
import { choiceIn, isAnswer } from "./rig";
import { runIn } from "./running";

/** Longest run, in s of simulated time. */
const LONGEST = 120;

/**
 * A rig document and a duration in seconds in; what the face shows out, from change to change: the text that reads, and
 * for every LED its average current in mA and its brightness against a steady 10 mA.
 */
export function answerSimulate({ text, query }: Question): Answer {
  const asked = runIn(text, LONGEST, '{ "rig": …, "seconds": … }');
  if (isAnswer(asked)) return asked;
  const { rig, seconds, inputs } = asked;
  const model = modelOf(rig);
  const dots = gridOf(model) !== undefined;
  const parts = choiceIn(query, FACE_PARTS, dots ? USUAL_OF_DOTS : FACE_PARTS);
  if (isAnswer(parts)) return parts;
  const duration = Math.round(seconds * 1e9);
  const stretches = recordFace(model, duration, inputs);
  return json({
    rig: { id: rig.id, name: rig.name },
    seconds,
    steady: STEADY,
    leftOut: FACE_PARTS.filter((part) => !parts.has(part)),
    ...faceAnswer(model, stretches, parts, dots),
    ...(reactingOf(rig) ? reactions(model, inputs, duration) : {}),
  });
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
