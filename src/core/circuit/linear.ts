import type { Volts } from "../quantity";
import type { Network, NodeId } from "./network";

/** A path to ground so weak that it settles open nodes and shows in no figure, in siemens. */
const LEAK = 1e-10;

/** The nodal equations of a network: a matrix of conductances, nodes on rails moved to the right-hand side. */
export class LinearSystem {
  private readonly row: Int32Array;
  private readonly fixed: Float64Array;
  private readonly size: number;
  private readonly matrix: Float64Array;
  private share = 1;

  constructor(private readonly network: Network) {
    const touched = new Set<NodeId>();
    for (const { from, to } of network.resistors) touched.add(from).add(to);
    for (const { anode, cathode } of network.leds) touched.add(anode).add(cathode);
    for (const { node } of network.drives) touched.add(node);
    for (const { base, collector, emitter } of network.bipolars ?? [])
      touched.add(base).add(collector).add(emitter);
    for (const { gate, drain, source } of network.channels ?? []) touched.add(gate).add(drain).add(source);
    this.row = new Int32Array(network.nodes).fill(-1);
    this.fixed = new Float64Array(network.nodes);
    for (const [node, volts] of network.fixed) this.fixed[node] = volts;
    let size = 0;
    for (const node of touched) if (!network.fixed.has(node)) this.row[node] = size++;
    this.size = size;
    this.matrix = new Float64Array(size * (size + 1));
  }

  /** Starts anew with what is always linear: resistors and drives. @param share of all sources, 0 to 1 */
  reset(share: number): void {
    this.share = share;
    this.matrix.fill(0);
    for (let at = 0; at < this.size; at += 1) this.add(at, at, LEAK);
    for (const { from, to, ohms } of this.network.resistors)
      if (from !== to) this.branch(from, to, 1 / ohms, 0);
    for (const { node, volts, ohms, most } of this.network.drives) {
      if (most === undefined) this.toSource(node, volts, ohms);
    }
  }

  private add(line: number, column: number, value: number): void {
    this.matrix[line * (this.size + 1) + column]! += value;
  }

  private toNode(line: number, node: NodeId, siemens: number): void {
    const column = this.row[node]!;
    if (column >= 0) this.add(line, column, siemens);
    else this.add(line, this.size, -siemens * this.fixed[node]! * this.share);
  }

  /** A conductance between two nodes with a drop in series, plus side at `from`. */
  branch(from: NodeId, to: NodeId, siemens: number, drop: Volts): void {
    this.controlled(from, to, from, to, siemens, drop);
  }

  /** A current in A that is taken from a node whatever its voltage. */
  take(node: NodeId, amps: number): void {
    const line = this.row[node]!;
    if (line >= 0) this.add(line, this.size, -amps);
  }

  /** A resistance in Ω from a node to a source. */
  toSource(node: NodeId, volts: Volts, ohms: number): void {
    const line = this.row[node]!;
    if (line < 0) return;
    this.add(line, line, 1 / ohms);
    this.add(line, this.size, (volts * this.share) / ohms);
  }

  /** A current from → to that follows the voltage over two other nodes less a drop. */
  controlled(from: NodeId, to: NodeId, plus: NodeId, minus: NodeId, siemens: number, drop: Volts): void {
    for (const [node, sign] of [
      [from, 1],
      [to, -1],
    ] as const) {
      const line = this.row[node]!;
      if (line < 0) continue;
      this.toNode(line, plus, sign * siemens);
      this.toNode(line, minus, -sign * siemens);
      this.add(line, this.size, sign * siemens * drop);
    }
  }

  /** Voltages of all nodes, by Gaussian elimination with partial pivoting. */
  solve(): Float64Array {
    const { matrix, size } = this;
    const width = size + 1;
    for (let column = 0; column < size; column += 1) {
      let pivot = column;
      for (let at = column + 1; at < size; at += 1) {
        if (Math.abs(matrix[at * width + column]!) > Math.abs(matrix[pivot * width + column]!)) pivot = at;
      }
      if (pivot !== column) {
        for (let k = column; k <= size; k += 1) {
          const kept = matrix[column * width + k]!;
          matrix[column * width + k] = matrix[pivot * width + k]!;
          matrix[pivot * width + k] = kept;
        }
      }
      const top = matrix[column * width + column]!;
      for (let at = column + 1; at < size; at += 1) {
        const factor = matrix[at * width + column]! / top;
        if (factor === 0) continue;
        for (let k = column; k <= size; k += 1)
          matrix[at * width + k]! -= factor * matrix[column * width + k]!;
      }
    }
    const solved = new Float64Array(size);
    for (let at = size - 1; at >= 0; at -= 1) {
      let value = matrix[at * width + size]!;
      for (let k = at + 1; k < size; k += 1) value -= matrix[at * width + k]! * solved[k]!;
      solved[at] = value / matrix[at * width + at]!;
    }
    const volts = new Float64Array(this.network.nodes);
    for (let node = 0; node < volts.length; node += 1) {
      const line = this.row[node]!;
      volts[node] = line >= 0 ? solved[line]! : this.fixed[node]! * this.share;
    }
    return volts;
  }
}
