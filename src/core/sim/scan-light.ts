import { gridOf, pictureOf, type DigitId, type DotGrid, type RigModel } from "../address";
import { pictureCurrents, scannedChips, type ScannedLed } from "../circuit";
import { readText, type Bitmap } from "../dots";
import { inOrder, type PipName } from "../glyph";
import type { Milliamps } from "../quantity";
import { fontsOf, pipId, splitPipId, type PipId } from "../rig";
import { readFace } from "../show";
import type { Board } from "./board";
import type { ScanLight } from "./moment";

/** An LED in the picture of a driver chip: what it carries in its turn, the turn's share of the time, its blinking. */
export interface ScannedPip {
  readonly led: ScannedLed;
  readonly peak: Milliamps;
  readonly share: number;
  /** Nobody can tell whether it is lit. */
  readonly unknown: boolean;
  /** Hz; 0 does not blink. */
  readonly blink: number;
}

/** What all driver chips of a board that have power scan now. */
export const scannedPips = (model: RigModel, board: Board): ScannedPip[] =>
  scannedChips(model).flatMap((chip) => {
    const picture = board.driverOf(chip.unit)?.picture(chip.unit);
    return picture ? pictureCurrents(chip, picture).map((one) => ({ ...one, blink: picture.blink })) : [];
  });

/** The light of what driver chips scan, worked out once for every picture they make. */
export class ScanLights {
  private readonly known = new Map<string, ScanLight>();
  private count = 0;

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
  ) {}

  /** What is scanned now: the same object as long as it is the same. */
  now(): ScanLight | undefined {
    if (this.board.drivers.length === 0) return undefined;
    const key = this.board.scanned();
    const known = this.known.get(key);
    if (known) return known;
    const currents = new Map<number, Milliamps>();
    const unknown = new Set<number>();
    const blinking = new Map<number, number>();
    for (const { led, peak, share, unknown: doubtful, blink } of scannedPips(this.model, this.board)) {
      if (doubtful) unknown.add(led.index);
      else currents.set(led.index, peak * share);
      if (blink > 0) blinking.set(led.index, blink);
    }
    this.count += 1;
    const light = { id: this.count, currents, unknown, blinking };
    this.known.set(key, light);
    return light;
  }

  /** Lets go of what it has worked out. */
  forget(): void {
    this.known.clear();
  }
}

/** LEDs that are lit at a moment, and those nobody can tell. */
export interface Lights {
  readonly lit: ReadonlySet<PipId>;
  readonly unknown: ReadonlySet<PipId>;
}

/** What a display shows: lit LEDs of a digit, and those nobody can tell. */
export interface Shown {
  readonly segments: readonly PipName[];
  readonly unknown: readonly PipName[];
}

/** What one digit shows of some lights. */
export function shownOn({ lit, unknown }: Lights, { unit, digit }: DigitId): Shown {
  const on = (pips: ReadonlySet<PipId>) =>
    inOrder(
      [...pips].filter((pip) => pip.startsWith(`${unit}.${digit}.`)).map((pip) => splitPipId(pip).segment),
    );
  return { segments: on(lit), unknown: on(unknown) };
}

/** What all digits show of some lights, in reading order. */
export function shownOnAll(model: RigModel, { lit, unknown }: Lights): Shown[] {
  const byDigit = (pips: ReadonlySet<PipId>) => {
    const groups = new Map<string, PipName[]>();
    for (const pip of pips) {
      const { unit, digit, segment } = splitPipId(pip);
      const key = `${unit}.${digit}`;
      const group = groups.get(key);
      if (group) group.push(segment);
      else groups.set(key, [segment]);
    }
    return groups;
  };
  const [on, doubtful] = [byDigit(lit), byDigit(unknown)];
  return model.digits.map(({ unit, digit }) => ({
    segments: inOrder(on.get(`${unit}.${digit}`) ?? []),
    unknown: inOrder(doubtful.get(`${unit}.${digit}`) ?? []),
  }));
}

/** The picture that lit LEDs of each digit, in reading order, make on a display of dots. */
export function shownPicture(
  model: RigModel,
  grid: DotGrid,
  digits: ReadonlyArray<Pick<Shown, "segments">>,
): Bitmap {
  const lit = new Set(
    digits.flatMap(({ segments }, at) => {
      const id = model.digits[at];
      return id ? segments.map((name) => pipId(id.unit, id.digit, name)) : [];
    }),
  );
  return pictureOf(model, grid, (_, pip) => lit.has(pip));
}

/** The text that reads on a face, from what each digit, or row of dots, shows. */
export function readShown(model: RigModel, digits: ReadonlyArray<Pick<Shown, "segments">>): string {
  const grid = gridOf(model);
  if (grid) return readText(shownPicture(model, grid, digits), fontsOf(model.rig));
  return readFace(
    digits.map(({ segments }) => segments),
    model.rig,
  );
}

/** What each digit shows of the pictures of its driver chips. */
export function faceOf(model: RigModel, board: Board): Shown[] {
  const lit = new Set<PipId>();
  const unknown = new Set<PipId>();
  for (const { led, peak, unknown: doubtful } of scannedPips(model, board)) {
    if (doubtful) unknown.add(led.pip);
    else if (peak > 0) lit.add(led.pip);
  }
  return shownOnAll(model, { lit, unknown });
}
