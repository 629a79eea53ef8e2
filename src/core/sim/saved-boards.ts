import type { Board } from "./board";

/** States a board was in, by number: a scan comes back to the same few, and need not be driven through them again. */
export class SavedBoards {
  private saved: string[] = [];
  private ids = new Map<string, number>();
  /** The state the simulation is in, and the one the board itself holds. */
  is: number;
  private holds: number;

  constructor(private readonly board: Board) {
    this.is = this.holds = this.intern();
  }

  /** Brings the board to the state the simulation is in, after states that were only looked up. */
  restore(): void {
    if (this.holds === this.is) return;
    this.board.load(this.saved[this.is]!);
    this.holds = this.is;
  }

  /** The board was changed. @returns the state it holds now */
  changed(): number {
    this.holds = this.intern();
    return this.holds;
  }

  /** The board was changed, and the simulation with it. */
  settle(): void {
    this.is = this.changed();
  }

  /** Begins anew from the state the simulation is in. */
  forget(): void {
    this.restore();
    this.saved = [];
    this.ids = new Map();
    this.settle();
  }

  private intern(): number {
    const text = this.board.save();
    const known = this.ids.get(text);
    if (known !== undefined) return known;
    this.saved.push(text);
    this.ids.set(text, this.saved.length - 1);
    return this.saved.length - 1;
  }
}
