import {
  besideDigits,
  besideGrid,
  gridOf,
  moduleBoxes,
  type DotGrid,
  type ModuleBox,
  type RigModel,
} from "../address";
import { isSegment, segmentBeside, type Direction } from "../glyph";
import { isSingleLeds, type LedColour } from "../parts";
import { besideTitle, pipId, splitPipId, type DigitId, type PipId } from "../rig";
import type { FaceView } from "./face";
import type { LiveNow } from "./live-now";

/** What has to be known of a display to draw it and to find one's way on it, without the rig behind it. */
export interface FaceShape {
  readonly colour: LedColour;
  /** Its LEDs, in the order in which a view of the face has their currents. */
  readonly pips: readonly PipId[];
  /** In reading order. */
  readonly digits: readonly DigitId[];
  /** For displays of dots. */
  readonly dots?: { readonly grid: DotGrid; readonly modules: readonly ModuleBox[] };
  /** Displays beside it, and single LEDs; left out where there are none. */
  readonly beside?: readonly BesideShape[];
}

/** A display beside the plan's on the face, or the LEDs of one body that stand alone. */
export interface BesideShape {
  readonly title: string;
  readonly colour: LedColour;
  readonly digits?: readonly DigitId[];
  readonly dots?: { readonly grid: DotGrid; readonly modules: readonly ModuleBox[] };
  readonly singles?: readonly PipId[];
}

/** What stands beside the plan's display: displays in the order they were put there, then single LEDs. */
function besideShapes(model: RigModel): BesideShape[] {
  const { rig } = model;
  const displays = (rig.beside ?? []).map((group): BesideShape => {
    const dots = besideGrid(model, group);
    const { colour } = group;
    return {
      title: besideTitle(rig, group),
      colour,
      ...(dots ? { dots } : { digits: besideDigits(model, group) }),
    };
  });
  const singles = rig.units.flatMap((unit): BesideShape[] => {
    const part = model.part(unit.ref);
    if (!isSingleLeds(part)) return [];
    const pips = part.leds.map(({ digit, segment }) => pipId(unit.ref, digit, segment));
    return [{ title: unit.ref, colour: unit.led?.colour ?? "red", singles: pips }];
  });
  return [...displays, ...singles];
}

/** What a page needs to draw a face without the model behind it: LEDs, digits, dots, colour. */
export function faceShape(model: RigModel): FaceShape {
  const grid = gridOf(model);
  const beside = besideShapes(model);
  return {
    colour: model.display.led?.colour ?? "red",
    pips: model.addresses.map(({ pip }) => pip),
    digits: model.digits,
    ...(grid ? { dots: { grid, modules: moduleBoxes(model) } } : {}),
    ...(beside.length > 0 ? { beside } : {}),
  };
}

const STEPS: Readonly<Record<Direction, readonly [dx: number, dy: number]>> = {
  left: [-1, 0],
  right: [1, 0],
  up: [0, -1],
  down: [0, 1],
};

/** The LED one meets going a step on a face: from dot to dot, along a digit's segments, and over its edge to the next digit. */
export function pipBeside(shape: FaceShape, pip: PipId, way: Direction): PipId | undefined {
  return shape.dots ? dotBeside(shape, shape.dots.grid, pip, way) : barBeside(shape, pip, way);
}

function dotBeside({ pips }: FaceShape, grid: DotGrid, pip: PipId, way: Direction): PipId | undefined {
  const [dx, dy] = STEPS[way];
  const index = pips.indexOf(pip);
  const dot = index < 0 ? -1 : grid.dotOf[index]!;
  if (dot < 0) return undefined;
  const [x, y] = [(dot % grid.width) + dx, Math.floor(dot / grid.width) + dy];
  if (x < 0 || y < 0 || x >= grid.width || y >= grid.height) return undefined;
  const next = grid.at[y * grid.width + x]!;
  return next < 0 ? undefined : pips[next];
}

function barBeside({ pips, digits }: FaceShape, pip: PipId, way: Direction): PipId | undefined {
  const { unit, digit, segment } = splitPipId(pip);
  const inDigit = isSegment(segment) ? segmentBeside(segment, way) : undefined;
  if (inDigit && pips.includes(pipId(unit, digit, inDigit))) return pipId(unit, digit, inDigit);
  const at = digits.findIndex((id) => id.unit === unit && id.digit === digit);
  const beside = way === "right" ? digits[at + 1] : way === "left" ? digits[at - 1] : undefined;
  if (!beside) return undefined;
  const isUpper = segment === "b" || segment === "f" || segment === "a";
  const entered = way === "right" ? (isUpper ? "f" : "e") : isUpper ? "b" : "c";
  return pipId(beside.unit, beside.digit, entered);
}

/** A face as a page shows it, with what it reads as. */
export interface ReadFace extends FaceView {
  /** Its text; or that it is blank, unknown, or no character. */
  readonly reads: string;
  /** Of a rig that reacts. */
  readonly live?: LiveNow;
}
