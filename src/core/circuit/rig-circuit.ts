import { between, railVolts, standsAt, type Driver, type RigModel } from "../address";
import { HIGH, LOW, type Level } from "../level";
import { FULL_DRIVE, isChip, ledThreshold, type BipolarFigures, type OutputSide, type Part } from "../parts";
import type { Milliamps, Nanoseconds, Ohms, Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, pipId, splitLegRef, type LegRef, type PipId, type UnitRef } from "../rig";
import type {
  BipolarBranch,
  ChannelBranch,
  DriveBranch,
  LedBranch,
  Network,
  ResistorBranch,
  Solution,
} from "./network";
import { putTogether, takeApart } from "./pieces";
import { solveNetwork } from "./solve";

type Output = Exclude<Driver, { kind: "rail" | "switch" | "scanned" }>;
type Stage = Readonly<
  Partial<Record<"high" | "low", { readonly volts: Volts; readonly ohms: Ohms; readonly most?: Milliamps }>>
>;

/**
 * Which end of the parts' tolerances is taken: `weak` outputs for how bright it is at the least, `strong` ones for how
 * much flows at the most.
 */
export type Corner = "weak" | "strong";

/** One transistor of the circuit, or one channel of an array, with how long it stays on after its drive is gone. */
export interface SwitchUnit {
  /** Unit, or unit and channel: `Q1`, `U3.18`. */
  readonly id: string;
  readonly unit: UnitRef;
  readonly turnOff: Nanoseconds;
}

/** Current of one branch out of the net it is a tap of, in mA. */
type Tap = (solution: Solution) => Milliamps;

/** Gain of a small transistor whose collector and emitter are exchanged (customary: 2 to 10). */
const REVERSE_GAIN = 5;

/** Whether a bipolar transistor stands the wrong way round: its collector is on the rail its emitter belongs on. */
export const isTurned = (type: string, collectorRail: Volts | undefined): boolean =>
  collectorRail !== undefined && (type === "npn" ? collectorRail <= 0 : type === "pnp" && collectorRail > 0);

/** V: an LED that is broken inside conducts at no voltage there is. */
const BROKEN: Volts = 1000;

const NOTHING_STORED: ReadonlySet<string> = new Set();

/** The LED network of a rig, solved for any state of its outputs and remembered. */
export class RigCircuit {
  /** Outputs that reach an LED, a resistor, a transistor, a rail or each other, so that their level matters here. */
  readonly outputs: readonly Output[];
  readonly switches: readonly SwitchUnit[];
  private readonly pieces: ReadonlyArray<{
    readonly network: Omit<Network, "drives">;
    /** Places in {@link outputs} of what drives this piece, with node and stage. */
    readonly drives: ReadonlyArray<{ readonly at: number; readonly node: number; readonly stage: Stage }>;
    readonly switches: ReadonlySet<string>;
    /** Its own node for each net it takes in. */
    readonly nodes: ReadonlyMap<number, number>;
    readonly solved: Map<string, Solution>;
  }>;
  private readonly solved = new Map<string, Solution>();

  /** Everything that can take current from a rail's net: what it is, and which way its current counts. */
  private readonly taps = new Map<number, Tap[]>();

