import { groupBy } from "../collect";
import {
  gridOf,
  isMultiplexed,
  modelOf,
  pictureOf,
  pipsOfPicture,
  positionOf,
  scannedTitle,
  type DotGrid,
  type RigModel,
} from "../address";
import type { Bitmap } from "../dots";
import { cellSegments, type Cell } from "../glyph";
import { buildProgram, burstOf, schoolOf, scanPeriod, type FaceToShow, type Program } from "../program";
import type { Hertz, Milliamps, Nanoseconds } from "../quantity";
import { remembered } from "../remember";
import {
  controllerById,
  digitOf,
  type PipId,
  type ScanSchool,
  isOnDigit,
  pipId,
  type DigitId,
  digitKey,
} from "../rig";
import { showFrames, signRun } from "../show";
import { VISIBLE } from "../sim";
import type { TimerSetting } from "../timing";
import type { Span } from "./camera";
import { countedTick, type Counted } from "./counted";
import { flickerOf, type Flicker } from "./flicker";
import { allLit, timelineOf, type Timeline } from "./timeline";

/** How one digit fares in the scan. */
export interface DigitScan {
  /** Place in reading order, from 1. */
  readonly position: number;
  readonly spans: readonly Span[];
  /** Share of the turn in which it is lit, 0 to 1. */
  readonly duty: number;
  /** Mean of its LEDs with all of them lit: the most at any moment, and over the turn. */
  readonly peak: Milliamps;
  readonly average: Milliamps;
}

/** Light on a digit that does not belong there. */
export interface Ghost {
  readonly pip: PipId;
  readonly average: Milliamps;
  /** Share of what a wanted LED of that face gets. */
  readonly share: number;
  /** The face it was seen in. */
  readonly text: string;
  readonly visible: boolean;
  /** It stays however long everything is dark between two slots: then it is no ghost of the scan. */
  readonly stays: boolean;
}

/** Everything a scan comes to, found by running it. */
export interface ScanFigures {
  readonly multiplexed: boolean;
  readonly school: ScanSchool;
  /** One turn: every digit once. */
  readonly period: Nanoseconds;
  readonly rate: Hertz;
  readonly digits: readonly DigitScan[];
  /** Dimmest digit over brightest, 0 to 1. */
  readonly evenness: number;
  /** Share of the controller's time that refreshing takes, and the share that is real work and not waiting. */
  readonly busy: number;
  readonly work: number;
  /** One interrupt, where a timer keeps time. */
  readonly interrupt?: { readonly length: Nanoseconds; readonly rate: Hertz };
  readonly timer?: readonly TimerSetting[];
  /** The fastest the same digits could be refreshed with no waiting at all. */
  readonly ceiling: Hertz;
  readonly counted?: Counted;
  readonly flicker: Flicker;
}

/** The scan of a rig, worked out once. */
export const scanFigures: (model: RigModel) => ScanFigures = remembered(solveScan);

/** The rig's own turn with everything lit. */
export const fullTimeline: (model: RigModel) => Timeline = remembered((model: RigModel) =>
  timelineOf(model, allLit(model)),
);

/** Works the scan out on the program that is run, not on the times that were asked for: what calls take is part of it. */
function solveScan(model: RigModel): ScanFigures {
  const multiplexed = isMultiplexed(model);
  const program = buildProgram(model);
  const controller = controllerById(model.rig.plan.controller);
  const { cost } = controller;
  const timeline = fullTimeline(model);
  const { period } = timeline;
  const pips = groupBy(model.addresses, ({ pip }) => digitOf(pip));
  const digits = model.digits.map((id, at): DigitScan => {
    const spans = timeline.digits[at]!;
    const own = (pips.get(digitKey(id)) ?? []).map(({ pip }) => pip);
    const mean = (of: ReadonlyMap<PipId, Milliamps>) =>
      own.reduce((sum, pip) => sum + of.get(pip)!, 0) / Math.max(1, own.length);
    return {
      position: positionOf(model, id.unit, id.digit),
      spans,
      duty: spans.reduce((sum, span) => sum + span.to - span.from, 0) / period,
      peak: mean(timeline.peak),
      average: mean(timeline.average),
    };
  });
  const brightness = digits.map(({ average }) => average);
  const brightest = Math.max(0, ...brightness);
  const lengths = slotLengths(program, cost);
  const work = lengths.reduce((sum, { work: each }) => sum + each, 0) / period;
  const inInterrupt = multiplexed && program.tick.length > 0 && controller.flavour !== "logic";
  const longest = Math.max(0, ...lengths.map(({ length }) => length));
  const slots = program.on.length;
  return {
    multiplexed,
    school: schoolOf(model),
    period,
    rate: 1e9 / period,
    digits,
    evenness: brightest > 0 ? Math.min(...brightness) / brightest : 1,
    busy:
      !multiplexed || controller.flavour === "logic"
        ? 0
        : inInterrupt
          ? lengths.reduce((sum, { length }) => sum + length, 0) / period
          : 1,
    work: multiplexed ? work : 0,
    interrupt: inInterrupt ? { length: longest, rate: (slots * 1e9) / period } : undefined,
    timer: program.timer,
    ceiling:
      multiplexed && controller.flavour !== "logic"
        ? 1e9 / lengths.reduce((sum, { work: each }) => sum + each, 0)
        : Infinity,
    counted:
      multiplexed && program.tick.length === 0
        ? countedTick(scanPeriod(program, cost), model.rig.show.interval)
        : undefined,
    flicker: flickerOf(multiplexed ? 1e9 / period : 1e6, multiplexed ? 1 : 0),
  };
}

