import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { handProgram, sendToHand } from "@/core/bench";
import { buildProgram, holdingFrame, type Program } from "@/core/program";
import type { Bitmap } from "@/core/dots";
import type { Nanoseconds } from "@/core/quantity";
import type { Rig } from "@/core/rig";
import type { Move } from "@/core/inputs";
import {
  PoweredRig,
  faceShape,
  holdingProgram,
  type FaceShape,
  type HandOrCut,
  type ReadFace,
} from "@/core/sim";

/** Simulated time one call may run, so that a fast speed cannot hold the worker. */
const MOST_AT_ONCE: Nanoseconds = 5e9;

/**
 * What is held on a display instead of the show: a state of what the program controls, a picture of dots, or what a hand
 * does over the serial line.
 */
export type Held = DriveState | Bitmap | "hand";

/** A rig that was started: its display, and what is on it. */
export interface Started {
  readonly shape: FaceShape;
  readonly face: ReadFace;
}

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, PoweredRig>();

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   * @param tape what hands do from then on, and when the power is cut
   */
  start(key: string, rig: Rig, held?: Held, tape: readonly HandOrCut[] = []): Started {
    const model = modelOf(rig);
    const running = new PoweredRig(model, programFor(model, held), tape);
    this.running.set(key, running);
    return { shape: faceShape(model), face: running.look() };
  }

  /** Runs on by an amount of simulated time. */
  advance(key: string, by: Nanoseconds): ReadFace | undefined {
    const running = this.running.get(key);
    if (!running) return undefined;
    running.advanceTo(Math.round(running.time + Math.min(by, MOST_AT_ONCE)));
    return running.look();
  }

  /** Runs to the next change on the face. @returns what is lit at that very moment, not the average on the way */
  step(key: string): ReadFace | undefined {
    const rig = this.running.get(key);
    if (!rig) return undefined;
    rig.running.stepToChange();
    rig.running.view();
    return rig.look();
  }

  /** A hand does something now. @returns the move with its moment, for a tape */
  move(key: string, move: Move): Move | undefined {
    return this.running.get(key)?.move(move);
  }

  /** Cuts the power, and lets it come back. @returns the cut with its moment, for a tape */
  cut(key: string): HandOrCut | undefined {
    return this.running.get(key)?.cut();
  }

  /** Bytes come over the serial line, and are dealt with. @returns the lines that came back meanwhile */
  send(key: string, bytes: readonly number[]): string[] | undefined {
    const running = this.running.get(key);
    return running && sendToHand(running, bytes);
  }

  stop(key: string): void {
    this.running.delete(key);
  }
}

function programFor(model: RigModel, held: Held | undefined): Program {
  if (!held) return buildProgram(model);
  if (held === "hand") return handProgram(model);
  return "dots" in held
    ? holdingFrame(model, { cells: [], bitmap: () => held })
    : holdingProgram(model, held);
}
