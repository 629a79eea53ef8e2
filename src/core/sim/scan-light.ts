import { gridOf, pictureOf, type DotGrid, type RigModel } from "../address";
import type { ScanPicture } from "../chips";
import { pictureCurrents, scannedChips, slotCurrents, type ScannedChip, type ScannedLed } from "../circuit";
import type { Bitmap } from "../dots";
import type { Milliamps } from "../quantity";
import { pipId, type PipId, type UnitRef } from "../rig";
import { readFace } from "../show";
import type { Board } from "./board";
import type { ScanLight } from "./moment";
import { readSign } from "./read-sign";
import { shownOnAll, type Shown } from "./shown";

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

/** What driver chips scan at some moment; undefined for a chip that has no power. */
export type Pictures = (unit: UnitRef) => ScanPicture | undefined;

const picturesOf =
  (board: Board): Pictures =>
  (unit) =>
    board.driverOf(unit)?.picture(unit);

/** What all driver chips of a board that have power scan now. */
export const scannedPips = (model: RigModel, board: Board): ScannedPip[] => pipsIn(model, picturesOf(board));

const pipsIn = (model: RigModel, pictures: Pictures): ScannedPip[] =>
  scannedChips(model).flatMap((chip) => {
    const picture = pictures(chip.unit);
    return picture ? pictureCurrents(chip, picture).map((one) => ({ ...one, blink: picture.blink })) : [];
  });

const ALL_KNOWN = new Uint8Array();

/**
 * The light of what driver chips scan, worked out once for every picture they make. From one picture to the next only
 * the digits that differ are worked out: a long chain changes one row at a time.
 */
export class ScanLights {
  private known = new Map<string, ScanLight>();
  private count = 0;
  private last: { readonly light: ScanLight; readonly pictures: readonly ScanPicture[] } | undefined;
  private readonly chips: readonly ScannedChip[];

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
  ) {
    this.chips = scannedChips(model).filter(({ unit }) => board.driverOf(unit) !== undefined);
  }

  /** What is scanned now: the same object as long as it is the same. */
  now(): ScanLight | undefined {
    if (this.board.drivers.length === 0) return undefined;
    const key = this.board.scanned();
    const known = this.known.get(key);
    const pictures = this.chips.map(({ unit }) => this.board.driverOf(unit)!.picture(unit));
    const light = known ?? this.lightOf(pictures);
    this.known.set(key, light);
    this.last = { light, pictures };
    return light;
  }

  private lightOf(pictures: readonly ScanPicture[]): ScanLight {
    const count = this.model.addresses.length;
    const before = this.last;
    const currents = before?.light.currents.slice() ?? new Float64Array(count);
    let unknown = before?.light.unknown ?? ALL_KNOWN;
    const doubt = (at: number, value: 0 | 1) => {
      if (unknown.length === 0 && value === 0) return;
      if (unknown === before?.light.unknown || unknown.length === 0)
        unknown = unknown.length === 0 ? new Uint8Array(count) : unknown.slice();
      unknown[at] = value;
    };
    const blinking = new Map<number, number>();
    this.chips.forEach((chip, place) => {
      const { digits, blink } = pictures[place]!;
      if (blink > 0) for (const led of chip.leds) blinking.set(led.index, blink);
      digits.forEach(({ lit, unknown: doubtful, share }, digit) => {
        const was = before?.pictures[place]!.digits[digit];
        if (was && was.lit === lit && was.unknown === doubtful && was.share === share) return;
        const here = chip.slots[digit] ?? [];
        const on = here.filter(({ segment }) => (lit >> segment) & 1);
        const peaks = slotCurrents(chip, on);
        for (const led of here) currents[led.index] = 0;
        on.forEach((led, at) => {
          currents[led.index] = peaks[at]! * share;
        });
        for (const led of here) doubt(led.index, ((doubtful >> led.segment) & 1) as 0 | 1);
      });
    });
    this.count += 1;
    return { id: this.count, currents, unknown: unknown.includes(1) ? unknown : ALL_KNOWN, blinking };
  }

  /** Lets go of what it has worked out. */
  forget(): void {
    this.known = new Map();
  }
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
  if (grid) return readSign(model, shownPicture(model, grid, digits)).text;
  return readFace(
    digits.map(({ segments }) => segments),
    model.rig,
  );
}

/** What each digit shows of what its driver chips scan now. */
export const faceOf = (model: RigModel, board: Board): Shown[] => faceIn(model, picturesOf(board));

/** What each digit shows of some pictures of its driver chips. */
export function faceIn(model: RigModel, pictures: Pictures): Shown[] {
  const lit = new Set<PipId>();
  const unknown = new Set<PipId>();
  for (const { led, peak, unknown: doubtful } of pipsIn(model, pictures)) {
    if (doubtful) unknown.add(led.pip);
    else if (peak > 0) lit.add(led.pip);
  }
  return shownOnAll(model, { lit, unknown });
}
