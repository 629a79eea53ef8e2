import type { Nanoseconds, Volts } from "../quantity";
import type { LegRef } from "../rig";
import type { InputCircuit } from "./circuit";
import { moveHand, type Hands } from "./hands";
import type { RawMove } from "./tape";

/** The level on a line changes. */
export interface LineEdge {
  readonly at: Nanoseconds;
  readonly line: string;
}

/**
 * The changes of lines that interrupt, found by moving the hands ahead of what the program has read: an interrupt comes
 * at its moment, whatever the program is at.
 */
export class LineEdges {
  private readonly levels = new Map<string, boolean | undefined>();
  private hands: Record<string, number> = {};
  /** The move that is looked at next. */
  private next = 0;
  private found: LineEdge[] = [];

  /** @param threshold volts from which a line is high */
  constructor(
    private readonly threshold: Volts,
    private readonly legOf: (line: string) => LegRef,
  ) {}

  /** @param next the move that comes next, @param hands where they are before it */
  watch(line: string, next: number, circuit: InputCircuit, hands: Hands): void {
    this.next = Math.max(this.next, next);
    this.hands = { ...hands };
    this.levels.set(line, this.level(line, circuit, hands));
  }

  /** The next change by a moment. */
  by(until: Nanoseconds, moves: readonly RawMove[], circuit: InputCircuit): LineEdge | undefined {
    for (
      let move = moves[this.next];
      this.found.length === 0 && move && move.at <= until;
      move = moves[this.next]
    ) {
      this.next += 1;
      if ("byte" in move) continue;
      moveHand(this.hands, move);
      for (const [line, was] of this.levels) {
        const level = this.level(line, circuit, this.hands);
        if (level === was) continue;
        this.levels.set(line, level);
        this.found.push({ at: move.at, line });
      }
    }
    const [first] = this.found;
    return first && first.at <= until ? first : undefined;
  }

  take(): void {
    this.found.shift();
  }

  private level(line: string, circuit: InputCircuit, hands: Hands): boolean | undefined {
    const volts = circuit.volts(this.legOf(line), hands);
    return volts === undefined ? undefined : volts >= this.threshold;
  }
}
