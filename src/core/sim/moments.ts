import type { RigModel } from "../address";
import type { RigCircuit, Solution } from "../circuit";
import type { Level } from "../level";
import type { PipId } from "../rig";
import type { Board } from "./board";
import { Doubt } from "./doubt";
import type { Moment, ScanLight } from "./moment";
import type { ScanLights } from "./scan-light";

/** Currents kept of moments that may come again: some 30 MB. */
const MOST_REMEMBERED = 4e6;

/** What the circuit does at the levels that stand on the board, worked out once for each. */
export class Moments {
  private known = new Map<string, Moment>();
  private ids = new Map<Moment, number>();
  private readonly doubtful: Doubt;

  constructor(
    model: RigModel,
    private readonly board: Board,
    private readonly circuit: RigCircuit,
    private readonly scanLights: ScanLights,
    private readonly pips: readonly PipId[],
  ) {
    this.doubtful = new Doubt(model, board);
  }

  /** The levels that stand on the circuit's outputs. */
  levels(): Level[] {
    return this.circuit.outputs.map((driver) => this.board.level(driver));
  }

  now(levels: readonly Level[] = this.levels(), scan = this.scanLights.now()): Moment {
    return this.at(levels, this.doubtful.among(levels, scan?.unknown), scan);
  }

  /** @param stored transistors that conduct on for a while */
  at(
    levels: readonly Level[],
    unknown: Uint8Array,
    scan: ScanLight | undefined,
    stored?: ReadonlySet<string>,
  ): Moment {
    const key = `${levels.join("")} ${stored ? [...stored].join() : ""} ${unknown.join("")} ${scan?.id ?? ""}`;
    let moment = this.known.get(key);
    if (!moment) {
      const solution = this.circuit.solve(levels, stored);
      const currents = this.currentsOf(solution, scan);
      moment = { levels, unknown, scan, solution, currents };
      this.known.set(key, moment);
      this.ids.set(moment, this.ids.size);
    }
    return moment;
  }

  /** A number for a moment; -1 for one that was forgotten. */
  idOf(moment: Moment): number {
    return this.ids.get(moment) ?? -1;
  }

  /** More is remembered than there is room for. */
  get isFull(): boolean {
    return this.known.size * this.pips.length > MOST_REMEMBERED;
  }

  forgetAllBut(moment: Moment): void {
    this.known = new Map();
    this.ids = new Map([[moment, 0]]);
  }

  private currentsOf({ leds }: Solution, scan: ScanLight | undefined): Float64Array {
    // Where chips scan everything, nothing else drives an LED.
    if (scan && this.circuit.outputs.length === 0) return scan.currents;
    const currents = scan?.currents.slice() ?? new Float64Array(this.pips.length);
    this.pips.forEach((pip, at) => {
      currents[at]! += leds.get(pip) ?? 0;
    });
    return currents;
  }
}
