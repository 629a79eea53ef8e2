import type { Milliamps, Ohms, Volts } from "../quantity";

export type NodeId = number;

export interface ResistorBranch {
  readonly id: string;
  readonly from: NodeId;
  readonly to: NodeId;
  readonly ohms: Ohms;
}

/** An LED or another diode as a forward drop plus a slope; it carries nothing backwards. */
export interface LedBranch {
  readonly id: string;
  readonly anode: NodeId;
  readonly cathode: NodeId;
  readonly forward: Volts;
  readonly slope: Ohms;
}

/** An output stage: a voltage behind a resistance. */
export interface DriveBranch {
  readonly id: string;
  readonly node: NodeId;
  readonly volts: Volts;
  readonly ohms: Ohms;
  /** A constant-current sink takes no more than this, in mA, however high its node stands. */
  readonly most?: Milliamps;
}

/**
 * A bipolar transistor or Darlington in straight pieces: off below its base drop; active with a constant gain;
 * saturated at a drop behind a slope. A PNP has all its voltages the other way round.
 */
export interface BipolarBranch {
  readonly id: string;
  readonly type: "npn" | "pnp";
  readonly base: NodeId;
  readonly collector: NodeId;
  readonly emitter: NodeId;
  readonly baseDrop: Volts;
  readonly baseSlope: Ohms;
  readonly gain: number;
  readonly saturation: Volts;
  readonly saturationSlope: Ohms;
  /** Still conducting after its drive went: saturated whatever its base does. */
  readonly stored?: boolean;
}

/** A MOSFET as a switch: a resistance while its gate is beyond the threshold; its gate carries nothing. */
export interface ChannelBranch {
  readonly id: string;
  readonly type: "n-channel" | "p-channel";
  readonly gate: NodeId;
  readonly drain: NodeId;
  readonly source: NodeId;
  readonly threshold: Volts;
  readonly onResistance: Ohms;
  readonly stored?: boolean;
}

export interface Network {
  readonly nodes: number;
  readonly fixed: ReadonlyMap<NodeId, Volts>;
  readonly resistors: readonly ResistorBranch[];
  readonly leds: readonly LedBranch[];
  readonly drives: readonly DriveBranch[];
  readonly bipolars?: readonly BipolarBranch[];
  readonly channels?: readonly ChannelBranch[];
}

/** Currents of a transistor: into the base of an NPN or out of that of a PNP, and through its collector or drain. */
export interface TransistorCurrents {
  readonly base: Milliamps;
  readonly collector: Milliamps;
  /** Between collector and emitter, or drain and source. */
  readonly drop: Volts;
  /** Whether it is fully on; an active one is between on and off and gets warm. */
  readonly region: "off" | "active" | "on";
}

export interface Solution {
  readonly volts: readonly Volts[];
  /** Forward current of each LED. */
  readonly leds: ReadonlyMap<string, Milliamps>;
  /** Current out of each drive into its node; negative where it sinks. */
  readonly drives: ReadonlyMap<string, Milliamps>;
  /** Volts over each constant-current sink. */
  readonly sinks: ReadonlyMap<string, Volts>;
  /** Current through each resistor, from → to. */
  /** Loads between two legs among them. */
  readonly resistors: ReadonlyMap<string, Milliamps>;
  readonly transistors: ReadonlyMap<string, TransistorCurrents>;
}
