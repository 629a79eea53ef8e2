import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { microseconds } from "./moments";
import type { LineEdge } from "../inputs";
import type { Surroundings, TimedEvent } from "./surroundings";
import { Tally, type Pass } from "./tally";
import type { Program, ProgramFrame } from "./types";

/** The clock of a program under way: time goes on, and the ticks of its timer take place in it. */
export abstract class Ticking {
  protected now: Nanoseconds = 0;
  protected frame: ProgramFrame;
  protected slot = 0;
  /** When the timer interrupts next, once it runs. */
  protected nextTick: Nanoseconds | undefined;
  /** Up to here nobody looks on: what is as it was before need not be told. */
  protected unseenUntil: Nanoseconds = 0;
  /** What the tick of each slot took last, and of which face. */
  private readonly tickTimes: Array<{
    readonly of: ProgramFrame;
    readonly time: Nanoseconds;
    readonly out: Nanoseconds;
  }> = [];
  /** When the last interrupt was over, and when one of each line began last. */
  private servedUntil: Nanoseconds = 0;
  private readonly served = new Map<string, Nanoseconds>();
  /** The routine each line runs that interrupts. */
  protected readonly attached = new Map<string, string>();
  readonly tally = new Tally();

  constructor(
    protected readonly program: Program,
    protected readonly cost: ControllerPart["cost"],
    protected readonly around: Surroundings | undefined,
  ) {
    this.frame = program.dark;
  }

  /** Nobody looks on up to a moment: passes and ticks that are as those before are gone through at once. */
  unseen(until: Nanoseconds): void {
    this.unseenUntil = until;
  }

  /** What the timer's interrupt does. */
  protected abstract tick(): Generator<TimedEvent, unknown>;

  /** What a line's interrupt does. */
  protected abstract interrupt(routine: string): Generator<TimedEvent, unknown>;

  /**
   * Passes just like the one before, until a moment of the clock or a hand makes a difference. Ticks change nothing a pass
   * reads: one that falls into such a pass only makes it longer.
   */
  protected *again(pass: Pass, took: Nanoseconds, until: Nanoseconds): Generator<TimedEvent, void> {
    const around = this.around!;
    const go = (passes: number) => {
      this.now += passes * took;
      this.tally.again(pass, passes);
    };
    while (true) {
      const end = Math.min(until, around.nextMove, around.knownUntil);
      const tick = this.nextTick ?? Infinity;
      const stop = Math.min(end, tick);
      if (stop === Infinity) {
        // Nothing will ever happen: whoever looks on may stop.
        go(1);
        return yield { kind: "nothing", at: this.now };
      }
      go(Math.max(0, Math.floor((stop - this.now) / took)));
      if (tick >= end || this.now + took > end) return;
      go(1);
      if (this.now >= this.unseenUntil || !this.skipTicks()) yield* this.ticks(this.now);
    }
  }

  /** Ticks that do what they did before take just their time. @returns false where one is not known */
  private skipTicks(): boolean {
    const { cost, program } = this;
    while (this.nextTick !== undefined && this.nextTick <= this.now) {
      const known = this.tickTimes[this.slot];
      if (known?.of !== this.frame) return false;
      const start = Math.max(this.nextTick, this.servedUntil);
      const ahead = Math.max(0, this.now - start);
      this.nextTick += microseconds(program.periods[this.slot]!);
      this.servedUntil = start + known.time + cost.interrupt;
      this.tally.add("out", known.out + cost.interrupt);
      this.now = this.servedUntil + ahead;
      this.slot = (this.slot + 1) % program.on.length;
    }
    return true;
  }

  /** Lets time pass; the ticks that fall into it take place. What reads goes no further than the hands are known. */
  protected *idle(until: Nanoseconds): Generator<TimedEvent, void> {
    const from = this.now;
    const { outside } = this.tally.begin();
    const stand = () => this.tally.stood(this.now - from, outside);
    for (
      let known = this.around?.knownUntil ?? Infinity;
      known < until;
      known = this.around?.knownUntil ?? Infinity
    ) {
      if (this.now < known) {
        yield* this.ticks(known);
        this.now = Math.max(this.now, known);
      }
      yield { kind: "nothing", at: this.now };
      if (this.now >= until) return stand();
    }
    yield* this.ticks(until);
    this.now = Math.max(this.now, until);
    stand();
  }

  /** Nothing is done for so long. */
  protected stand(time: Nanoseconds): void {
    this.now += time;
    this.tally.add("waiting", time);
  }

  /** Whether an interrupt is due by a moment. */
  protected isDue(until: Nanoseconds): boolean {
    return (
      (this.nextTick !== undefined && this.nextTick <= until) ||
      (this.attached.size > 0 && this.around!.edgeBy(until) !== undefined)
    );
  }

  /** The interrupts up to a moment; what they take is taken from whatever else was under way. */
  protected *ticks(until: Nanoseconds): Generator<TimedEvent, void> {
    while (true) {
      const edge = this.attached.size > 0 ? this.around!.edgeBy(until) : undefined;
      const tick = this.nextTick !== undefined && this.nextTick <= until ? this.nextTick : undefined;
      if (tick !== undefined && (edge === undefined || tick <= edge.at)) yield* this.serveTick(tick);
      else if (edge !== undefined) yield* this.serveEdge(edge);
      else return;
    }
  }

  private *serveTick(due: Nanoseconds): Generator<TimedEvent, void> {
    const { program } = this;
    this.nextTick = due + microseconds(program.periods[this.slot]!);
    yield* this.serve(due, this.timed(this.tick()), "out");
    this.slot = (this.slot + 1) % program.on.length;
  }

  private *timed(tick: Generator<TimedEvent, unknown>): Generator<TimedEvent, void> {
    const { now: from, slot, frame } = this;
    const { out } = this.tally.spent;
    yield* tick;
    this.tickTimes[slot] = { of: frame, time: this.now - from, out: this.tally.spent.out - out };
  }

  /** Changes that come while their line still waits are one. */
  private *serveEdge({ at, line }: LineEdge): Generator<TimedEvent, void> {
    this.around!.takeEdge();
    const begins = Math.max(at, this.servedUntil);
    if (at <= (this.served.get(line) ?? -1)) return;
    this.served.set(line, begins);
    yield* this.serve(at, this.interrupt(this.attached.get(line)!), "reading");
  }

  /** An interrupt waits for the one before; what the loop did beyond that moment is done after it. */
  private *serve(
    due: Nanoseconds,
    what: Generator<TimedEvent, unknown>,
    as: "out" | "reading",
  ): Generator<TimedEvent, void> {
    const { cost } = this;
    const start = Math.max(due, this.servedUntil);
    const ahead = Math.max(0, this.now - start);
    this.now = start;
    // It costs some of its time on the way in and the rest on the way out.
    const entering = Math.round(cost.interrupt / 2);
    this.now += entering;
    yield* what;
    this.now += cost.interrupt - entering;
    this.tally.add(as, cost.interrupt);
    this.servedUntil = this.now;
    this.now += ahead;
  }
}