  constructor(model: RigModel, corner: Corner = "weak") {
    const { rig, nets, drivers } = model;
    const node = (leg: LegRef) => nets.of(leg).id;
    let nodes = nets.all.length;
    const fixed = new Map<number, Volts>();
    for (const [net, here] of drivers) {
      const volts = railVolts(here);
      if (volts !== undefined) fixed.set(net, volts);
    }
    const resistors = rig.units
      .filter((unit) => unit.part === "resistor")
      .map((unit): ResistorBranch => ({
        id: unit.ref,
        from: node(legRef(unit.ref, "1")),
        to: node(legRef(unit.ref, "2")),
        ohms: unit.ohms!,
      }));
    const loads: ResistorBranch[] = [];
    const leds: LedBranch[] = [];
    const dead = new Set<PipId>(rig.dead);
    const bipolars: BipolarBranch[] = [];
    const channels: ChannelBranch[] = [];
    const switches: SwitchUnit[] = [];
    for (const unit of rig.units) {
      const part = model.part(unit.ref);
      const at = (leg: string) => node(legRef(unit.ref, leg));
      if (part.kind === "display") {
        const { slope } = unit.led!;
        const forward = ledThreshold(unit.led!);
        for (const { digit, segment, anode, cathode } of part.leds) {
          const id = pipId(unit.ref, digit, segment);
          leds.push({
            id,
            anode: at(anode),
            cathode: at(cathode),
            forward: dead.has(id) ? BROKEN : forward,
            slope,
          });
        }
      } else if (part.kind === "load" && "ohms" in part.pins) {
        const { plus, minus, ohms } = part.pins;
        loads.push({ id: unit.ref, from: at(plus), to: at(minus), ohms });
      } else if (part.kind === "diode") {
        leds.push({
          id: unit.ref,
          anode: at(part.pins.anode),
          cathode: at(part.pins.cathode),
          forward: ledThreshold(part),
          slope: part.slope,
        });
      } else if (part.kind === "transistor") {
        const { control, out, common } = part.pins;
        switches.push({ id: unit.ref, unit: unit.ref, turnOff: part.turnOff });
        if (part.type === "npn" || part.type === "pnp") {
          const figures = part.figures as BipolarFigures;
          const turned = isTurned(part.type, fixed.get(at(out)));
          bipolars.push({
            id: unit.ref,
            type: part.type,
            base: at(control),
            collector: at(turned ? common : out),
            emitter: at(turned ? out : common),
            ...figures,
            ...(turned ? { gain: REVERSE_GAIN } : {}),
          });
        } else if ("threshold" in part.figures) {
          channels.push({
            id: unit.ref,
            type: part.type,
            gate: at(control),
            drain: at(out),
            source: at(common),
            ...part.figures,
          });
        }
      } else if (part.kind === "driver-array") {
        part.inputs.forEach((input, channel) => {
          const out = part.outputs[channel]!;
          if (nets.of(legRef(unit.ref, out)).legs.length < 2) return;
          const base = nodes++;
          const id = legRef(unit.ref, out);
          resistors.push({ id: `${id} input`, from: at(input), to: base, ohms: part.inputOhms });
          bipolars.push({
            id,
            type: "npn",
            base,
            collector: at(out),
            emitter: at(part.ground),
            ...part.figures,
          });
          switches.push({ id, unit: unit.ref, turnOff: part.turnOff });
        });
      }
    }
    this.switches = switches;
    const used = new Set([
      ...[...resistors, ...loads].flatMap(({ from, to }) => [from, to]),
      ...leds.flatMap((led) => [led.anode, led.cathode]),
      ...bipolars.flatMap(({ base, collector, emitter }) => [base, collector, emitter]),
      ...channels.flatMap(({ gate, drain, source }) => [gate, drain, source]),
    ]);
    this.outputs = [...drivers].flatMap(([net, here]) => {
      const outputs = here.filter(
        (driver): driver is Output =>
          driver.kind !== "rail" && driver.kind !== "switch" && driver.kind !== "scanned",
      );
      // Outputs joined to a rail or to each other carry current even where nothing else hangs on them.
      return used.has(net) || fixed.has(net) || outputs.length > 1 ? outputs : [];
    });
    const driven = this.outputs.map(({ leg }) => node(leg));
    const stages = this.outputs.map((output) => outputStage(model, standsAt(output), output.leg, corner));
    const tap = (at: number, one: Tap) => {
      if (fixed.has(at)) this.taps.set(at, [...(this.taps.get(at) ?? []), one]);
    };
    for (const { id, from, to } of resistors) {
      tap(from, ({ resistors: through }) => through.get(id) ?? 0);
      tap(to, ({ resistors: through }) => -(through.get(id) ?? 0));
    }
    for (const { id, anode, cathode } of leds) {
      tap(anode, ({ leds: through }) => through.get(id) ?? 0);
      tap(cathode, ({ leds: through }) => -(through.get(id) ?? 0));
    }
    for (const { id, type, base, collector, emitter } of bipolars) {
      const sign = type === "npn" ? 1 : -1;
      tap(base, ({ transistors }) => sign * (transistors.get(id)?.base ?? 0));
      tap(collector, ({ transistors }) => sign * (transistors.get(id)?.collector ?? 0));
      tap(emitter, ({ transistors }) => {
        const { base: into = 0, collector: through = 0 } = transistors.get(id) ?? {};
        return -sign * (into + through);
      });
    }
    for (const { id, type, drain, source } of channels) {
      const sign = type === "n-channel" ? 1 : -1;
      tap(drain, ({ transistors }) => sign * (transistors.get(id)?.collector ?? 0));
      tap(source, ({ transistors }) => -sign * (transistors.get(id)?.collector ?? 0));
    }
    this.outputs.forEach((output, at) => {
      const { leg } = output;
      tap(driven[at]!, ({ drives }) => -(drives.get(leg) ?? 0));
      const own = supplyNetOf(model, standsAt(output));
      if (own !== undefined) tap(own, ({ drives }) => Math.max(0, drives.get(leg) ?? 0));
    });
    // What loads take from a rail is counted where the rail is: of one with a tone that is its mean.
    const branches = { nodes, fixed, resistors: [...resistors, ...loads], leds, bipolars, channels };
    this.pieces = takeApart(branches, driven).map(({ network, nodes: local }) => ({
      network,
      drives: driven.flatMap((global, at) => {
        const here = local.get(global);
        // A drive on a rail belongs to the one piece that has no other nodes.
        const isHere = here !== undefined && (!fixed.has(global) || network.nodes === network.fixed.size);
        return isHere ? [{ at, node: here, stage: stages[at]! }] : [];
      }),
      switches: new Set([...(network.bipolars ?? []), ...(network.channels ?? [])].map(({ id }) => id)),
      nodes: local,
      solved: new Map<string, Solution>(),
    }));
  }

