import { parseJson } from "@/core/document";
import { LIMITS, checkRig, checkTapeItems, type Rig, type TapeItem } from "@/core/rig";
import { refusal, type Answer } from "../question";
import { isAnswer } from "./rig";

/** What a run is asked for: a rig, how long, and what hands do meanwhile. */
export interface RunAsked {
  readonly body: object;
  readonly rig: Rig;
  readonly seconds: number;
  readonly inputs: readonly TapeItem[];
}

/** A body with a rig, a duration and perhaps a tape. @param longest s @param example what a body looks like */
export function runIn(text: string, longest: number, example: string): RunAsked | Answer {
  const parsed = parseJson(text, LIMITS.depth + 1);
  if (!parsed.ok)
    return refusal(400, `The body is not JSON. Send ${example}.`, [
      { path: parsed.path, message: parsed.message },
    ]);
  const body = parsed.value;
  if (typeof body !== "object" || body === null || !("rig" in body) || !("seconds" in body))
    return refusal(422, "The body needs a rig document as “rig” and a duration in seconds as “seconds”.");
  const { seconds } = body;
  if (typeof seconds !== "number" || !(seconds > 0) || seconds > longest)
    return refusal(422, `“seconds” must be a number above 0 and at most ${longest}.`);
  const read = checkRig(body.rig);
  if (!read.ok) return refusal(422, "“rig” is not a rig document that can be used.", read.problems);
  const inputs = inputsOf(body);
  return isAnswer(inputs) ? inputs : { body, rig: read.rig, seconds, inputs };
}

/** The tape of inputs, where one was sent. */
function inputsOf(body: object): readonly TapeItem[] | Answer {
  if (!("inputs" in body)) return [];
  const read = checkTapeItems(body.inputs);
  return read.ok ? read.items : refusal(422, "“inputs” is not a tape that can be played.", read.problems);
}
