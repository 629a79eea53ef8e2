import { LinearSystem } from "./linear";
import type {
  BipolarBranch,
  ChannelBranch,
  DriveBranch,
  LedBranch,
  Network,
  NodeId,
  Solution,
  TransistorCurrents,
} from "./network";

const LEAST_SLOPE = 0.01;
const TOLERANCE = 1e-9;
/** So often all contradictions are changed at once; after that one at a time. */
const BOLD_ROUNDS = 6;
const MOST_CHANGES = 400;

type Region = "off" | "on" | "active" | "saturated" | "starved" | "held";

/** A piece of the network that is linear within a region, and knows where it contradicts itself. */
interface Piece {
  region: Region;
  stamp(system: LinearSystem): void;
  /** The region the voltages ask for, and by how much they miss the present one; undefined where they agree. */
  wants(volts: Float64Array): { readonly region: Region; readonly by: number } | undefined;
}

/**
 * DC operating point by nodal analysis of a network that is linear in pieces. The region of every LED and transistor
 * is found by changing what contradicts the voltages until nothing does: all at once at first, then the worst alone.
 * What then still runs in a ring is approached by raising all sources from nothing, piece by piece.
 */
export function solveNetwork(network: Network): Solution {
  const system = new LinearSystem(network);
  const leds = network.leds.map(ledPiece);
  const bipolars = (network.bipolars ?? []).map(bipolarPiece);
  const channels = (network.channels ?? []).map(channelPiece);
  const sinks = network.drives.filter(({ most }) => most !== undefined).map(sinkPiece);
  const pieces: Piece[] = [...leds, ...bipolars, ...channels, ...sinks];
  let volts = solveWith(system, pieces, 1);
  let settled = false;
  for (let round = 0; round < MOST_CHANGES; round += 1) {
    const wishes = pieces.map((piece) => piece.wants(volts));
    const most = Math.max(0, ...wishes.map((wish) => wish?.by ?? 0));
    if (most <= TOLERANCE) {
      settled = true;
      break;
    }
    const worst = wishes.findIndex((wish) => wish?.by === most);
    wishes.forEach((wish, at) => {
      if (wish && (round < BOLD_ROUNDS ? wish.by > TOLERANCE : at === worst))
        pieces[at]!.region = wish.region;
    });
    volts = solveWith(system, pieces, 1);
  }
  if (!settled) volts = raiseSources(system, pieces);
  return readOut(network, volts, leds, bipolars, channels, sinks);
}

function solveWith(system: LinearSystem, pieces: readonly Piece[], share: number): Float64Array {
  system.reset(share);
  for (const piece of pieces) piece.stamp(system);
  return system.solve();
}

/**
 * Raises all sources from nothing to their full value. On the way the voltages move in straight lines; at each kink
 * the piece that meets its boundary changes region, and the way goes on from there.
 */
function raiseSources(system: LinearSystem, pieces: readonly Piece[]): Float64Array {
  for (const piece of pieces) piece.region = "off";
  let share = 0;
  let volts = solveWith(system, pieces, 0);
  for (let step = 0; step < MOST_CHANGES && share < 1; step += 1) {
    const end = solveWith(system, pieces, 1);
    const at = (way: number) => volts.map((value, node) => value + (end[node]! - value) * way);
    const holds = (way: number) => pieces.every((piece) => (piece.wants(at(way))?.by ?? 0) <= TOLERANCE);
    if (holds(1)) return end;
    let [good, bad] = [0, 1];
    for (let halving = 0; halving < 40; halving += 1) {
      const middle = (good + bad) / 2;
      if (holds(middle)) good = middle;
      else bad = middle;
    }
    const kink = at(bad);
    const wishes = pieces.map((piece) => piece.wants(kink));
    const most = Math.max(0, ...wishes.map((wish) => wish?.by ?? 0));
    const first = wishes.findIndex((wish) => wish?.by === most);
    if (first >= 0 && wishes[first]) pieces[first]!.region = wishes[first].region;
    volts = kink;
    share += (1 - share) * bad;
  }
  return solveWith(system, pieces, 1);
}

