import { gridOf, isMultiplexed, pictureOf, type RigModel } from "../address";
import { Stitcher, type Ribbon } from "../dots";
import { buildProgram, scanPeriod } from "../program";
import type { Milliamps, Nanoseconds } from "../quantity";
import { lazily } from "../remember";
import { controllerById, type PipId, type TapeItem } from "../rig";
import { PoweredRig } from "./powered";
import { DOT_READS_FROM, VISIBLE, readCurrents } from "./read-currents";
import { readSign } from "./read-sign";

/** What the display shows from one change to the next. */
export interface FaceStretch {
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
  /** Whether it can be told what is lit. */
  readonly known: boolean;
  /** What reads on the face; undefined while it cannot be told. Read when it is asked for. */
  readonly text: string | undefined;
  /** Average of every LED over the stretch. */
  readonly pips: ReadonlyArray<{ readonly pip: PipId; readonly current: Milliamps }>;
}

/**
 * Runs a rig from power-up and tells what its face shows, stretch by stretch. A stretch ends where the program shows
 * another face; stretches that read the same are one.
 * @param duration ns to run
 * @param tape what hands do meanwhile, and when the power is cut: a stretch ends there
 */
export function recordFace(
  model: RigModel,
  duration: Nanoseconds,
  tape: readonly TapeItem[] = [],
): FaceStretch[] {
  const program = buildProgram(model);
  const rig = new PoweredRig(model, program, tape);
  const scan = isMultiplexed(model) ? scanPeriod(program, controllerById(model.rig.plan.controller).cost) : 0;
  const grid = gridOf(model);
  const stretches: FaceStretch[] = [];
  while (rig.time < duration) {
    const from = rig.time;
    const { nextCut } = rig;
    const until = Math.min(duration, nextCut);
    rig.runToChange(until);
    const { pips } = rig.takeAverage();
    const to = rig.time;
    if (to >= nextCut) rig.advanceTo(nextCut);
    // What is cut off in the middle of a turn shows only some of the digits.
    if (to === from || (to >= until && to - from < scan)) continue;
    const known = pips.every(({ state }) => state !== "unknown");
    const text = lazily(() =>
      known ? readCurrents(model, new Map(pips.map(({ pip, current }) => [pip, current]))) : undefined,
    );
    const last = stretches[stretches.length - 1];
    // Of dots every picture is told of: a text that runs across reads alike for many of them.
    if (!grid && last && last.text === text()) {
      const [old, now] = [last.to - last.from, to - from];
      stretches[stretches.length - 1] = {
        from: last.from,
        known: last.known,
        text: last.text,
        to,
        pips: pips.map(({ pip, current }, at) => ({
          pip,
          current: (last.pips[at]!.current * old + current * now) / (old + now),
        })),
      };
    } else {
      stretches.push({
        from,
        to,
        known,
        get text() {
          return text();
        },
        pips,
      });
    }
  }
  return stretches;
}

/** A picture of dots that stands shorter is only half written, in ns. */
const HALF_WRITTEN: Nanoseconds = 1e6;

/** The texts that were to be read on a display of dots: those that stood still, and those that ran across, whole. */
export function linesShown(
  model: RigModel,
  stretches: readonly FaceStretch[],
): Array<Pick<Ribbon, "from" | "to" | "moved"> & { readonly text: string }> {
  const grid = gridOf(model);
  if (!grid) return [];
  const stitcher = new Stitcher(HALF_WRITTEN);
  const ribbons: Array<Ribbon | undefined> = [];
  // Over the whole run: while a dark picture is being sent, what is left of the one before is the brightest of its time.
  const most = stretches.reduce(
    (so, { pips }) => pips.reduce((brightest, { current }) => Math.max(brightest, current), so),
    0,
  );
  for (const { from, pips, known } of stretches) {
    if (!known) continue;
    const picture = pictureOf(
      model,
      grid,
      (index) => pips[index]!.current > Math.max(VISIBLE, most * DOT_READS_FROM),
    );
    ribbons.push(stitcher.add(picture, from));
  }
  ribbons.push(...stitcher.finish(stretches.at(-1)?.to ?? 0));
  return ribbons
    .filter((ribbon) => ribbon !== undefined)
    .map(({ from, to, moved, bitmap }) => ({ from, to, moved, text: readSign(model, bitmap).text }));
}
