import { railVolts, type Driver, type RigModel } from "../address";
import { HIGH, LOW, type Level } from "../chip";
import { FULL_DRIVE, isChip, type BipolarFigures, type ChipPart, type Part } from "../parts";
import type { Nanoseconds, Ohms, Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, pipId, type LegRef, type UnitRef } from "../rig";
import type { BipolarBranch, ChannelBranch, DriveBranch, LedBranch, Network, Solution } from "./network";
import { putTogether, takeApart } from "./pieces";
import { solveNetwork } from "./solve";

type Output = Exclude<Driver, { kind: "rail" | "switch" | "scanned" }>;
type Stage = Readonly<Partial<Record<"high" | "low", { readonly volts: Volts; readonly ohms: Ohms }>>>;

/** One transistor of the circuit, or one channel of an array, with how long it stays on after its drive is gone. */
export interface SwitchUnit {
  /** Unit, or unit and channel: `Q1`, `U3.18`. */
  readonly id: string;
  readonly unit: UnitRef;
  readonly turnOff: Nanoseconds;
}

const NOTHING_STORED: ReadonlySet<string> = new Set();

/** The LED network of a rig, solved for any state of its outputs and remembered. */
export class RigCircuit {
  /** Outputs that reach an LED, a resistor or a transistor, so that their level matters here. */
  readonly outputs: readonly Output[];
  readonly switches: readonly SwitchUnit[];
  private readonly pieces: ReadonlyArray<{
    readonly network: Omit<Network, "drives">;
    /** Places in {@link outputs} of what drives this piece, with node and stage. */
    readonly drives: ReadonlyArray<{ readonly at: number; readonly node: number; readonly stage: Stage }>;
    readonly switches: ReadonlySet<string>;
    readonly solved: Map<string, Solution>;
  }>;
  private readonly solved = new Map<string, Solution>();

  constructor(model: RigModel) {
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
      .map((unit) => ({
        id: unit.ref,
        from: node(legRef(unit.ref, "1")),
        to: node(legRef(unit.ref, "2")),
        ohms: unit.ohms!,
      }));
    const leds: LedBranch[] = [];
    const bipolars: BipolarBranch[] = [];
    const channels: ChannelBranch[] = [];
    const switches: SwitchUnit[] = [];
    for (const unit of rig.units) {
      const part = model.part(unit.ref);
      const at = (leg: string) => node(legRef(unit.ref, leg));
      if (part.kind === "display") {
        const { forward, slope } = unit.led!;
        for (const { digit, segment, anode, cathode } of part.leds)
          leds.push({
            id: pipId(unit.ref, digit, segment),
            anode: at(anode),
            cathode: at(cathode),
            forward,
            slope,
          });
      } else if (part.kind === "transistor") {
        const { control, out, common } = part.pins;
        switches.push({ id: unit.ref, unit: unit.ref, turnOff: part.turnOff });
        if (part.type === "npn" || part.type === "pnp") {
          bipolars.push({
            id: unit.ref,
            type: part.type,
            base: at(control),
            collector: at(out),
            emitter: at(common),
            ...(part.figures as BipolarFigures),
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
      ...resistors.flatMap((r) => [r.from, r.to]),
      ...leds.flatMap((led) => [led.anode, led.cathode]),
      ...bipolars.flatMap(({ base, collector, emitter }) => [base, collector, emitter]),
      ...channels.flatMap(({ gate, drain, source }) => [gate, drain, source]),
    ]);
    this.outputs = [...drivers].flatMap(([net, here]) =>
      used.has(net)
        ? here.filter(
            (driver): driver is Output =>
              driver.kind !== "rail" && driver.kind !== "switch" && driver.kind !== "scanned",
          )
        : [],
    );
    const driven = this.outputs.map(({ leg }) => node(leg));
    const stages = this.outputs.map(({ unit }) => stageOf(model.part(unit), supplyOf(model, unit)));
    this.pieces = takeApart({ nodes, fixed, resistors, leds, bipolars, channels }, driven).map(
      ({ network, nodes: local }) => ({
        network,
        drives: driven.flatMap((global, at) => {
          const here = local.get(global);
          // A drive on a rail belongs to the one piece that has no other nodes.
          const isHere = here !== undefined && (!fixed.has(global) || network.nodes === network.fixed.size);
          return isHere ? [{ at, node: here, stage: stages[at]! }] : [];
        }),
        switches: new Set([...(network.bipolars ?? []), ...(network.channels ?? [])].map(({ id }) => id)),
        solved: new Map<string, Solution>(),
      }),
    );
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

/** What an output does when high and when low, at a supply. */
export function stageOf(part: Part, supply: Volts): Stage {
  if (part.kind === "controller") {
    const ohms = part.outputResistance;
    return { high: { volts: supply, ohms }, low: { volts: 0, ohms } };
  }
  if (!isChip(part)) return {};
  const { high, low } = part.stage;
  const ohms = (side: { ohms: Ohms; ohmsLow?: Ohms }) =>
    supply < FULL_DRIVE ? (side.ohmsLow ?? side.ohms) : side.ohms;
  return {
    high: high && { volts: Math.max(0, supply - high.drop), ohms: ohms(high) },
    low: low && { volts: low.drop, ohms: ohms(low) },
  };
}

/** The circuit of a rig, made once. */
export const circuitOf: (model: RigModel) => RigCircuit = remembered(
  (model: RigModel) => new RigCircuit(model),
);

/** What a chip input has to reach to read high for certain. */
export const inputHigh = (model: RigModel, ref: UnitRef, part: ChipPart): Volts =>
  part.highVolts ?? (part.highShare ?? 0.7) * supplyOf(model, ref);

/** The supply potential of a controller or chip: what its outputs' high level stands at. */
export function supplyOf(model: RigModel, unit: UnitRef): Volts {
  const part = model.part(unit);
  if (part.kind === "controller") return part.logic;
  if (!isChip(part)) return 0;
  const net = model.nets.of(legRef(unit, part.supplyLeg));
  return railVolts(model.drivers.get(net.id) ?? []) ?? 0;
}
