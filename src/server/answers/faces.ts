import { STEADY } from "@/core/scan";
import { linesShown, type FaceStretch } from "@/core/sim";
import type { RigModel } from "@/core/address";

/** ms a face of dots stands for what reads on it to be told of: shorter ones are steps of a text that runs. */
const STANDS = 300;

/** What can be asked of a run: changes of the face, the text of each, the light of every LED, the lines of a sign. */
export const FACE_PARTS = ["changes", "texts", "leds", "lines"] as const;
/** Of a display of dots the light of every LED is told only if it is asked for: it is megabytes. */
export const USUAL_OF_DOTS = ["changes", "texts", "lines"] as const;

/** What the face showed from change to change, and the lines that were to be read on a sign. */
export function faceAnswer(
  model: RigModel,
  stretches: readonly FaceStretch[],
  parts: ReadonlySet<string>,
  dots: boolean,
) {
  const isRead = ({ from, to }: FaceStretch) => !dots || (to - from) / 1e6 >= STANDS;
  return {
    changes: parts.has("changes")
      ? stretches.map((stretch) => ({
          at: stretch.from / 1e9,
          until: stretch.to / 1e9,
          text: parts.has("texts") && isRead(stretch) ? (stretch.text ?? null) : null,
          ...(parts.has("leds") ? { leds: lightOf(stretch, dots) } : {}),
        }))
      : undefined,
    lines:
      dots && parts.has("lines")
        ? linesShown(model, stretches).map(({ from, to, text: line, moved }) => ({
            at: from / 1e9,
            until: to / 1e9,
            text: line,
            moved,
          }))
        : undefined,
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
