import {
  BOARDS,
  holeKey,
  railColumns,
  railPiece,
  rowsOf,
  stripOf,
  type Half,
  type Hole,
  type Rail,
} from "./breadboard";
import type { Seating } from "./seats";

/** The holes of the boards as they are given out: each once, none under a body. */
export class Holes {
  private readonly taken: Set<string>;
  private readonly owned: Set<string>;
  private readonly railAt: readonly number[];
  /** Strips and rails that had no hole left when one was wanted. */
  readonly full = new Set<string>();

  constructor(private readonly seating: Seating) {
    this.taken = new Set([...seating.covered, ...[...seating.holes.values()].map(holeKey)]);
    this.owned = new Set([...seating.holes.values()].map((hole) => stripOf(seating, hole)));
    this.railAt = railColumns(seating.size);
  }

  /** Free holes of the strip a hole is in, the outermost first. */
  free(hole: Hole): Hole[] {
    if ("rail" in hole) return [];
    const half: Half = "abcde".includes(hole.row) ? "upper" : "lower";
    return rowsOf(half)
      .map((row): Hole => ({ board: hole.board, row, column: hole.column }))
      .filter((one) => !this.taken.has(holeKey(one)));
  }

  take(hole: Hole): Hole {
    this.taken.add(holeKey(hole));
    return hole;
  }

  /** The free hole of a rail nearest to a column; of one piece of it, where that is asked. */
  rail(board: number, rail: Rail, near: number, piece?: 0 | 1): Hole | undefined {
    let best: number | undefined;
    for (const column of this.railAt) {
      if (best !== undefined && Math.abs(column - near) >= Math.abs(best - near)) continue;
      if (piece !== undefined && railPiece(this.seating, column) !== piece) continue;
      if (!this.taken.has(holeKey({ board, rail, column }))) best = column;
    }
    if (best === undefined) {
      this.full.add(`${rail} rail`);
      return undefined;
    }
    return this.take({ board, rail, column: best });
  }

  /** A half column nothing sits in, the nearest to a hole, with room for three wires: it becomes somebody's own. */
  spare(near: Hole): Hole | undefined {
    const columns = BOARDS[this.seating.size];
    for (let step = 0; step < columns; step += 1) {
      for (const column of step === 0 ? [near.column] : [near.column + step, near.column - step]) {
        if (column < 1 || column > columns) continue;
        for (const row of ["a", "j"] as const) {
          const hole: Hole = { board: near.board, row, column };
          const strip = stripOf(this.seating, hole);
          const free = this.free(hole);
          if (this.owned.has(strip) || free.length < 3) continue;
          this.owned.add(strip);
          return free[0];
        }
      }
    }
    return undefined;
  }
}