/** What each slot costs the controller: with what it waits inside, and without. */
function slotLengths(
  program: Program,
  cost: Parameters<typeof scanPeriod>[1],
): Array<{ length: number; work: number }> {
  const own = program.tick.length > 0 ? cost.interrupt : cost.statement;
  return program.dark.states.map((state) => {
    const dark = program.darken.length > 0 ? burstOf(program, state, "darken", cost).duration : 0;
    const work = dark + burstOf(program, state, "send", cost).duration + own;
    return { work, length: work + (program.darken.length > 0 ? program.blankTime * 1000 : 0) };
  });
}

/** So many different faces of a show are looked at for stray light. */
const MOST_FACES = 16;
/** Blanking between slots, in µs, that no switch stays on for. */
const LONG_BLANK = 100;

/**
 * Stray light: LEDs that are not meant to be lit and still carry current at some moment of the turn, looked for in the
 * show's faces and with each digit lit alone. Worst first; only what is measurable.
 */
export const ghostsOf: (model: RigModel) => readonly Ghost[] = remembered(findGhosts);

/**
 * Runs faces that would show a ghost at its worst, a digit lit before a dark one, and looks for current where none is
 * meant.
 */
function findGhosts(model: RigModel): Ghost[] {
  if (!isMultiplexed(model)) return [];
  const found = new Map<PipId, Omit<Ghost, "stays">>();
  const faces = new Map<string, FaceToShow>();
  for (const { face, text } of facesForGhosts(model)) {
    faces.set(text, face);
    const { average } = timelineOf(model, face);
    const wanted = wantedOf(model, face);
    const lit = [...average].filter(([pip]) => wanted.has(pip));
    const mean = lit.reduce((sum, [, current]) => sum + current, 0) / Math.max(1, lit.length);
    for (const [pip, current] of average) {
      if (wanted.has(pip) || current < 1e-6) continue;
      const before = found.get(pip);
      if (before && before.average >= current) continue;
      found.set(pip, {
        pip,
        average: current,
        share: mean > 0 ? current / mean : 0,
        text,
        visible: current > VISIBLE,
      });
    }
  }
  const ghosts = [...found.values()].sort((one, other) => other.average - one.average);
  const [worst] = ghosts;
  if (!worst) return [];
  // Looked at again with a long pause between slots: what is left then has nothing to do with slots changing.
  const paused = modelOf({ ...model.rig, scan: { ...model.rig.scan, blank: LONG_BLANK } });
  const after = timelineOf(paused, faces.get(worst.text)!).average.get(worst.pip) ?? 0;
  const stays = after > worst.average * STAYS;
  return ghosts.map((ghost) => ({ ...ghost, stays }));
}

/** Stray light that keeps this share of itself when everything is dark for long is no ghost. */
const STAYS = 0.3;

/** The LEDs a face asks for. */
function wantedOf(model: RigModel, { cells, bitmap }: FaceToShow): ReadonlySet<PipId> {
  const grid = gridOf(model);
  if (grid && bitmap) return pipsOfPicture(model, grid, bitmap());
  const wanted = new Set<PipId>();
  model.digits.forEach(({ unit, digit }, at) => {
    for (const name of cellSegments(cells[at]!, model.rig.glyphs)) wanted.add(pipId(unit, digit, name));
  });
  return wanted;
}

/** The show's own faces, and for every digit, or row of dots, one in which it alone is lit. */
function facesForGhosts(model: RigModel): Array<{ face: FaceToShow; text: string }> {
  const grid = gridOf(model);
  const alone = model.digits.map((id, lit) => ({
    face: grid ? { cells: [], bitmap: () => rowAlone(model, grid, id) } : { cells: digitAlone(model, lit) },
    text: grid
      ? `${scannedTitle(model, id.unit, id.digit)} alone`
      : `8. on ${scannedTitle(model, id.unit, id.digit)} alone`,
  }));
  const shown = grid
    ? signRun(model.rig, grid.width, grid.height).frames.map(({ bitmap }) => ({
        cells: [],
        bitmap,
        text: "",
      }))
    : showFrames(model.rig);
  const different = [...new Map(shown.map((face) => [face.text || face, face])).values()];
  return [...different.slice(0, MOST_FACES).map(({ text, ...face }) => ({ face, text })), ...alone];
}

const digitAlone = (model: RigModel, lit: number): Cell[] =>
  model.digits.map((_, at): Cell =>
    at === lit ? { glyph: "8", point: true } : { glyph: " ", point: false },
  );

const rowAlone = (model: RigModel, grid: DotGrid, row: DigitId): Bitmap =>
  pictureOf(model, grid, (_, pip) => isOnDigit(pip, row));
