import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";

/** Statements a byte costs that is put into the serial line's buffer, and the bytes that has room for. */
const TELL_STATEMENTS = 8;
const SERIAL_BUFFER = 64;

/** The serial line outwards: a line goes out byte by byte behind the program's back, as long as its buffer takes them. */
export class SerialOut {
  private byte: Nanoseconds = 0;
  private until: Nanoseconds = 0;

  constructor(private readonly cost: ControllerPart["cost"]) {}

  /** Bits a second; a byte takes ten of them. */
  open(baud: number): void {
    this.byte = Math.round(1e10 / baud);
  }

  /** @returns when the program goes on: it waits where the buffer is full */
  send(text: string, now: Nanoseconds): Nanoseconds {
    const bytes = text.length + 2;
    const put = now + bytes * TELL_STATEMENTS * this.cost.statement;
    this.until = Math.max(this.until, put) + bytes * this.byte;
    return Math.max(put, this.until - SERIAL_BUFFER * this.byte);
  }
}
