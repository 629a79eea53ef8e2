import type { RigModel } from "../address";
import type { ScanPicture } from "../chips";
import { scannedChips } from "../circuit";
import type { Nanoseconds } from "../quantity";
import type { UnitRef } from "../rig";
import { faceIn, type Board } from "../sim";
import type { FaceFollower, ShowFace } from "./face-follower";

/** An update is over when the bus has been still so long. */
const STILL: Nanoseconds = 2e6;
/** And, on a bus that is never still, when what is shown has not changed for so long: an eye has seen it then. */
const SEEN: Nanoseconds = 20e6;

type Pictures = ReadonlyMap<UnitRef, ScanPicture>;

/**
 * What driver chips show. An update may take several transfers, one a digit or row: it counts as one, from its first
 * change on, and is over when the bus rests or a place of the memory is written again. Places no LED hangs on do not
 * matter.
 */
export class ChipFaces implements FaceFollower {
  /** First and last change of the update that is under way. */
  private pending: { readonly from: Nanoseconds; last: Nanoseconds } | undefined;
  private lastEdge: Nanoseconds = 0;
  private readonly written = new Set<string>();
  /** As it was after the last whole transfer. */
  private settled: Pictures;
  /** The first change behind the last whole transfer. */
  private begun: Nanoseconds | undefined;
  private junkFrom: Nanoseconds | undefined;
  /** The longest stretch in which what nobody had written was lit. */
  junk: { readonly at: Nanoseconds; readonly time: Nanoseconds } | undefined;

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
    private readonly show: ShowFace,
  ) {
    this.settled = this.pictures();
    // What stands before anything is written.
    this.pending = { from: 0, last: 0 };
    this.give(this.settled);
  }

  private pictures(): Pictures {
    const { drivers } = this.board;
    return new Map(drivers.flatMap((one) => one.units.map((unit) => [unit, one.picture(unit)] as const)));
  }

  until(at: Nanoseconds): void {
    if (!this.pending) return;
    if (at - this.lastEdge < STILL && at - this.pending.last < SEEN) return;
    this.give(this.pictures());
    this.written.clear();
  }

  private give(pictures: Pictures): void {
    if (!this.pending) return;
    this.show({ at: this.pending.from, digits: faceIn(this.model, (unit) => pictures.get(unit)) });
    this.pending = undefined;
  }

  changed(_: string, at: Nanoseconds): void {
    this.lastEdge = at;
    if (!this.board.takeTouched()) return;
    this.begun ??= at;
    this.pending ??= { from: at, last: at };
    this.pending.last = at;
    this.watchJunk(at);
  }

  wrote(places: readonly string[], from: Nanoseconds, at: Nanoseconds): void {
    const again = places.some((place) => this.written.has(place));
    const before = this.pending;
    if (again && before && (this.begun === undefined || before.from < this.begun)) {
      // The update before this transfer was whole: what stood until now was seen if it stood long enough.
      if ((this.begun ?? at) - before.from >= STILL) this.give(this.settled);
      this.pending = this.begun === undefined ? undefined : { from: this.begun, last: at };
    }
    if (again) this.written.clear();
    places.forEach((place) => this.written.add(place));
    this.settled = this.pictures();
    this.begun = undefined;
    this.lastEdge = Math.max(this.lastEdge, from);
  }

  /** Some chip lights, on a digit that is wired, what was never written. */
  private watchJunk(at: Nanoseconds): void {
    const lit = scannedChips(this.model).some(({ unit, slots }) => {
      const picture = this.board.driverOf(unit)?.picture(unit);
      return picture?.digits.some(
        ({ unknown, share }, digit) =>
          unknown !== 0 && share > 0 && (slots[digit] ?? []).some(({ segment }) => (unknown >> segment) & 1),
      );
    });
    if (lit) this.junkFrom ??= at;
    else this.endJunk(at);
  }

  private endJunk(at: Nanoseconds): void {
    if (this.junkFrom !== undefined && at - this.junkFrom > (this.junk?.time ?? -1))
      this.junk = { at: this.junkFrom, time: at - this.junkFrom };
    this.junkFrom = undefined;
  }

  end(at: Nanoseconds): void {
    this.endJunk(at);
    this.give(this.pictures());
  }
}
