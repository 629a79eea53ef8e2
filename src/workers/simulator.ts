import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { buildProgram, holdingFrame, type Program } from "@/core/program";
import type { Bitmap } from "@/core/dots";
import type { Nanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import type { Move } from "@/core/inputs";
import {
  Simulation,
  faceShape,
  holdingProgram,
  liveNow,
  readView,
  type FaceShape,
  type ReadFace,
} from "@/core/sim";

/** Simulated time one call may run, so that a fast speed cannot hold the worker. */
const MOST_AT_ONCE: Nanoseconds = 5e9;

/** What is held on a display instead of the show: a state of what the program controls, or a picture of dots. */
export type Held = DriveState | Bitmap;

/** A rig that was started: its display, and what is on it. */
export interface Started {
  readonly shape: FaceShape;
  readonly face: ReadFace;
}

interface Running {
  readonly model: RigModel;
  readonly program: Program;
  readonly simulation: Simulation;
}

function viewOf({ model, program, simulation }: Running): ReadFace {
  const live = liveNow(program, simulation);
  return { ...readView(model, simulation.view()), ...(live ? { live } : {}) };
}

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, Running>();

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   * @param moves what hands do from then on, by their moments
   */
  start(key: string, rig: Rig, held?: Held, moves: readonly Move[] = []): Started {
    const model = modelOf(rig);
    const program = programFor(model, held);
    const running = { model, program, simulation: new Simulation(model, program) };
    running.simulation.expect(moves);
    this.running.set(key, running);
    return { shape: faceShape(model), face: viewOf(running) };
  }

  /** Runs on by an amount of simulated time. */
  advance(key: string, by: Nanoseconds): ReadFace | undefined {
    const running = this.running.get(key);
    if (!running) return undefined;
    const { simulation } = running;
    simulation.advanceTo(Math.round(simulation.time + Math.min(by, MOST_AT_ONCE)));
    return viewOf(running);
  }

  /** Runs to the next change on the face. @returns what is lit at that very moment, not the average on the way */
  step(key: string): ReadFace | undefined {
    const running = this.running.get(key);
    if (!running) return undefined;
    running.simulation.stepToChange();
    running.simulation.view();
    return viewOf(running);
  }

  /** A hand does something now. @returns the move with its moment, for a tape */
  move(key: string, move: Move): Move | undefined {
    return this.running.get(key)?.simulation.move(move);
  }

  stop(key: string): void {
    this.running.delete(key);
  }
}

function programFor(model: RigModel, held: Held | undefined): Program {
  if (!held) return buildProgram(model);
  return "dots" in held
    ? holdingFrame(model, { cells: [], bitmap: () => held })
    : holdingProgram(model, held);
}
