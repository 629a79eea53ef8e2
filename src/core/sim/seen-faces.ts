import type { Nanoseconds } from "../quantity";
import { VISIBLE } from "./face";
import type { Charge, LitBoard } from "./lit-board";

/** What was to be seen from a moment on: the same LEDs lit, or taking turns. */
export interface SeenFace {
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
  /** Average of each LED, in the order of the model's addresses. */
  readonly currents: Float64Array;
  /** 1 where nobody could tell for most of the time. */
  readonly unknown: Uint8Array;
}

/** An LED that is dark longer than this is seen to go dark, whatever takes turns with it: slower is a flicker. */
const LONGEST_TURN: Nanoseconds = 60e6;
/** Before it is known how fast digits take turns. */
const FIRST_TURN: Nanoseconds = 25e6;
/** Where nothing takes turns: a face may still be written digit by digit. */
const SHORTEST: Nanoseconds = 2e6;
/** Turns that are alike, as a share: only then is it a scan, and no text that changes. */
const ALIKE = 0.25;
/** How long what was learnt of the turns counts. */
const LEARNT: Nanoseconds = 500e6;
/** Charge is noted this often, to be able to say what flowed up to a moment that has passed. */
const NOTED: Nanoseconds = 0.5e6;
/** How often is looked for what has gone dark. */
const CHECKED: Nanoseconds = 1e6;
/** Turns one looks back on for the light of now. */
const MOST_TURN_MARKS = 32;
/** Turns that are kept to look at. */
const MOST_TURNS = 2000;

/**
 * Follows the light of a board whose code nobody knows: which LEDs are lit or take turns faster than one sees, from when
 * to when. A face ends where an LED comes on that was dark, or where one stays dark for longer than its turns.
 */
export class SeenFaces {
  private readonly on: Uint8Array;
  private readonly lit: Uint8Array;
  private readonly cameOn: Float64Array;
  private readonly wentOff: Float64Array;
  private readonly turn: Float64Array;
  private marks: Charge[] = [];
  private began: Nanoseconds = 0;
  /** The longest turn that was regular lately, and the one of a while before. */
  private turns: [recent: Nanoseconds, before: Nanoseconds] = [0, 0];
  private learntAt: Nanoseconds = 0;
  private learnt = false;
  /** The LED whose turns are kept, and how long each lasted. */
  private watched = -1;
  /** Charge at the beginning of the turns of late. */
  private turnMarks: Charge[] = [];
  private readonly kept: Array<{ readonly at: Nanoseconds; readonly lasts: Nanoseconds }> = [];
  private checkedAt: Nanoseconds = 0;

  /** @param ended is told of every face that has ended */
  constructor(
    count: number,
    private readonly ended: (face: SeenFace) => void,
  ) {
    this.on = new Uint8Array(count);
    this.lit = new Uint8Array(count);
    this.cameOn = new Float64Array(count).fill(-Infinity);
    this.wentOff = new Float64Array(count).fill(-Infinity);
    this.turn = new Float64Array(count);
  }

  /** How long a turn of the scan takes; 0 where nothing takes turns. */
  get turnTime(): Nanoseconds {
    return Math.max(...this.turns);
  }

  /** The last turns of one LED, oldest first. */
  get turnTimes(): ReadonlyArray<{ readonly at: Nanoseconds; readonly lasts: Nanoseconds }> {
    return this.kept;
  }

  /** The place of the LED whose turns are kept; -1 while there is none. */
  get turning(): number {
    return this.watched;
  }

  /** When the face that is shown now began. */
  get beganAt(): Nanoseconds {
    return this.began;
  }

  /** LEDs that are lit, or take turns, now. */
  get showing(): Uint8Array {
    return this.on;
  }

  /** How long an LED may be dark and still count as lit. */
  private get patience(): Nanoseconds {
    const { turnTime } = this;
    if (turnTime === 0 && !this.learnt) return FIRST_TURN;
    return Math.min(LONGEST_TURN, Math.max(SHORTEST, 1.6 * turnTime));
  }

  /** The circuit comes to another moment. */
  follow(board: LitBoard, currents: Float64Array, at: Nanoseconds): void {
    this.note(board, at);
    // What went dark long ago has ended before anything of now begins.
    if (at - this.checkedAt > CHECKED) this.check(board, at);
    let began = false;
    for (let place = 0; place < currents.length; place += 1) {
      const lights = currents[place]! > VISIBLE ? 1 : 0;
      if (lights === this.lit[place]) continue;
      this.lit[place] = lights;
      if (!lights) {
        this.wentOff[place] = at;
        continue;
      }
      // Where digits begin to take turns late, the turns are learnt from what was thought to have ended.
      this.learn(board, place, at);
      if (!this.on[place]) {
        // What was dark for long ended before it is told of what comes on.
        if (!began) this.check(board, at);
        this.on[place] = 1;
        began = true;
      }
      this.cameOn[place] = at;
    }
    if (began) this.end(at);
  }

