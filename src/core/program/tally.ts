import type { Nanoseconds } from "../quantity";

/** Where the controller's time goes, in ns since power-up. */
export interface Spent {
  /** Putting out digits, faces and writes. */
  readonly out: Nanoseconds;
  /** Waiting for the converter, or for what chips tell of their keys. */
  readonly reading: Nanoseconds;
  /** Standing still: nothing else is done meanwhile. */
  readonly waiting: Nanoseconds;
  /** Passes through the loop in which something came of it. */
  readonly working: Nanoseconds;
  /** Passes in which nothing did. */
  readonly idle: Nanoseconds;
}

/** What a pass was spent on: going through it, reading, waiting. */
export interface Pass {
  readonly own: Nanoseconds;
  readonly reading: Nanoseconds;
  readonly waiting: Nanoseconds;
}

/** Adds up where the time of a program goes. */
export class Tally {
  private readonly sums = { out: 0, reading: 0, waiting: 0, working: 0, idle: 0 };

  add(what: "out" | "reading" | "waiting", time: Nanoseconds): void {
    this.sums[what] += time;
  }

  /** So long nothing was done but what was added meanwhile. @param outside what {@link begin} said when it began */
  stood(time: Nanoseconds, outside: Nanoseconds): void {
    this.sums.waiting += Math.max(0, time - (this.outside - outside));
  }

  get spent(): Spent {
    return { ...this.sums };
  }

  /** All that was not spent on going through the loop itself. */
  private get outside(): Nanoseconds {
    const { out, reading, waiting } = this.sums;
    return out + reading + waiting;
  }

  /** A pass through the loop begins. @returns what its end is told */
  begin(): Pick<Spent, "reading" | "waiting"> & { readonly outside: Nanoseconds } {
    const { reading, waiting } = this.sums;
    return { reading, waiting, outside: this.outside };
  }

  /** A pass is over. @returns what it was spent on, for passes just like it */
  passed(began: ReturnType<Tally["begin"]>, took: Nanoseconds): Pass {
    const { sums } = this;
    return {
      own: Math.max(0, took - (this.outside - began.outside)),
      reading: sums.reading - began.reading,
      waiting: sums.waiting - began.waiting,
    };
  }

  /** Counts a pass. @param changed whether anything came of it */
  end({ own }: Pass, changed: boolean): void {
    this.sums[changed ? "working" : "idle"] += own;
  }

  /** So many passes more that were just like one in which nothing was put out and nothing came of it. */
  again({ own, reading, waiting }: Pass, passes: number): void {
    const { sums } = this;
    sums.idle += own * passes;
    sums.reading += reading * passes;
    sums.waiting += waiting * passes;
  }
}
