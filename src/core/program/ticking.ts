import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { microseconds } from "./moments";
import type { Surroundings, TimedEvent } from "./surroundings";
import { Tally, type Pass } from "./tally";
import type { Program } from "./types";

/** The clock of a program under way: time goes on, and the ticks of its timer take place in it. */
export abstract class Ticking {
  protected now: Nanoseconds = 0;
  protected slot = 0;
  /** When the timer interrupts next, once it runs. */
  protected nextTick: Nanoseconds | undefined;
  private tickedUntil: Nanoseconds = 0;
  readonly tally = new Tally();

  constructor(
    protected readonly program: Program,
    protected readonly cost: ControllerPart["cost"],
    protected readonly around: Surroundings | undefined,
  ) {}

  /** What the timer's interrupt does. */
  protected abstract tick(): Generator<TimedEvent, unknown>;

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
      yield* this.ticks(this.now);
    }
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

  /** The ticks up to a moment; what they take is taken from whatever else was under way. */
  protected *ticks(until: Nanoseconds): Generator<TimedEvent, void> {
    const { program, cost } = this;
    while (this.nextTick !== undefined && this.nextTick <= until) {
      // A tick waits for the one before; what the loop did beyond that moment is done after it.
      const start = Math.max(this.nextTick, this.tickedUntil);
      const ahead = Math.max(0, this.now - start);
      this.now = start;
      this.nextTick += microseconds(program.periods[this.slot]!);
      // An interrupt costs some of its time on the way in and the rest on the way out.
      const entering = Math.round(cost.interrupt / 2);
      this.now += entering;
      yield* this.tick();
      this.slot = (this.slot + 1) % program.on.length;
      this.now += cost.interrupt - entering;
      this.tally.add("out", cost.interrupt);
      this.tickedUntil = this.now;
      this.now += ahead;
    }
  }
}
