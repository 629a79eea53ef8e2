import type { Nanoseconds } from "../quantity";
import type { BusEdge, BusLines, BusPace, BusWrite, LineGiven } from "./types";

/** Takes an edge down. */
type Take = (at: Nanoseconds, line: string, level: LineGiven, bit: number | undefined) => void;

/** Puts the edges of a transfer down one after the other. */
class Pen {
  now: Nanoseconds = 0;

  constructor(
    private readonly lines: BusLines,
    private readonly pace: BusPace,
    private readonly take: Take,
  ) {}

  set(pin: "data" | "clock" | "select", level: LineGiven, bit?: number): void {
    const line = this.lines[pin];
    if (line === undefined) return;
    this.take(this.now, line, level, bit);
    this.now += this.pace.write + this.pace.pause;
  }

  /** A byte through the shift-out call: data, clock up, clock down. */
  shift(byte: number, order: "msb" | "lsb", first: number): void {
    const third = Math.round(this.pace.shiftBit / 3);
    for (let turn = 0; turn < 8; turn += 1) {
      const level = ((byte >> (order === "msb" ? 7 - turn : turn)) & 1) as 0 | 1;
      const bit = first + turn;
      const { data, clock } = this.lines;
      this.take(this.now, data, level, bit);
      this.take(this.now + third, clock, 1, bit);
      this.take(this.now + 2 * third, clock, 0, bit);
      this.now += this.pace.shiftBit;
    }
  }
}

/** The edges of a transfer on its lines, from the moment it begins, and how long it takes. */
export function busEdges(
  write: BusWrite,
  lines: BusLines,
  pace: BusPace,
): { readonly edges: readonly BusEdge[]; readonly duration: Nanoseconds } {
  const edges: BusEdge[] = [];
  const duration = drawEdges(write, lines, pace, (at, line, level, bit) =>
    edges.push({ at, line, level, ...(bit === undefined ? {} : { bit }) }),
  );
  return { edges, duration };
}

/** Gives the edges of a transfer one by one. @returns how long it takes */
export function drawEdges(write: BusWrite, lines: BusLines, pace: BusPace, take: Take): Nanoseconds {
  const pen = new Pen(lines, pace, take);
  switch (write.bus) {
    case "frames":
      pen.set("select", 0);
      write.words.forEach((word, at) => {
        pen.shift(word >> 8, "msb", at * 16);
        pen.shift(word & 0xff, "msb", at * 16 + 8);
      });
      pen.set("select", 1);
      break;
    case "strobed":
      pen.set("select", 0);
      write.bytes.forEach((byte, at) => pen.shift(byte, "lsb", at * 8));
      if (write.reads) {
        // Such a module has no pull-up of its own: the board lends one while the chip answers.
        pen.set("data", "pulled-up");
        for (let bit = 0; bit < write.reads * 8; bit += 1) {
          pen.set("clock", 0);
          pen.set("clock", 1);
        }
        pen.set("clock", 0);
        pen.set("data", 0);
      }
      pen.set("select", 1);
      break;
    case "two-wire":
    case "i2c":
      openDrain(pen, write);
      break;
  }
  return pen.now;
}

/** Both lines are only pulled down or let go; the chip answers at every ninth clock. */
function openDrain(pen: Pen, write: Extract<BusWrite, { bus: "two-wire" | "i2c" }>): void {
  const msb = write.bus === "i2c";
  const pull = (level: number): LineGiven => (level ? "released" : 0);
  pen.set("data", 0);
  pen.set("clock", 0);
  write.bytes.forEach((byte, at) => {
    for (let turn = 0; turn < 8; turn += 1) {
      const bit = at * 8 + turn;
      pen.set("data", pull((byte >> (msb ? 7 - turn : turn)) & 1), bit);
      pen.set("clock", "released", bit);
      pen.set("clock", 0, bit);
    }
    pen.set("data", "released");
    pen.set("clock", "released");
    pen.set("clock", 0);
  });
  if (write.bus === "two-wire" && write.reads) {
    for (let bit = 0; bit < write.reads * 8 + 1; bit += 1) {
      pen.set("clock", "released");
      pen.set("clock", 0);
    }
  }
  pen.set("data", 0);
  pen.set("clock", "released");
  pen.set("data", "released");
}

/** How many bits of a transfer carry its bytes; acknowledges are not counted. */
export const bitsOf = (write: BusWrite): number =>
  write.bus === "frames" ? write.words.length * 16 : write.bytes.length * 8;

/** The bytes of a transfer in the order they are sent. */
export const bytesOf = (write: BusWrite): number[] =>
  write.bus === "frames" ? write.words.flatMap((word) => [word >> 8, word & 0xff]) : [...write.bytes];
