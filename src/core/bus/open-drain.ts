import type { Nanoseconds } from "../quantity";
import { addBit, packBytes, edgeOf, unpackBytes, type BitOrder, type BusPin, type BusWatch } from "./watch";
import { HIGH, LOW, OPEN, type Level } from "../level";

/** What a chip makes of what comes over its two wires. */
export interface OpenDrainChip {
  readonly order: BitOrder;
  /** What its sheet calls the legs. */
  readonly clockName: string;
  readonly dataName: string;
  /** A start without a stop before it ends the transfer and takes it as it is; otherwise it is dropped. */
  readonly restartEnds: boolean;
  /** A whole byte, the last of those taken since the start. @returns whether what is shown may have changed */
  take(taken: readonly number[], at: Nanoseconds): boolean;
  /** Whether it answers the byte it took last. Chips without this have no ninth clock. */
  acknowledges?(): boolean;
  /** Nobody holds the data line low at the ninth clock. */
  unanswered?(taken: readonly number[], at: Nanoseconds): void;
  /** Bits it gives back behind the acknowledge, where it was asked for some. */
  reply?(taken: readonly number[]): number[] | undefined;
  /** It gives byte after byte, each with a ninth bit let go, until one is not acknowledged. */
  readonly givesOn?: true;
  /** The transfer has ended; the byte that was read back, where one was. */
  ended(taken: readonly number[], read: number | undefined, from: Nanoseconds, at: Nanoseconds): void;
}

const READ_BITS = 8;

/**
 * The receiving end of a bus of two lines that are only pulled down or let go. Start: data falls while the clock is
 * high; stop: data rises while the clock is high. Bits are sampled on the clock's rise; at the ninth clock a chip that
 * is meant holds data low.
 */
export class OpenDrainReceiver {
  private readonly levels: Record<"data" | "clock", Level> = { data: OPEN, clock: OPEN };
  /** Between start and stop. */
  private open = false;
  private bits = 0;
  private byte = 0;
  private taken: number[] = [];
  private began: Nanoseconds = 0;
  private acknowledging = false;
  /** Bits of the reply still to be given. */
  private replying: number[] | undefined;
  /** What was read back so far, and how many bits of it. */
  private read: number | undefined;
  private readCount = 0;
  answer: Level = OPEN;

  constructor(
    private readonly chip: OpenDrainChip,
    private readonly watch: BusWatch,
  ) {}

  /** Takes levels that change at one moment. @returns whether what the chip shows or answers may differ afterwards */
  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    const before = { ...this.levels };
    if (next.data !== undefined) this.levels.data = next.data;
    if (next.clock !== undefined) this.levels.clock = next.clock;
    const clock = edgeOf(before.clock, next.clock);
    const answered = this.answer;
    this.watch.active = this.open;
    if (clock !== "none") this.watch.clock(next.clock!, at);
    let shows = false;
    if (clock === "rise") shows = this.sample(this.levels.data, at);
    if (clock === "fall") this.fall();
    const data = edgeOf(before.data, next.data);
    // What changes together with the clock, or is the chip's own answer, is neither start nor stop.
    const own = this.answer === LOW || (this.replying !== undefined && this.replying.length > 0);
    if (data !== "none" && clock === "none" && !own) {
      if (this.levels.clock !== HIGH) this.watch.data(at);
      else if (data === "fall") this.start(at);
      else if (data === "rise") this.stop(at);
    }
    if (clock === "doubt" || data === "doubt")
      this.watch.breach(
        at,
        "unreadable level",
        `${clock === "doubt" ? this.chip.clockName : this.chip.dataName} is between low and high for this chip`,
      );
    return shows || answered !== this.answer;
  }

  /** The first bit of a byte is sampled before a start or stop can be told from it. */
  private checkWhole(at: Nanoseconds, moved: string, taken: string): void {
    if (this.open && this.bits > 1)
      this.watch.breach(
        at,
        "data changed while the clock was high",
        `${this.chip.dataName} ${moved} in the middle of a byte, after ${this.bits} bits: the chip takes it for ${taken}`,
      );
  }

  private start(at: Nanoseconds): void {
    this.checkWhole(at, "fell", "a new start");
    if (this.chip.restartEnds) this.end(at);
    this.open = true;
    this.began = at;
    this.bits = this.byte = 0;
    this.taken = [];
    this.replying = undefined;
    this.read = undefined;
  }

  private stop(at: Nanoseconds): void {
    this.checkWhole(at, "rose", "the stop");
    this.end(at);
  }

  private end(at: Nanoseconds): void {
    if (!this.open) return;
    this.open = false;
    this.replying = undefined;
    this.answer = OPEN;
    this.chip.ended(this.taken, this.read, this.began, at);
    this.taken = [];
    this.read = undefined;
  }

  private sample(data: Level, at: Nanoseconds): boolean {
    if (!this.open) return false;
    if (this.acknowledging) {
      this.acknowledging = false;
      if (data !== LOW) this.chip.unanswered?.(this.taken, at);
      this.bits = this.byte = 0;
      return false;
    }
    if (this.replying) {
      // What is read is what stands on the line, whoever puts it there.
      if (this.read !== undefined && this.readCount < READ_BITS) {
        this.read |= data === LOW ? 0 : 1 << this.readCount;
        this.readCount += 1;
      }
      if (this.chip.givesOn && this.replying.length % 9 === 0 && data !== LOW) this.replying = [];
      return false;
    }
    this.byte = addBit(this.byte, this.bits, data, this.chip.order);
    this.bits += 1;
    if (this.bits < 8) return false;
    this.taken.push(this.byte);
    if (!this.chip.acknowledges) this.bits = this.byte = 0;
    return this.chip.take(this.taken, at);
  }

  private fall(): void {
    if (!this.open || this.acknowledging) return;
    if (this.bits === 8 && this.chip.acknowledges) {
      this.acknowledging = true;
      this.bits = 0;
      this.answer = this.chip.acknowledges() ? LOW : OPEN;
      const reply = this.chip.reply?.(this.taken);
      if (!reply) return;
      this.replying = reply;
      this.read = this.readCount = 0;
    } else this.answer = this.replying?.shift() === 0 ? LOW : OPEN;
  }

  save(): string {
    const { data, clock } = this.levels;
    return [
      packBytes([
        data,
        clock,
        Number(this.open),
        this.bits,
        this.byte,
        Number(this.acknowledging),
        this.answer,
      ]),
      packBytes(this.taken),
      this.replying ? packBytes(this.replying) : "-",
    ].join("~");
  }

  load(saved: string): void {
    const [state = "", taken = "", replying = "-"] = saved.split("~");
    const [data, clock, open, bits, byte, acknowledging, answer] = unpackBytes(state);
    Object.assign(this.levels, { data, clock });
    Object.assign(this, { open: open === 1, bits, byte, acknowledging: acknowledging === 1, answer });
    this.taken = unpackBytes(taken);
    this.replying = replying === "-" ? undefined : unpackBytes(replying);
    this.watch.restart();
  }
}