/**
 * An LED is nothing below its drop and a small resistance behind a source above it: two straight lines, so that the
 * network stays linear once it is known which LEDs are on.
 */
function ledPiece(led: LedBranch): Piece {
  const slope = Math.max(led.slope, LEAST_SLOPE);
  return {
    region: "off",
    stamp(system) {
      if (this.region === "on") system.branch(led.anode, led.cathode, 1 / slope, led.forward);
    },
    wants(volts) {
      const over = volts[led.anode]! - volts[led.cathode]! - led.forward;
      if (this.region === "on") return over < 0 ? { region: "off", by: -over } : undefined;
      return over > 0 ? { region: "on", by: over } : undefined;
    },
  };
}

interface BipolarPiece extends Piece {
  baseCurrent(volts: Float64Array): number;
  collectorCurrent(volts: Float64Array): number;
}

/**
 * A transistor is off, active (its collector current is the base current times the gain) or saturated (a small drop and a
 * slope). One whose drive has just gone is still saturated: its stored charge keeps it so.
 */
function bipolarPiece(branch: BipolarBranch): BipolarPiece {
  const { base, collector, emitter, baseDrop, gain, saturation, stored } = branch;
  const sign = branch.type === "npn" ? 1 : -1;
  const baseSlope = Math.max(branch.baseSlope, LEAST_SLOPE);
  const slope = Math.max(branch.saturationSlope, LEAST_SLOPE);
  const baseVolts = (volts: Float64Array) => sign * (volts[base]! - volts[emitter]!);
  const drop = (volts: Float64Array) => sign * (volts[collector]! - volts[emitter]!);
  return {
    region: stored ? "saturated" : "off",
    stamp(system) {
      if (this.region === "off") return;
      const drives = !stored;
      if (drives) system.branch(base, emitter, 1 / baseSlope, sign * baseDrop);
      if (this.region === "saturated") system.branch(collector, emitter, 1 / slope, sign * saturation);
      if (this.region === "active")
        system.controlled(collector, emitter, base, emitter, gain / baseSlope, sign * baseDrop);
    },
    baseCurrent(volts) {
      return this.region === "off" || stored ? 0 : Math.max(0, (baseVolts(volts) - baseDrop) / baseSlope);
    },
    collectorCurrent(volts) {
      if (this.region === "saturated") return (drop(volts) - saturation) / slope;
      return this.region === "active" ? gain * this.baseCurrent(volts) : 0;
    },
    wants(volts) {
      const through = (drop(volts) - saturation) / slope;
      if (stored) {
        if (this.region === "starved")
          return through > 0 ? { region: "saturated", by: drop(volts) - saturation } : undefined;
        return through < 0 ? { region: "starved", by: saturation - drop(volts) } : undefined;
      }
      const over = baseVolts(volts) - baseDrop;
      switch (this.region) {
        case "off":
          // Into the region that borders on it: active, or base current alone where the collector has no voltage.
          return over > 0 ? { region: through > 0 ? "active" : "starved", by: over } : undefined;
        case "starved":
          if (over < 0) return { region: "off", by: -over };
          return through > 0 ? { region: "saturated", by: drop(volts) - saturation } : undefined;
        case "saturated": {
          if (over < 0) return { region: "off", by: -over };
          if (through < 0) return { region: "starved", by: saturation - drop(volts) };
          const excess = through - (gain * over) / baseSlope;
          return excess > 0 ? { region: "active", by: excess * slope } : undefined;
        }
        default: {
          if (over < 0) return { region: "off", by: -over };
          const missing = (gain * over) / baseSlope - through;
          return missing > 0 ? { region: "saturated", by: missing * slope } : undefined;
        }
      }
    },
  };
}

