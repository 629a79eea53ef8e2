import type { Milliamps, Ohms, Volts } from "../quantity";

export type NodeId = number;

export interface ResistorBranch {
  readonly id: string;
  readonly from: NodeId;
  readonly to: NodeId;
  readonly ohms: Ohms;
}

/** An LED as a forward drop plus a slope; it carries nothing backwards. */
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
}

export interface Network {
  readonly nodes: number;
  readonly fixed: ReadonlyMap<NodeId, Volts>;
  readonly resistors: readonly ResistorBranch[];
  readonly leds: readonly LedBranch[];
  readonly drives: readonly DriveBranch[];
}

export interface Solution {
  readonly volts: readonly Volts[];
  /** Forward current of each LED. */
  readonly leds: ReadonlyMap<string, Milliamps>;
  /** Current out of each drive into its node; negative where it sinks. */
  readonly drives: ReadonlyMap<string, Milliamps>;
  /** Current through each resistor, from → to. */
  readonly resistors: ReadonlyMap<string, Milliamps>;
}

/** A path to ground so weak that it settles open nodes and shows in no figure, in siemens. */
const LEAK = 1e-10;
const LEAST_SLOPE = 0.01;

/** So often all contradictions are changed at once; after that one at a time, which cannot run in a ring. */
const BOLD_ROUNDS = 4;

/**
 * DC operating point by nodal analysis. Each LED is either off (open) or on (a drop behind its slope); which ones
 * are on is found by changing what contradicts the voltages until nothing does.
 */
export function solveNetwork(network: Network): Solution {
  const on = network.leds.map(() => false);
  const slope = (led: LedBranch) => Math.max(led.slope, LEAST_SLOPE);
  const free = freeNodes(network);
  let volts = nodeVolts(network, free, on);
  for (let round = 0; round < BOLD_ROUNDS + 20 * (network.leds.length + 1); round += 1) {
    const contradictions = network.leds.map((led, at) => {
      const over = volts[led.anode]! - volts[led.cathode]! - led.forward;
      return on[at] ? -over : over;
    });
    const most = Math.max(0, ...contradictions);
    if (most <= 1e-9) break;
    const worst = contradictions.indexOf(most);
    contradictions.forEach((by, at) => {
      if (round < BOLD_ROUNDS ? by > 1e-9 : at === worst) on[at] = !on[at];
    });
    volts = nodeVolts(network, free, on);
  }
  const current = (led: LedBranch, at: number) =>
    on[at] ? Math.max(0, ((volts[led.anode]! - volts[led.cathode]! - led.forward) / slope(led)) * 1000) : 0;
  return {
    volts,
    leds: new Map(network.leds.map((led, at) => [led.id, current(led, at)])),
    drives: new Map(
      network.drives.map((drive) => [drive.id, ((drive.volts - volts[drive.node]!) / drive.ohms) * 1000]),
    ),
    resistors: new Map(
      network.resistors.map((branch) => [
        branch.id,
        ((volts[branch.from]! - volts[branch.to]!) / branch.ohms) * 1000,
      ]),
    ),
  };
}

/** The nodes something is connected to and no rail holds. */
function freeNodes({ fixed, resistors, leds, drives }: Network): NodeId[] {
  const touched = new Set<NodeId>();
  for (const { from, to } of resistors) touched.add(from).add(to);
  for (const { anode, cathode } of leds) touched.add(anode).add(cathode);
  for (const { node } of drives) touched.add(node);
  return [...touched].filter((node) => !fixed.has(node));
}

/** Node voltages for given LED states: conductance matrix, fixed nodes moved to the right-hand side. */
function nodeVolts(network: Network, free: readonly NodeId[], on: readonly boolean[]): Volts[] {
  const row = new Map(free.map((node, at) => [node, at]));
  const size = free.length;
  const matrix = Array.from({ length: size }, () => new Float64Array(size + 1));
  for (let at = 0; at < size; at += 1) matrix[at]![at]! += LEAK;
  /** A conductance between two nodes with a voltage source in series, plus side at `from`. */
  const branch = (from: NodeId, to: NodeId, siemens: number, source: Volts) => {
    for (const [here, there, sign] of [
      [from, to, 1],
      [to, from, -1],
    ] as const) {
      const at = row.get(here);
      if (at === undefined) continue;
      const line = matrix[at]!;
      line[at]! += siemens;
      line[size]! += sign * siemens * source;
      const other = row.get(there);
      if (other === undefined) line[size]! += siemens * network.fixed.get(there)!;
      else line[other]! -= siemens;
    }
  };
  for (const { from, to, ohms } of network.resistors) if (from !== to) branch(from, to, 1 / ohms, 0);
  network.leds.forEach((led, at) => {
    if (on[at]) branch(led.anode, led.cathode, 1 / Math.max(led.slope, LEAST_SLOPE), led.forward);
  });
  for (const { node, volts, ohms } of network.drives) {
    const at = row.get(node);
    if (at === undefined) continue;
    matrix[at]![at]! += 1 / ohms;
    matrix[at]![size]! += volts / ohms;
  }
  const solved = eliminate(matrix, size);
  return Array.from(
    { length: network.nodes },
    (_, node) => network.fixed.get(node) ?? solved[row.get(node) ?? -1] ?? 0,
  );
}

/** Gaussian elimination with partial pivoting, in place. */
function eliminate(matrix: Float64Array[], size: number): Float64Array {
  for (let column = 0; column < size; column += 1) {
    let pivot = column;
    for (let at = column + 1; at < size; at += 1) {
      if (Math.abs(matrix[at]![column]!) > Math.abs(matrix[pivot]![column]!)) pivot = at;
    }
    [matrix[column], matrix[pivot]] = [matrix[pivot]!, matrix[column]!];
    const top = matrix[column]!;
    for (let at = column + 1; at < size; at += 1) {
      const line = matrix[at]!;
      const factor = line[column]! / top[column]!;
      if (factor === 0) continue;
      for (let k = column; k <= size; k += 1) line[k]! -= factor * top[k]!;
    }
  }
  const result = new Float64Array(size);
  for (let at = size - 1; at >= 0; at -= 1) {
    const line = matrix[at]!;
    let value = line[size]!;
    for (let k = at + 1; k < size; k += 1) value -= line[k]! * result[k]!;
    result[at] = value / line[at]!;
  }
  return result;
}
