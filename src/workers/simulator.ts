import { modelOf, type DriveState } from "@/core/address";
import { buildProgram } from "@/core/program";
import type { Nanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import { Simulation, holdingProgram, type FaceView } from "@/core/sim";

/** Simulated time one call may run, so that a fast speed cannot hold the worker. */
const MOST_AT_ONCE: Nanoseconds = 5e9;

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, Simulation>();

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   * @returns what is on its face then
   */
  start(key: string, rig: Rig, held?: DriveState): FaceView {
    const model = modelOf(rig);
    const simulation = new Simulation(model, held ? holdingProgram(model, held) : buildProgram(model));
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
