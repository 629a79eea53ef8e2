import { gridOf, type RigModel } from "../address";
import type { Milliamps, Nanoseconds } from "../quantity";
import { lazily } from "../remember";
import type { PipId } from "../rig";
import { readCurrents, type FaceStretch, type SeenFace } from "../sim";

/** A face that stands for less than this was only on its way, in ns. */
const ON_ITS_WAY: Nanoseconds = 2e6;

/** Whether a face stood long enough to be seen, where a turn of the scan takes so long. */
export const wasSeen = ({ from, to }: Pick<SeenFace, "from" | "to">, turn: Nanoseconds): boolean =>
  to - from >= Math.max(ON_ITS_WAY, 1.5 * turn);

const pipsOf = (model: RigModel, currents: Float64Array): FaceStretch["pips"] =>
  model.addresses.map(({ pip }, at) => ({ pip, current: currents[at]! }));

/**
 * Faces as they read. What stood shorter than a turn of the scan, or was only half written, is left out; digits that
 * read alike before and after are one stretch.
 */
export function stretchesOf(model: RigModel, faces: readonly SeenFace[], turn: Nanoseconds): FaceStretch[] {
  const dots = gridOf(model) !== undefined;
  const stretches: FaceStretch[] = [];
  for (const face of faces) {
    if (!wasSeen(face, turn)) continue;
    const { from, to, currents, unknown } = face;
    const known = !unknown.includes(1);
    const pips = pipsOf(model, currents);
    const text = lazily(() => (known ? readCurrents(model, new Map(pips.map(pair))) : undefined));
    const last = stretches[stretches.length - 1];
    if (!dots && last && last.text === text() && last.known === known) {
      stretches[stretches.length - 1] = { ...joined(last, { from, to, pips }), known, text: text() };
    } else
      stretches.push({
        from,
        to,
        known,
        pips,
        get text() {
          return text();
        },
      });
  }
  return stretches;
}

const pair = ({ pip, current }: { pip: PipId; current: Milliamps }) => [pip, current] as const;

/** Two stretches as one, what is between them left out of the mean. */
function joined(
  one: Pick<FaceStretch, "from" | "to" | "pips">,
  other: Pick<FaceStretch, "from" | "to" | "pips">,
): Pick<FaceStretch, "from" | "to" | "pips"> {
  const [old, now] = [one.to - one.from, other.to - other.from];
  return {
    from: one.from,
    to: other.to,
    pips: other.pips.map(({ pip, current }, at) => ({
      pip,
      current: (one.pips[at]!.current * old + current * now) / (old + now),
    })),
  };
}
