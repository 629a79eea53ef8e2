import type { RigModel } from "../address";
import { isMove, type Move } from "../inputs";
import type { Program } from "../program";
import type { Nanoseconds } from "../quantity";
import type { TapeItem } from "../rig";
import type { Face } from "./face";
import { liveNow, type LiveNow } from "./live-now";
import { readView } from "./read-view";
import type { ReadFace } from "./face-shape";
import { Simulation } from "./simulation";

/** The power is cut, and comes back. */
export type Cut = Extract<TapeItem, { cut: "power" }>;
export type HandOrCut = Move | Cut;

export const isCut = (item: TapeItem): item is Cut => "cut" in item;

/** When a tape cuts the power, in order. */
export const cutsOn = (tape: readonly TapeItem[]): Nanoseconds[] =>
  tape
    .filter(isCut)
    .map(({ at }) => Math.round(at * 1e6))
    .sort((one, other) => one - other);

/** What is done, and nothing that is expected. */
export const isHandOrCut = (item: TapeItem): item is HandOrCut => isMove(item) || isCut(item);

/**
 * A rig that runs on over power cuts: what its memory holds outlives them and hands stay where they are, everything else
 * begins anew. Time counts from the first power-up.
 */
export class PoweredRig {
  private simulation: Simulation;
  /** When the power came last. */
  private since: Nanoseconds = 0;
  private cuts: readonly Nanoseconds[];

  /** @param tape what hands do, and when the power is cut */
  constructor(
    readonly model: RigModel,
    readonly program: Program,
    tape: readonly TapeItem[] = [],
  ) {
    this.cuts = cutsOn(tape);
    this.simulation = new Simulation(model, program);
    this.simulation.expect(tape.filter(isMove));
  }

  get time(): Nanoseconds {
    return this.since + this.simulation.time;
  }

  get running(): Simulation {
    return this.simulation;
  }

  advanceTo(until: Nanoseconds): void {
    for (let next = this.cuts[0]; next !== undefined && next <= until; next = this.cuts[0]) {
      this.cuts = this.cuts.slice(1);
      this.simulation.advanceTo(next - this.since);
      this.cutNow();
    }
    this.simulation.advanceTo(until - this.since);
  }

  /** When the power is cut next; Infinity when it is not. */
  get nextCut(): Nanoseconds {
    return this.cuts[0] ?? Infinity;
  }

  /** Runs until the program shows another face, or up to a moment before which no power is cut. */
  runToChange(until: Nanoseconds): void {
    const { simulation } = this;
    const before = simulation.shownFrame;
    const most = until - this.since;
    while (simulation.nextAt !== undefined && simulation.nextAt <= most && simulation.shownFrame === before)
      simulation.advance();
    if (simulation.shownFrame === before) simulation.advanceTo(most);
  }

  /** The light of every LED since the last look. */
  takeAverage(): Face {
    return this.simulation.takeAverage();
  }

  /** A hand does something now. @returns what is put on a tape of it */
  move(move: Move): Move {
    return this.simulation.move(move);
  }

  /** Cuts the power now. @returns what is put on a tape of it */
  cut(): Cut {
    const at = this.time / 1e6;
    this.cutNow();
    return { at, cut: "power" };
  }

  /** What is to be seen since the last look. */
  look(): ReadFace {
    const live = this.live();
    const face = readView(this.model, this.simulation.view());
    return { ...face, time: this.time, ...(live ? { live } : {}) };
  }

  live(): LiveNow | undefined {
    return liveNow(this.program, this.simulation);
  }

  private cutNow(): void {
    const left = this.simulation.left();
    this.since = this.time;
    this.simulation = new Simulation(this.model, this.program, left);
  }
}
