import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { buildProgram, holdingFrame, type Program } from "@/core/program";
import type { Bitmap } from "@/core/dots";
import type { Nanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import { Simulation, faceShape, holdingProgram, readView, type FaceShape, type ReadFace } from "@/core/sim";

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
  readonly simulation: Simulation;
}

const viewOf = ({ model, simulation }: Running): ReadFace => readView(model, simulation.view());

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, Running>();

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   */
  start(key: string, rig: Rig, held?: Held): Started {
    const model = modelOf(rig);
    const running = { model, simulation: new Simulation(model, programFor(model, held)) };
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