  /**
   * What flows out of a rail's net into the circuit: through what hangs on it, and through outputs whose chip it feeds.
   * @param net id of the net
   * @returns mA; below 0 where more flows into it than out
   */
  takenFrom(net: number, solution: Solution): Milliamps {
    return (this.taps.get(net) ?? []).reduce((sum, tap) => sum + tap(solution), 0);
  }

  /**
   * What a net stands at with each of {@link outputs} at a level, against ground.
   * @param net id of a net that is no rail
   * @returns V; undefined for a net that no LED, resistor or transistor hangs on
   */
  voltsOf(net: number, levels: readonly Level[]): Volts | undefined {
    const piece = this.pieces.find(({ nodes }) => nodes.has(net));
    return piece && this.solvePiece(piece, levels, NOTHING_STORED).volts[piece.nodes.get(net)!];
  }

  /**
   * The operating point with each of {@link outputs} at a level; unknown and open outputs drive nothing.
   * @param stored transistors that still conduct though their drive is gone
   */
  solve(levels: readonly Level[], stored: ReadonlySet<string> = NOTHING_STORED): Solution {
    const key = stored.size === 0 ? levels.join("") : `${levels.join("")} ${[...stored].sort().join()}`;
    let solution = this.solved.get(key);
    if (!solution) {
      solution = putTogether(this.pieces.map((piece) => this.solvePiece(piece, levels, stored)));
      this.solved.set(key, solution);
    }
    return solution;
  }

  private solvePiece(
    { network, drives, switches, solved }: RigCircuit["pieces"][number],
    levels: readonly Level[],
    stored: ReadonlySet<string>,
  ): Solution {
    const held = [...stored].filter((id) => switches.has(id)).sort();
    const key = `${drives.map(({ at }) => levels[at]).join("")} ${held.join()}`;
    const known = solved.get(key);
    if (known) return known;
    const holding = <Branch extends { id: string }>(branches: readonly Branch[] = []) =>
      branches.map((branch) => (held.includes(branch.id) ? { ...branch, stored: true } : branch));
    const solution = solveNetwork({
      ...network,
      drives: drives.flatMap(({ at, node, stage }): DriveBranch[] => {
        const side = levels[at] === HIGH ? stage.high : levels[at] === LOW ? stage.low : undefined;
        return side ? [{ id: this.outputs[at]!.leg, node, ...side }] : [];
      }),
      bipolars: holding(network.bipolars),
      channels: holding(network.channels),
    });
    solved.set(key, solution);
    return solution;
  }
}

