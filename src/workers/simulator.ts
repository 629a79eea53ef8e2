import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { handProgram, sendToHand } from "@/core/bench";
import {
  FirmwareRig,
  chipFor,
  costOf,
  imageOf,
  scanOf,
  type FirmwareCost,
  type FirmwareSettings,
  type FirmwareStep,
  type ProgramPlace,
  type ScanFound,
} from "@/core/firmware";
import { buildProgram, holdingFrame, type Program } from "@/core/program";
import type { Bitmap } from "@/core/dots";
import type { Nanoseconds } from "@/core/quantity";
import type { KeptFirmware, Rig } from "@/core/rig";
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
export type Held = DriveState | Bitmap | "hand" | Compiled;

/** A compiled program that runs instead of the rig's own. */
export interface Compiled {
  readonly firmware: KeptFirmware;
  readonly settings?: FirmwareSettings;
}

/** Where a compiled program stands, and what it has cost so far. */
export interface FirmwareState {
  readonly place: ProgramPlace;
  /** Clocks since power-up. */
  readonly clocks: number;
  readonly cost: FirmwareCost;
  readonly scan: ScanFound | undefined;
  readonly sent: string;
  readonly held: string | undefined;
  /** Simulated time against the time it took, lately; undefined before anything ran. */
  readonly pace: number | undefined;
}

/** What can run: the rig's own program, or a compiled one. */
type Runs = PoweredRig | FirmwareRig;

/** A rig that was started: its display, and what is on it. */
export interface Started {
  readonly shape: FaceShape;
  readonly face: ReadFace;
}

/** Simulations of several rigs, by key. Runs in a worker; also the plain object to test. */
export class Simulator {
  private readonly running = new Map<string, Runs>();
  private pace: { simulated: Nanoseconds; took: number } = { simulated: 0, took: 0 };

  /**
   * Starts a rig from power-up.
   * @param held a state to hold on the display instead of running the show
   * @param tape what hands do from then on, and when the power is cut
   */
  start(key: string, rig: Rig, held?: Held, tape: readonly HandOrCut[] = []): Started {
    const model = modelOf(rig);
    const running = runsOn(model, held, tape);
    this.running.set(key, running);
    this.pace = { simulated: 0, took: 0 };
    return { shape: faceShape(model), face: running.look() };
  }

  /** Runs on by an amount of simulated time. */
  advance(key: string, by: Nanoseconds): ReadFace | undefined {
    const running = this.running.get(key);
    if (!running) return undefined;
    const [from, began] = [running.time, performance.now()];
    running.advanceTo(Math.round(from + Math.min(by, MOST_AT_ONCE)));
    const { simulated, took } = this.pace;
    // The last second counts most.
    const fades = took > 1000 ? 0.5 : 1;
    this.pace = {
      simulated: simulated * fades + running.time - from,
      took: took * fades + performance.now() - began,
    };
    return running.look();
  }

  /** Runs to the next change on the face. @returns what is lit at that very moment, not the average on the way */
  step(key: string, to: FirmwareStep = "face"): ReadFace | undefined {
    const rig = this.running.get(key);
    if (!rig) return undefined;
    if (rig instanceof FirmwareRig) {
      rig.stepTo(to);
      return rig.look();
    }
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
    return running instanceof PoweredRig ? sendToHand(running, bytes) : undefined;
  }

  /** What a compiled program is at; undefined where none runs. */
  firmware(key: string): FirmwareState | undefined {
    const running = this.running.get(key);
    if (!(running instanceof FirmwareRig)) return undefined;
    const { simulated, took } = this.pace;
    return {
      place: running.place,
      clocks: running.machine.cpu.cycles,
      cost: costOf(running),
      scan: scanOf(running.faces, running.model.addresses[running.faces.turning]?.pip),
      sent: running.sent,
      held: running.heldBecause,
      pace: took > 0 ? simulated / 1e6 / took : undefined,
    };
  }

  stop(key: string): void {
    this.running.delete(key);
  }
}

function runsOn(model: RigModel, held: Held | undefined, tape: readonly HandOrCut[]): Runs {
  if (held === undefined || held === "hand" || !("firmware" in held))
    return new PoweredRig(model, programFor(model, held), tape);
  const image = imageOf(held.firmware);
  const chip = chipFor(model, image);
  // A rig that cannot run it is told so on its station; the rig's own program goes on meanwhile.
  if ("problem" in chip) return new PoweredRig(model, buildProgram(model), tape);
  const rig = new FirmwareRig(model, image, held.settings);
  rig.expect(tape);
  return rig;
}

function programFor(model: RigModel, held: Exclude<Held, Compiled> | undefined): Program {
  if (!held) return buildProgram(model);
  if (held === "hand") return handProgram(model);
  return "dots" in held
    ? holdingFrame(model, { cells: [], bitmap: () => held })
    : holdingProgram(model, held);
}
