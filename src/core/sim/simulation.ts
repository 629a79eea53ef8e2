import type { Driver, RigModel } from "../address";
import { LOW, type Level } from "../level";
import { circuitOf, type RigCircuit, type Solution } from "../circuit";
import type { Move } from "../inputs";
import { runProgram, scanPeriod, type Program, type ProgramFrame, type TimedEvent } from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById, type PipId, type UnitRef } from "../rig";
import { Board } from "./board";
import { ChangeCut, type Mark } from "./change-cut";
import { VISIBLE, type Face, type FaceView, type PipLight } from "./face";
import { flows, type Moment } from "./moment";
import { Moments } from "./moments";
import { Outcomes, type Burst } from "./outcomes";
import { Reacting, type LeftOver, type Told, type Work } from "./reacting";
import { SavedBoards } from "./saved-boards";
import { ScanLights } from "./scan-light";
import { Storage } from "./storage";

/** How long a step waits for a change of a rig that reacts, in ns. */
const MOST_WAITED: Nanoseconds = 10e9;

/** ns before a moment from which on everything is followed: what is to be seen then began there. */
const SEEN: Nanoseconds = 1e9;
/** Going farther than this at once is worth not following everything. */
const WORTH_SKIPPING: Nanoseconds = 10e9;

/**
 * Runs a program on a rig at leg level: deterministic, event by event, in integer nanoseconds. What a burst of edges
 * does to the board is worked out once for each state the board was in; after that it is looked up.
 */
export class Simulation {
  private readonly board: Board;
  private readonly circuit: RigCircuit;
  private readonly events: Iterator<TimedEvent, void>;
  private readonly storage: Storage;
  private readonly scanLights: ScanLights;
  private next: TimedEvent | undefined;
  private now: Nanoseconds = 0;
  private frame: ProgramFrame | undefined;
  private readonly pips: readonly PipId[];
  private moment: Moment;
  private readonly charge: Float64Array;
  private readonly doubt: Float64Array;
  /** Stretches of the burst that is under way and not yet reached. */
  private ahead: readonly { at: Nanoseconds; moment: Moment }[] = [];
  private readonly boards: SavedBoards;
  private readonly outcomes: Outcomes;
  private readonly moments: Moments;
  private looked: Mark;
  private scanBegan: Mark | undefined;
  private readonly cut = new ChangeCut();
  private lastSeen: Pick<FaceView, "currents" | "unknown"> | undefined;
  private scanSeen: Mark | undefined;
  /** The hands, where the program reads anything. */
  private readonly reacting: Reacting | undefined;
  private readonly scanLength: Nanoseconds;

  constructor(
    private readonly model: RigModel,
    private readonly program: Program,
    left?: LeftOver,
  ) {
    this.board = new Board(model);
    this.scanLights = new ScanLights(model, this.board);
    this.circuit = circuitOf(model);
    this.storage = new Storage(this.circuit);
    this.pips = model.addresses.map(({ pip }) => pip);
    this.moments = new Moments(model, this.board, this.circuit, this.scanLights, this.pips);
    this.charge = new Float64Array(this.pips.length);
    this.doubt = new Float64Array(this.pips.length);
    const { cost } = controllerById(model.rig.plan.controller);
    if (program.live) this.reacting = new Reacting(model, program, left);
    this.events = this.reacting?.events ?? runProgram(program, cost);
    this.scanLength = program.on.length > 1 ? scanPeriod(program, cost) : Infinity;
    this.looked = this.mark();
    this.boards = new SavedBoards(this.board);
    this.outcomes = new Outcomes(
      this.circuit,
      this.board,
      this.boards,
      this.moments,
      this.storage,
      this.scanLights,
    );
    this.moment = this.moments.now();
    this.fetch();
  }

  private get scans(): boolean {
    return Number.isFinite(this.scanLength);
  }

  get time(): Nanoseconds {
    return this.now;
  }

  get ended(): boolean {
    return this.next === undefined && this.ahead.length === 0;
  }

  /** The face the program shows; undefined before the first. */
  get shownFrame(): ProgramFrame | undefined {
    return this.frame;
  }

  /** The text of the face the program shows. */
  get text(): string | undefined {
    return this.frame?.text;
  }

  /** The circuit at this moment, transistors that still conduct included. */
  get solution(): Solution {
    return this.moment.solution;
  }

  /** The currents of the LEDs at this moment, in the order of the model's addresses. */
  get currents(): Float64Array {
    return this.moment.currents;
  }

  /** When the next thing happens; undefined when nothing will. */
  get nextAt(): Nanoseconds | undefined {
    return this.ahead[0]?.at ?? this.next?.at;
  }

  /** The next thing to happen is the start of a turn of the scan. */
  get beginsScan(): boolean {
    return this.ahead.length === 0 && this.next?.kind === "burst" && this.next.beginsScan;
  }

