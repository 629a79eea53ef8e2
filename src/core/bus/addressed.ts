import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";
import { OpenDrainReceiver } from "./open-drain";
import { hex, type BusPin, type BusWatch } from "./watch";

/**
 * The receiving end of a bus with addresses: bits come most significant first, the first byte is the bus address, and
 * only the chip it names answers and takes what follows. Transfers to others are noted as unheard.
 */
export class AddressedReceiver {
  /** The bus address sent last is this chip's. */
  private mine = false;
  private readonly receiver: OpenDrainReceiver;

  /**
   * @param busAddress seven bits
   * @param take a byte behind the chip's own address, the last of those given; whether what is shown may have changed
   */
  constructor(
    private readonly busAddress: number,
    private readonly watch: BusWatch,
    private readonly take: (taken: readonly number[], at: Nanoseconds) => boolean,
  ) {
    this.receiver = new OpenDrainReceiver(
      {
        order: "msb",
        clockName: "SCL",
        dataName: "SDA",
        restartEnds: true,
        take: (taken, at) => this.byte(taken, at),
        acknowledges: () => this.mine,
        unanswered: (taken, at) => this.unanswered(taken, at),
        ended: (taken, _, from, at) => {
          if (taken.length > 0)
            this.watch.note(
              this.mine
                ? { kind: "write", from, at, bytes: taken, bits: taken.length * 9 }
                : { kind: "unheard", from, at, bytes: taken },
            );
          this.mine = false;
        },
      },
      watch,
    );
  }

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  get answer(): Level {
    return this.receiver.answer;
  }

  private byte(taken: readonly number[], at: Nanoseconds): boolean {
    const [address = -1] = taken;
    if (taken.length > 1) return this.mine && (address & 1) === 0 && this.take(taken, at);
    this.mine = address >= 0 && address >> 1 === this.busAddress;
    if (this.mine && address & 1)
      this.watch.breach(
        at,
        "no such command",
        "the address was sent with the read bit: to write, bit 0 is 0",
      );
    return false;
  }

  private unanswered(taken: readonly number[], at: Nanoseconds): void {
    const [sent = -1] = taken;
    if (this.mine)
      this.watch.breach(
        at,
        "no acknowledge",
        "SDA is not low at the ninth clock: the controller did not let go of it, or no chip answers",
      );
    else if (taken.length === 1)
      this.watch.breach(
        at,
        "wrong address",
        `no chip answers ${hex(sent >> 1)} (sent as ${hex(sent)}); this chip is ${hex(this.busAddress)}`,
      );
  }

  save(): string {
    return `${Number(this.mine)}!${this.receiver.save()}`;
  }

  load(saved: string): void {
    const [mine = "0", receiver = ""] = saved.split("!");
    this.mine = mine === "1";
    this.receiver.load(receiver);
  }
}
