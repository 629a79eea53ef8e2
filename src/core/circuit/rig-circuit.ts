import { railVolts, type Driver, type RigModel } from "../address";
import { HIGH, LOW, type Level } from "../chip";
import { partById, type Part, type ShiftRegisterPart } from "../parts";
import type { Ohms, Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, pipId, splitLegRef, type LegRef, type UnitRef } from "../rig";
import { solveNetwork, type DriveBranch, type LedBranch, type Network, type Solution } from "./solve";

type Output = Exclude<Driver, { kind: "rail" }>;

/** The LED network of a rig, solved for any state of its outputs and remembered. */
export class RigCircuit {
  /** Outputs that reach an LED or a resistor, so that their level matters here. */
  readonly outputs: readonly Output[];
  private readonly network: Omit<Network, "drives">;
  private readonly drives: ReadonlyMap<LegRef, Omit<DriveBranch, "volts"> & { high: Volts }>;
  private readonly solved = new Map<string, Solution>();

  constructor(model: RigModel) {
    const { rig, nets, drivers } = model;
    const node = (leg: LegRef) => nets.of(leg).id;
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
    const leds = rig.units.flatMap((unit): LedBranch[] => {
      const part = partById(unit.part);
      if (part.kind !== "display") return [];
      const { forward, slope } = unit.led!;
      return part.leds.map(({ digit, segment, anode, cathode }) => ({
        id: pipId(unit.ref, digit, segment),
        anode: node(legRef(unit.ref, anode)),
        cathode: node(legRef(unit.ref, cathode)),
        forward,
        slope,
      }));
    });
    this.network = { nodes: nets.all.length, fixed, resistors, leds };
    const used = new Set([
      ...resistors.flatMap((r) => [r.from, r.to]),
      ...leds.flatMap((led) => [led.anode, led.cathode]),
    ]);
    this.outputs = [...drivers].flatMap(([net, here]) =>
      used.has(net) ? here.filter((driver): driver is Output => driver.kind !== "rail") : [],
    );
    this.drives = new Map(
      this.outputs.map(({ leg }) => {
        const { unit } = splitLegRef(leg);
        const high = supplyOf(model, unit);
        return [leg, { id: leg, node: node(leg), ohms: resistanceOf(model.part(unit), high), high }];
      }),
    );
  }

  /** The operating point with each of {@link outputs} at a level; unknown and open outputs drive nothing. */
  solve(levels: readonly Level[]): Solution {
    const key = levels.join("");
    let solution = this.solved.get(key);
    if (!solution) {
      const drives = this.outputs.flatMap(({ leg }, at): DriveBranch[] => {
        const { high, ...branch } = this.drives.get(leg)!;
        if (levels[at] === HIGH) return [{ ...branch, volts: high }];
        return levels[at] === LOW ? [{ ...branch, volts: 0 }] : [];
      });
      solution = solveNetwork({ ...this.network, drives });
      this.solved.set(key, solution);
    }
    return solution;
  }
}

/** Below this supply, in V, the output stages of HC chips are noticeably weaker. */
const FULL_DRIVE: Volts = 4.5;

/** Resistance of a part's output stages at a supply. */
export function resistanceOf(part: Part, supply: Volts): Ohms {
  if (part.kind === "controller") return part.outputResistance;
  if (part.kind !== "shift-register") return 0;
  return supply >= FULL_DRIVE ? part.outputResistance : part.outputResistanceLow;
}

/** The circuit of a rig, made once. */
export const circuitOf: (model: RigModel) => RigCircuit = remembered(
  (model: RigModel) => new RigCircuit(model),
);

/** What a chip input has to reach to read high for certain. */
export const inputHigh = (model: RigModel, ref: UnitRef, part: ShiftRegisterPart): Volts =>
  part.highShare * supplyOf(model, ref);

/** The supply potential of a controller or register: what its outputs' high level stands at. */
export function supplyOf(model: RigModel, unit: UnitRef): Volts {
  const part = model.part(unit);
  if (part.kind === "controller") return part.logic;
  if (part.kind !== "shift-register") return 0;
  const net = model.nets.of(legRef(unit, part.pins.supply));
  return railVolts(model.drivers.get(net.id) ?? []) ?? 0;
}