  /** Ends what has gone dark for longer than its turns. */
  check(board: LitBoard, at: Nanoseconds): void {
    this.note(board, at);
    this.checkedAt = at;
    const { patience } = this;
    const gone: Nanoseconds[] = [];
    for (let place = 0; place < this.on.length; place += 1)
      if (this.on[place] && !this.lit[place] && at - this.wentOff[place]! > patience) {
        this.on[place] = 0;
        gone.push(this.wentOff[place]!);
      }
    for (const moment of [...new Set(gone)].sort((one, other) => one - other)) this.end(moment);
    if (at > FIRST_TURN) this.learnt = true;
    if (at - this.learntAt > LEARNT) {
      this.turns = [0, this.turns[0]];
      this.learntAt = at;
    }
  }

  /** Ends the face that is shown now. */
  finish(board: LitBoard, at: Nanoseconds): void {
    this.check(board, at);
    this.marks.push(board.mark());
    this.end(at);
  }

  /** The face that is shown now, over whole turns where there are any. @param since no further back than this */
  now(board: LitBoard, since: Nanoseconds): SeenFace {
    const from = Math.max(since, this.began);
    const turns = this.turnMarks.filter(({ at }) => at >= from);
    const [first, last] = [turns[0], turns[turns.length - 1]];
    if (first && last && last.at > first.at) return this.between(first, last);
    return this.between(this.noted(from), board.mark(), board.currents);
  }

  private learn(board: LitBoard, place: number, at: Nanoseconds): void {
    const lasts = at - this.cameOn[place]!;
    const before = this.turn[place]!;
    this.turn[place] = lasts;
    if (lasts > LONGEST_TURN || Math.abs(lasts - before) > ALIKE * before) return;
    this.turns[0] = Math.max(this.turns[0], lasts);
    if (this.watched < 0) this.watched = place;
    if (this.watched !== place) return;
    this.kept.push({ at, lasts });
    if (this.kept.length > MOST_TURNS) this.kept.shift();
    this.turnMarks.push(board.mark());
    if (this.turnMarks.length > MOST_TURN_MARKS) this.turnMarks.shift();
  }

  private note(board: LitBoard, at: Nanoseconds): void {
    const last = this.marks[this.marks.length - 1];
    if (last && at - last.at < NOTED) return;
    this.marks.push(board.mark());
    // One of before the time one looks back is kept.
    const oldest = Math.min(at - 2 * LONGEST_TURN, this.began);
    let first = 0;
    while (first + 1 < this.marks.length && this.marks[first + 1]!.at <= oldest) first += 1;
    // A face that stands for long needs its beginning and what one looks back on, not what is between.
    if (first > 0) this.marks.splice(0, first);
    if (this.marks.length > 4 * (LONGEST_TURN / NOTED)) this.marks.splice(1, LONGEST_TURN / NOTED);
  }

  /** What was noted last by a moment. */
  private noted(at: Nanoseconds): Charge | undefined {
    for (let place = this.marks.length - 1; place >= 0; place -= 1)
      if (this.marks[place]!.at <= at) return this.marks[place];
    return this.marks[0];
  }

  private end(at: Nanoseconds): void {
    if (at <= this.began) return;
    const [from, to] = [this.noted(this.began), this.noted(at)];
    if (from && to) this.ended({ ...this.between(from, to), from: this.began, to: at });
    this.began = at;
  }

  private between(from: Charge | undefined, to: Charge, still?: Float64Array): SeenFace {
    const span = from ? to.at - from.at : 0;
    const count = this.on.length;
    const currents = new Float64Array(count);
    const unknown = new Uint8Array(count);
    for (let at = 0; at < count; at += 1) {
      currents[at] = span > 0 ? (to.charge[at]! - from!.charge[at]!) / span : (still?.[at] ?? 0);
      unknown[at] = span > 0 && (to.doubt[at]! - from!.doubt[at]!) / span > 0.5 ? 1 : 0;
    }
    return { from: from?.at ?? to.at, to: to.at, currents, unknown };
  }
}
