import { besideShow, gridOf, isMultiplexed, pictureOf, type RigModel } from "../address";
import { Stitcher, type Ribbon } from "../dots";
import type { Move } from "../inputs";
import { buildProgram, scanPeriod } from "../program";
import type { Milliamps, Nanoseconds } from "../quantity";
import { lazily } from "../remember";
import { controllerById, splitPipId, type PipId } from "../rig";
import { readSign } from "./read-sign";
import { readShown } from "./scan-light";
import { shownOnAll } from "./shown";
import { Simulation } from "./simulation";

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

/** An LED that gives less than this share of the brightest does not belong to what reads on the face. */
const READS_FROM = 0.1;
/** Of dots, whose pictures may follow each other in a few hundredths of a second, what the one before left counts less. */
const DOT_READS_FROM = 0.4;
const VISIBLE: Milliamps = 0.02;

/** The LEDs that make up what reads, each digit's in reading order. */
export function readCurrents(model: RigModel, currents: ReadonlyMap<PipId, Milliamps>): string {
  const readsFrom = gridOf(model) ? DOT_READS_FROM : READS_FROM;
  const beside = besideShow(model);
  const own =
    beside.size === 0 ? [...currents] : [...currents].filter(([pip]) => !beside.has(splitPipId(pip).unit));
  let brightest = VISIBLE / readsFrom;
  for (const [, current] of own) brightest = Math.max(brightest, current);
  const lit = new Set(own.filter(([, current]) => current > brightest * readsFrom).map(([pip]) => pip));
  return readShown(model, shownOnAll(model, { lit, unknown: new Set() }));
}

/**
 * Runs a rig from power-up and tells what its face shows, stretch by stretch. A stretch ends where the program shows
 * another face; stretches that read the same are one.
 * @param duration ns to run
 * @param moves what hands do meanwhile
 */
export function recordFace(
  model: RigModel,
  duration: Nanoseconds,
  moves: readonly Move[] = [],
): FaceStretch[] {
  const program = buildProgram(model);
  const simulation = new Simulation(model, program);
  simulation.expect(moves);
  const scan = isMultiplexed(model) ? scanPeriod(program, controllerById(model.rig.plan.controller).cost) : 0;
  const grid = gridOf(model);
  const stretches: FaceStretch[] = [];
  while (simulation.time < duration) {
    const from = simulation.time;
    const before = simulation.shownFrame;
    while (
      simulation.nextAt !== undefined &&
      simulation.nextAt <= duration &&
      simulation.shownFrame === before
    )
      simulation.advance();
    if (simulation.shownFrame === before) simulation.advanceTo(duration);
    if (simulation.time === from) continue;
    // What is cut off in the middle of a turn shows only some of the digits.
    if (simulation.time >= duration && simulation.time - from < scan) break;
    const { pips } = simulation.takeAverage();
    const known = pips.every(({ state }) => state !== "unknown");
    const text = lazily(() =>
      known ? readCurrents(model, new Map(pips.map(({ pip, current }) => [pip, current]))) : undefined,
    );
    const last = stretches[stretches.length - 1];
    // Of dots every picture is told of: a text that runs across reads alike for many of them.
    if (!grid && last && last.text === text()) {
      const [old, now] = [last.to - last.from, simulation.time - from];
      stretches[stretches.length - 1] = {
        from: last.from,
        known: last.known,
        text: last.text,
        to: simulation.time,
        pips: pips.map(({ pip, current }, at) => ({
          pip,
          current: (last.pips[at]!.current * old + current * now) / (old + now),
        })),
      };
    } else {
      stretches.push({
        from,
        to: simulation.time,
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
