import type { RigModel } from "../../address";
import { HAND } from "../../hand";
import { handCode, plainProgram, type Program } from "../../program";
import type { Nanoseconds } from "../../quantity";
import { controllerById } from "../../rig";
import { PoweredRig, type ReadFace } from "../../sim";

/** What a board may think, in ns, before it answers. */
const THINKS: Nanoseconds = 3e6;

/** The hand's own sketch for a rig's board. */
export const handProgram = (model: RigModel): Program =>
  plainProgram(handCode(controllerById(model.rig.plan.controller)));

/** Sends bytes to a rig that runs it, and runs until they are dealt with. @returns the lines that came back meanwhile */
export function sendToHand(rig: PoweredRig, bytes: readonly number[]): string[] {
  const { running } = rig;
  const before = running.told.length;
  running.receive(bytes, HAND.baud);
  const carried = ((bytes.length + 1) * 1e10) / HAND.baud;
  rig.advanceTo(Math.round(rig.time + carried + THINKS));
  return running.told.slice(before).map(({ text }) => text);
}

/**
 * A board that is not there: the hand's own sketch on the simulated rig, asked over its serial line byte by byte. What may
 * be wrong on the table may be wrong in its rig.
 */
export class StandIn {
  private readonly rig: PoweredRig;

  constructor(model: RigModel) {
    this.rig = new PoweredRig(model, handProgram(model));
    this.rig.advanceTo(THINKS);
  }

  send(bytes: readonly number[]): string[] {
    return sendToHand(this.rig, bytes);
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
