import type { RigModel } from "../address";
import type { Nanoseconds } from "../quantity";
import type { TapeItem } from "../rig";
import { recordFace } from "../sim";
import type { Recorded } from "./record";

/** A stretch of time in which two programs show something else, with the same hands. */
export interface HandsDifference {
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
  readonly own: string;
  readonly compiled: string;
}

/** Shorter than this two faces are apart because one was a little later, in ns. */
const LATER: Nanoseconds = 150e6;
/** Differences that are told of. */
const MOST = 20;

type Stretch = { readonly from: Nanoseconds; readonly to: Nanoseconds; readonly text: string | undefined };

/** What reads at a moment; undefined where nothing stands for long or nobody can tell. */
function* readings(stretches: Iterable<Stretch>): Generator<Stretch, void> {
  for (const { from, to, text } of stretches) if (to > from) yield { from, to, text: text?.trim() };
}

/**
 * What a compiled program shows otherwise than the rig's own, where hands do the same to both.
 * @param run of the compiled program, with those hands
 */
export function againstOwnWithHands(
  model: RigModel,
  run: Pick<Recorded, "stretches" | "ran">,
  tape: readonly TapeItem[],
): HandsDifference[] {
  const own = [...readings(recordFace(model, run.ran, tape))];
  const compiled = [...readings(run.stretches)];
  const moments = [...new Set([...own, ...compiled].flatMap(({ from, to }) => [from, to]))].sort(
    (one, other) => one - other,
  );
  const readAt = (all: readonly Stretch[], at: Nanoseconds) =>
    all.find(({ from, to }) => from <= at && at < to)?.text;
  const found: HandsDifference[] = [];
  moments.slice(0, -1).forEach((from, nth) => {
    const to = moments[nth + 1]!;
    const [mine, theirs] = [readAt(own, from), readAt(compiled, from)];
    if (mine === undefined || theirs === undefined || mine === theirs) return;
    const last = found.at(-1);
    if (last && last.to === from && last.own === mine && last.compiled === theirs)
      found[found.length - 1] = { ...last, to };
    else found.push({ from, to, own: mine, compiled: theirs });
  });
  return found.filter(({ from, to }) => to - from >= LATER).slice(0, MOST);
}
