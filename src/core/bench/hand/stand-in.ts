import type { RigModel } from "../../address";
import { HAND, handCode, plainProgram } from "../../program";
import type { Nanoseconds } from "../../quantity";
import { controllerById } from "../../rig";
import { PoweredRig, type ReadFace } from "../../sim";

/** What a board may think, in ns, before it answers. */
const THINKS: Nanoseconds = 3e6;

/**
 * A board that is not there: the hand's own sketch on the simulated rig, asked over its serial line byte by byte. What may
 * be wrong on the table may be wrong in its rig.
 */
export class StandIn {
  private readonly rig: PoweredRig;

  constructor(model: RigModel) {
    this.rig = new PoweredRig(model, plainProgram(handCode(controllerById(model.rig.plan.controller))));
    this.rig.advanceTo(THINKS);
  }

  /** Sends bytes and runs until they are dealt with. @returns the lines that came back meanwhile */
  send(bytes: readonly number[]): string[] {
    const { running } = this.rig;
    const before = running.told.length;
    running.receive(bytes, HAND.baud);
    const carried = ((bytes.length + 1) * 1e10) / HAND.baud;
    this.rig.advanceTo(Math.round(this.rig.time + carried + THINKS));
    return running.told.slice(before).map(({ text }) => text);
  }

  /** Time goes by. @returns the lines that came meanwhile */
  advance(by: Nanoseconds): string[] {
    const before = this.rig.running.told.length;
    this.rig.advanceTo(Math.round(this.rig.time + by));
    return this.rig.running.told.slice(before).map(({ text }) => text);
  }

  /** What is to be seen since the last look. */
  look(): ReadFace {
    return this.rig.look();
  }
}