/** A MOSFET is its on-resistance beyond its threshold and nothing below: good enough where it only switches. */
function channelPiece(branch: ChannelBranch): Piece {
  const sign = branch.type === "n-channel" ? 1 : -1;
  return {
    region: branch.stored ? "on" : "off",
    stamp(system) {
      if (this.region === "on")
        system.branch(branch.drain, branch.source, 1 / Math.max(branch.onResistance, LEAST_SLOPE), 0);
    },
    wants(volts) {
      if (branch.stored) return undefined;
      const over = sign * (volts[branch.gate]! - volts[branch.source]!) - branch.threshold;
      if (this.region === "on") return over < 0 ? { region: "off", by: -over } : undefined;
      return over > 0 ? { region: "on", by: over } : undefined;
    },
  };
}

/** A constant-current sink: a resistance as long as too little comes to reach its current, then that current. */
function sinkPiece({ node, volts: source, ohms, most = 0 }: DriveBranch): Piece {
  const limit = most / 1000;
  const through = (volts: Float64Array) => (volts[node]! - source) / ohms;
  return {
    region: "off",
    stamp(system) {
      if (this.region === "held") system.take(node, limit);
      else system.toSource(node, source, ohms);
    },
    wants(volts) {
      const over = (through(volts) - limit) * ohms;
      if (this.region === "held") return over < 0 ? { region: "off", by: -over } : undefined;
      return over > 0 ? { region: "held", by: over } : undefined;
    },
  };
}

/**
 * Currents from the solved potentials, by the same lines the pieces were solved with: a current worked out in another way
 * would not add up at its nodes.
 */
function readOut(
  network: Network,
  volts: Float64Array,
  leds: readonly Piece[],
  bipolars: readonly BipolarPiece[],
  channels: readonly Piece[],
  sinks: readonly Piece[],
): Solution {
  const between = (one: NodeId, other: NodeId) => volts[one]! - volts[other]!;
  const ledCurrent = (led: LedBranch, at: number) =>
    leds[at]!.region === "on"
      ? Math.max(0, (between(led.anode, led.cathode) - led.forward) / Math.max(led.slope, LEAST_SLOPE)) * 1000
      : 0;
  const limited = network.drives.filter(({ most }) => most !== undefined);
  const held = new Set(limited.filter((_, at) => sinks[at]!.region === "held").map(({ id }) => id));
  const transistors = new Map<string, TransistorCurrents>();
  (network.bipolars ?? []).forEach((branch, at) => {
    const piece = bipolars[at]!;
    transistors.set(branch.id, {
      base: piece.baseCurrent(volts) * 1000,
      collector: Math.max(0, piece.collectorCurrent(volts)) * 1000,
      drop: Math.abs(between(branch.collector, branch.emitter)),
      region: piece.region === "off" ? "off" : piece.region === "active" ? "active" : "on",
    });
  });
  (network.channels ?? []).forEach((branch, at) => {
    const on = channels[at]!.region === "on";
    const drop = Math.abs(between(branch.drain, branch.source));
    const ohms = Math.max(branch.onResistance, LEAST_SLOPE);
    transistors.set(branch.id, {
      base: 0,
      collector: on ? (drop / ohms) * 1000 : 0,
      drop,
      region: on ? "on" : "off",
    });
  });
  return {
    volts: [...volts],
    leds: new Map(network.leds.map((led, at) => [led.id, ledCurrent(led, at)])),
    drives: new Map(
      network.drives.map(({ id, node, volts: source, ohms, most }) => [
        id,
        most !== undefined && held.has(id) ? -most : ((source - volts[node]!) / ohms) * 1000,
      ]),
    ),
    sinks: new Map(limited.map(({ id, node, volts: source }) => [id, Math.max(0, volts[node]! - source)])),
    resistors: new Map(
      network.resistors.map(({ id, from, to, ohms }) => [id, (between(from, to) / ohms) * 1000]),
    ),
    transistors,
  };
}
