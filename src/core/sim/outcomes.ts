import type { RigCircuit } from "../circuit";
import type { TimedEvent } from "../program";
import type { Board } from "./board";
import type { Moment, Outcome, Stretch } from "./moment";
import type { Moments } from "./moments";
import type { SavedBoards } from "./saved-boards";
import type { ScanLights } from "./scan-light";
import type { Storage } from "./storage";

export type Burst = Extract<TimedEvent, { kind: "burst" }>;

/** What bursts do to the board and the circuit: worked out once for each state they are in, then looked up. */
export class Outcomes {
  private known = new WeakMap<object, Map<number, Outcome>>();
  /** Lines that reach the LEDs themselves and not only chips. */
  private readonly circuitLines: ReadonlySet<string>;
  /** A serial output reaches LEDs: then every shift may show. */
  private readonly serialShows: boolean;

  constructor(
    circuit: RigCircuit,
    private readonly board: Board,
    private readonly boards: SavedBoards,
    private readonly moments: Moments,
    private readonly storage: Storage,
    private readonly scanLights: ScanLights,
  ) {
    this.serialShows = circuit.outputs.some(({ kind }) => kind === "serial-out");
    this.circuitLines = new Set(
      circuit.outputs.flatMap((driver) => (driver.kind === "line" ? [driver.line] : [])),
    );
  }

  /**
   * @param begins what the circuit is in when the burst begins
   * @param settled nothing is under way any more of what was before
   */
  of(event: Burst, begins: Moment, settled: boolean): Outcome {
    const known = this.known.get(event.burst) ?? new Map<number, Outcome>();
    this.known.set(event.burst, known);
    const key = this.boards.is * 100_003 + this.moments.idOf(begins);
    let outcome = settled ? known.get(key) : undefined;
    if (!outcome) {
      if (this.moments.isFull) this.forget(begins);
      outcome = this.workOut(event, begins);
      if (settled) known.set(key, outcome);
    }
    return outcome;
  }

  /** A run that never comes back to what it was would remember without end: it starts afresh from where it stands. */
  private forget(begins: Moment): void {
    this.boards.forget();
    this.known = new WeakMap();
    this.moments.forgetAllBut(begins);
    this.scanLights.forget();
  }

  /** Drives a burst's edges into the board one by one and notes what the circuit goes through. */
  private workOut(event: Burst, begins: Moment): Outcome {
    const { burst } = event;
    this.boards.restore();
    const stretches: Stretch[] = [];
    let before = begins;
    this.board.takeTouched();
    for (const { at, line, level } of burst.events) {
      this.board.drive(line, level, event.at + at);
      if (!this.board.takeTouched() && !this.circuitLines.has(line) && !this.serialShows) continue;
      const levels = this.moments.levels();
      const scan = this.scanLights.now();
      if (scan === before.scan && levels.every((now, place) => now === before.levels[place])) continue;
      const moment = this.moments.now(levels, scan);
      stretches.push({ from: at, moment });
      before = moment;
    }
    // Nobody reads here what the chips took down of their buses.
    for (const driver of this.board.drivers) driver.takeNotes();
    return {
      stretches: this.storage.follow(begins.solution, stretches, (levels, stored, moment) =>
        this.moments.at(levels, moment.unknown, moment.scan, stored),
      ),
      leaves: this.boards.changed(),
    };
  }
}