/** What one output does, with what its chip's setting resistor lets a constant-current sink take. */
function outputStage(model: RigModel, unit: UnitRef, leg: LegRef, corner: Corner): Stage {
  const part = model.part(unit);
  const stage = stageOf(part, supplyOf(model, unit), corner);
  if (part.kind !== "shift-register" || !part.constantCurrent || !stage.low) return stage;
  // The serial output is a logic output like any other.
  if (!part.outputLegs.includes(splitLegRef(leg).leg)) return stage;
  const most = setSink(model, unit, corner);
  return { ...stage, low: { ...stage.low, most } };
}

/**
 * Current in mA a constant-current sink is set to, in the middle or at one end of its tolerance: none without its resistor.
 * Sheet of the sink: output current = factor ÷ resistor.
 */
export function setSink(model: RigModel, unit: UnitRef, corner: Corner | "typical"): Milliamps {
  const part = model.part(unit);
  if (part.kind !== "shift-register" || !part.constantCurrent) return 0;
  const { leg, factor, tolerance } = part.constantCurrent;
  const [resistor] = between(model, "resistor", legRef(unit, leg), legRef(unit, part.groundLeg));
  const ohms = resistor?.ohms;
  if (ohms === undefined) return 0;
  const off = { strong: tolerance, typical: 0, weak: -tolerance }[corner];
  return (factor / ohms) * 1000 * (1 + off);
}

/** What an output does when high and when low, at a supply, at one end of its tolerance. */
export function stageOf(part: Part, supply: Volts, corner: Corner = "weak"): Stage {
  if (part.kind === "controller") {
    const ohms = corner === "strong" ? part.outputTypical : part.outputResistance;
    return { high: { volts: supply, ohms }, low: { volts: 0, ohms } };
  }
  if (!isChip(part)) return {};
  const { high, low } = part.stage;
  const ohms = (side: OutputSide) => sideOhms(side, supply, corner);
  return {
    high: high && { volts: Math.max(0, supply - high.drop), ohms: ohms(high) },
    low: low && { volts: low.drop, ohms: ohms(low) },
  };
}

/** Resistance of one side of an output stage, at a supply and one end of its tolerance. */
export function sideOhms(side: OutputSide, supply: Volts, corner: Corner): Ohms {
  const most = supply < FULL_DRIVE ? (side.ohmsLow ?? side.ohms) : side.ohms;
  if (corner === "weak") return most;
  return (supply < FULL_DRIVE ? side.typicalLow : undefined) ?? side.typical ?? most;
}

const CIRCUITS: Readonly<Record<Corner, (model: RigModel) => RigCircuit>> = {
  weak: remembered((model: RigModel) => new RigCircuit(model, "weak")),
  strong: remembered((model: RigModel) => new RigCircuit(model, "strong")),
};

/** The circuit of a rig at one end of its tolerances, made once. */
export const circuitOf = (model: RigModel, corner: Corner = "weak"): RigCircuit => CIRCUITS[corner](model);

/** The net that feeds a controller's lines or a chip's outputs; undefined for what has no supply leg. */
export function supplyNetOf(model: RigModel, unit: UnitRef): number | undefined {
  const part = model.part(unit);
  if (part.kind !== "controller" && !isChip(part)) return undefined;
  return model.nets.of(legRef(unit, part.supplyLeg)).id;
}

/** The supply potential of a controller or chip: what its outputs' high level stands at. */
export function supplyOf(model: RigModel, unit: UnitRef): Volts {
  const part = model.part(unit);
  if (part.kind === "controller") return part.logic;
  if (!isChip(part)) return 0;
  const net = model.nets.of(legRef(unit, part.supplyLeg));
  return railVolts(model.drivers.get(net.id) ?? []) ?? 0;
}
