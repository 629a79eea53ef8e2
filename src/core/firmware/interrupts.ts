/** What an interrupt took: clocks, how often, and the longest of them. */
export interface InterruptTally {
  readonly clocks: number;
  readonly count: number;
  readonly longest: number;
}

interface Served {
  readonly vector: number;
  readonly from: number;
  readonly stack: number;
}

/** Which interrupts a core is serving, one within the other, and what those took that have ended. */
export class InterruptAccounts {
  private readonly serving: Served[] = [];
  private readonly sums: Array<{ clocks: number; count: number; longest: number }>;

  constructor(vectors: number) {
    this.sums = Array.from({ length: vectors }, () => ({ clocks: 0, count: 0, longest: 0 }));
  }

  /** By the interrupt's number. */
  get tallies(): readonly InterruptTally[] {
    return this.sums;
  }

  /** Whether one is being served. */
  get serves(): boolean {
    return this.serving.length > 0;
  }

  /** @param stack where the stack was before */
  begins(vector: number, from: number, stack: number): void {
    this.serving.push({ vector, from, stack });
  }

  /** The one that has ended, by where the stack is now; nothing where it goes on. */
  endsBy(stack: number, now: number): Served | undefined {
    const last = this.serving[this.serving.length - 1]!;
    if (stack < last.stack) return undefined;
    this.serving.pop();
    const spent = now - last.from;
    const tally = this.sums[last.vector];
    if (tally) {
      tally.count += 1;
      // What interrupts an interrupt is counted once.
      if (!this.serves) tally.clocks += spent;
      tally.longest = Math.max(tally.longest, spent);
    }
    return last;
  }

  /** A reset: none is served any more. */
  forget(): void {
    this.serving.length = 0;
  }
}