  /** A variable of a program that reacts; undefined where there is none of that name. */
  variable(name: string): number | undefined {
    return this.reacting?.variable(name);
  }

  /** The lines that were sent over the serial line. */
  get told(): readonly Told[] {
    return this.reacting?.told ?? [];
  }

  /** What a program that reacts is at work with. */
  work(): Work | undefined {
    return this.reacting?.work(this.now);
  }

  /** What is left of the hands and of what outlives a power cut, where the power is cut now. */
  left(): LeftOver | undefined {
    return this.reacting?.left(this.now);
  }

  /** Where every input part stands. */
  hands(): Readonly<Record<UnitRef, number>> {
    return this.reacting?.hands(this.now) ?? {};
  }

  /**
   * A hand does something now, or so many ms from now on: as soon as the program has not yet read beyond it.
   * @returns the move with its moment, in ms, to be kept on a tape
   */
  move(move: Move): Move {
    return this.reacting?.move(move, Math.max(this.now, this.next?.at ?? 0)) ?? move;
  }

  /** Bytes come over the serial line from now on. */
  receive(bytes: readonly number[], baud: number): void {
    this.reacting?.receive(bytes, this.now, baud);
  }

  /** Hands of a tape, before they are reached. */
  expect(moves: readonly Move[]): void {
    this.reacting?.expect(moves);
  }

  /** Runs up to and including a moment. */
  advanceTo(until: Nanoseconds): void {
    this.reacting?.knowUntil(until);
    if (this.reacting && until - this.now > WORTH_SKIPPING) this.skipTo(until - SEEN);
    for (let at = this.nextAt; at !== undefined && at <= until; at = this.nextAt) this.take();
    this.pass(until);
  }

  /**
   * Goes far ahead: what is put out again and again is not followed, only what was put out last. What is to be seen
   * afterwards begins there.
   */
  private skipTo(until: Nanoseconds): void {
    this.reacting!.unseen(until);
    while (this.ahead.length > 0) this.take();
    const last: Array<Extract<TimedEvent, { kind: "burst" }>> = [];
    const most = 4 * this.program.on.length;
    while (this.next && this.next.at <= until) {
      const event = this.next;
      if (event.kind !== "burst" || event.routine === "set-up") {
        this.take();
        continue;
      }
      last.push(event);
      if (last.length > most) last.shift();
      this.fetch();
    }
    for (const event of last) {
      this.burst(event);
      while (this.ahead.length > 0) {
        this.moment = this.ahead[0]!.moment;
        this.ahead = this.ahead.slice(1);
      }
    }
    this.now = Math.max(this.now, until);
    this.cut.complete(() => this.mark());
    this.look();
  }

  /** Goes to the next thing that happens. @returns false when nothing will */
  advance(): boolean {
    if (this.nextAt === undefined) return false;
    this.take();
    return true;
  }

  /** Runs until the face differs from what it was, the whole show has been through without a change, or it ends. */
  stepToChange(): void {
    const before = this.picture();
    let left = (this.program.frames.length + 2) * this.program.on.length * 2;
    // What reacts may wait for a hand for ever.
    const until = this.reacting ? this.now + MOST_WAITED : Infinity;
    while (this.nextAt !== undefined && this.nextAt <= until && left > 0 && this.picture() === before) {
      if (this.ahead.length === 0 && this.next?.kind === "burst") left -= 1;
      this.take();
    }
  }

  /** What a driver gives as things stand. */
  level(driver: Driver): Level {
    this.boards.restore();
    return this.board.level(driver);
  }

  /** Runs to the end of the next state put out and starts a new average there. */
  advanceToSent(): void {
    while (this.next && (this.next.kind !== "burst" || this.next.routine === "set-up")) this.take();
    if (this.next) this.take();
    while (this.ahead.length > 0) this.take();
    this.look();
  }

  /**
   * What was to be seen since the last call; then starts the next average. While digits take turns faster than one
   * looks, the average is taken over whole turns.
   */
  look(): Face {
    const { currents, unknown, ...face } = this.seen();
    const pips = this.pips.map((pip, at): PipLight => {
      const current = currents[at]!;
      return { pip, current, state: unknown[at] ? "unknown" : current > VISIBLE ? "lit" : "dark" };
    });
    return { ...face, pips };
  }

  /** The same in few numbers; where one face became the next meanwhile, of one of the two. */
  view(): FaceView {
    return this.seen(this.cut);
  }

