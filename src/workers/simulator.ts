import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { buildProgram, holdingFrame, type Program } from "@/core/program";
import type { Bitmap } from "@/core/dots";
import type { Nanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import { Simulation, holdingProgram, type FaceView } from "@/core/sim";

/** Simulated time one call may run, so that a fast speed cannot hold the worker. */
const MOST_AT_ONCE: Nanoseconds = 5e9;

/** What is held on a display instead of the show: a state of what the program controls, or a picture of dots. */
export type Held = DriveState | Bitmap;

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, Simulation>();

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   * @returns what is on its face then
   */
  start(key: string, rig: Rig, held?: Held): FaceView {
    const model = modelOf(rig);
    const simulation = new Simulation(model, programFor(model, held));
    this.running.set(key, simulation);
    return simulation.view();
  }

  /** Runs on by an amount of simulated time. */
  advance(key: string, by: Nanoseconds): FaceView | undefined {
    const simulation = this.running.get(key);
    if (!simulation) return undefined;
    simulation.advanceTo(Math.round(simulation.time + Math.min(by, MOST_AT_ONCE)));
    return simulation.view();
  }

  /** Runs to the next change on the face. @returns what is lit at that very moment, not the average on the way */
  step(key: string): FaceView | undefined {
    const simulation = this.running.get(key);
    simulation?.stepToChange();
    simulation?.view();
    return simulation?.view();
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