  private seen(cut?: ChangeCut): FaceView {
    const now = this.mark();
    const scanned = this.scanBegan && this.scanSeen && this.scanBegan.at > this.scanSeen.at;
    const whole = scanned && now.at - this.looked.at >= this.scanLength;
    const [start, end] = whole ? [this.scanSeen!, this.scanBegan!] : [this.looked, now];
    const scan = this.scans ? this.scanLength : 0;
    const part = cut ? cut.part(start, end, scan) : ([start, end] as const);
    const [from, to] = part ?? [start, end];
    const span = to.at - from.at;
    const before = part ? undefined : this.lastSeen;
    const currents = before?.currents ?? new Float64Array(this.pips.length);
    const unknown = before?.unknown ?? new Uint8Array(this.pips.length);
    for (let at = 0; at < currents.length && !before; at += 1) {
      currents[at] = span > 0 ? (to.charge[at]! - from.charge[at]!) / span : this.moment.currents[at]!;
      const doubt =
        span > 0 ? (to.doubt[at]! - from.doubt[at]!) / span : Number(this.moment.unknown[at] ?? 0);
      unknown[at] = doubt > 0.5 ? 1 : 0;
    }
    if (whole) this.scanSeen = this.scanBegan;
    else if (now.at - this.looked.at < this.scanLength) this.scanSeen = undefined;
    this.looked = now;
    this.lastSeen = { currents, unknown };
    return { time: this.now, currents, unknown, text: this.frame?.text, ended: this.ended };
  }

  /** The average since the last look or average taken, turns or not. */
  takeAverage(): Face {
    this.scanSeen = undefined;
    return this.look();
  }

  private mark(): Mark {
    return { at: this.now, charge: this.charge.slice(), doubt: this.doubt.slice() };
  }

  private picture(): string {
    const { currents, unknown } = this.moment;
    return Array.from(currents, (current, at) => (unknown[at] ? "?" : current > VISIBLE ? "1" : "0")).join(
      "",
    );
  }

  private fetch(): void {
    this.reacting?.goOn(this.now);
    const next = this.events.next();
    this.next = next.done ? undefined : next.value;
  }

  /** Carries out the next thing: a change within the burst that is under way, or the program's next event. */
  private take(): void {
    const [first, ...rest] = this.ahead;
    if (first && (!this.next || first.at <= this.next.at)) {
      this.pass(first.at);
      this.moment = first.moment;
      this.ahead = rest;
      if (rest.length === 0 && !this.scans) this.cut.complete(() => this.mark());
      return;
    }
    const event = this.next!;
    this.pass(event.at);
    switch (event.kind) {
      case "line-mode":
        if (event.released) this.reacting?.letGo(event.line);
        this.change(
          () => this.board.drive(event.line, event.released ? "released" : LOW, event.at),
          event.at,
        );
        break;
      case "line":
        if (this.reacting?.setLine(event.line, event.level))
          this.change(() => this.board.drive(event.line, event.level, event.at), event.at);
        break;
      case "line-output": {
        const level = this.reacting?.makeOutput(event.line) ?? LOW;
        this.change(() => this.board.drive(event.line, level, event.at), event.at);
        break;
      }
      case "nothing":
        break;
      case "told":
        this.reacting?.tell(event.at, event.text);
        break;
      case "frame":
        if (this.frame !== undefined && this.frame !== event.frame)
          this.cut.begins(
            (event.frame.time ?? this.model.rig.show.interval) * 1e6,
            this.scans ? this.scanBegan : this.mark(),
          );
        this.frame = event.frame;
        break;
      case "burst":
        if (event.keys) this.holdKeys(event.keys);
        if (event.beginsScan) this.markScan();
        this.burst(event);
        break;
    }
    if (event.kind !== "burst") this.reacting?.note(event.at);
    this.fetch();
  }

  private markScan(): void {
    this.scanBegan = this.mark();
    if (this.scans) this.cut.complete(() => this.scanBegan!);
    this.scanSeen ??= this.scanBegan;
  }

  private pass(until: Nanoseconds): void {
    if (until <= this.now) return;
    flows(this.moment, this.charge, this.doubt, this.now, until);
    this.now = until;
  }

  /** What chips tell of their keys from now on. */
  private holdKeys({ units, answer }: NonNullable<Extract<TimedEvent, { kind: "burst" }>["keys"]>): void {
    this.boards.restore();
    for (const driver of this.board.drivers)
      if (driver.units.some((unit) => units.includes(unit))) driver.holdKeys?.(answer);
    this.boards.settle();
  }

  /** A single change of the board outside any burst. */
  private change(act: () => void, at: Nanoseconds): void {
    this.boards.restore();
    act();
    this.boards.settle();
    const moment = this.moments.now();
    const tail = this.storage.follow(this.moment.solution, [{ from: 0, moment }], (levels, stored) =>
      this.moments.at(levels, moment.unknown, moment.scan, stored),
    );
    this.ahead = tail.map(({ from, moment: then }) => ({ at: at + from, moment: then }));
  }

  private burst(event: Burst): void {
    const outcome = this.outcomes.of(event, this.moment, this.ahead.length === 0);
    this.boards.is = outcome.leaves;
    this.ahead = outcome.stretches.map(({ from, moment }) => ({ at: event.at + from, moment }));
  }
}
