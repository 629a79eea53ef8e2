import { groupBy } from "../collect";
import type { Network, NodeId, Solution } from "./network";

/** A piece of a network that no current connects with the rest: its own elements on nodes of its own numbering. */
export interface Piece {
  readonly network: Omit<Network, "drives">;
  /** Its nodes' numbers by their numbers in the whole. */
  readonly nodes: ReadonlyMap<NodeId, NodeId>;
}

/**
 * Takes a network apart where only rails join it: what happens in one piece does not depend on the others, so each is
 * solved, and remembered, by itself.
 * @param driven nodes that drives will be put on
 */
export function takeApart(network: Omit<Network, "drives">, driven: readonly NodeId[]): Piece[] {
  const { fixed, resistors, leds, bipolars = [], channels = [] } = network;
  const parent = new Map<NodeId, NodeId>();
  const root = (node: NodeId): NodeId => {
    let at = node;
    for (let up = parent.get(at); up !== undefined && up !== at; up = parent.get(at)) {
      parent.set(at, parent.get(up)!);
      at = up;
    }
    return at;
  };
  const join = (nodes: readonly NodeId[]) => {
    const free = nodes.filter((node) => !fixed.has(node));
    for (const node of free) if (!parent.has(node)) parent.set(node, node);
    for (const node of free.slice(1)) parent.set(root(node), root(free[0]!));
  };
  for (const { from, to } of resistors) join([from, to]);
  for (const { anode, cathode } of leds) join([anode, cathode]);
  for (const { base, collector, emitter } of bipolars) join([base, collector, emitter]);
  for (const { gate, drain, source } of channels) join([gate, drain, source]);
  for (const node of driven) join([node]);

  const pieceOf = (nodes: readonly NodeId[]): NodeId | undefined => {
    const free = nodes.find((node) => !fixed.has(node));
    return free === undefined ? undefined : root(free);
  };
  /** Elements by the piece they belong to: gone through once, not once for every piece. */
  const sorted = <Branch>(
    branches: readonly Branch[],
    nodesOf: (branch: Branch) => readonly NodeId[],
  ): ((key: NodeId | undefined) => readonly Branch[]) => {
    const byPiece = groupBy(branches, (branch) => pieceOf(nodesOf(branch)));
    return (key) => byPiece.get(key) ?? [];
  };
  const resistorsOf = sorted(resistors, ({ from, to }) => [from, to]);
  const ledsOf = sorted(leds, ({ anode, cathode }) => [anode, cathode]);
  const bipolarsOf = sorted(bipolars, ({ base, collector, emitter }) => [base, collector, emitter]);
  const channelsOf = sorted(channels, ({ gate, drain, source }) => [gate, drain, source]);
  const drivenOf = sorted(driven, (node) => [node]);
  const roots = [...new Set([...parent.keys()].map(root)), undefined];
  return roots.flatMap((key): Piece[] => {
    const numbers = new Map<NodeId, NodeId>();
    const number = (node: NodeId): NodeId => {
      const known = numbers.get(node);
      if (known !== undefined) return known;
      numbers.set(node, numbers.size);
      return numbers.size - 1;
    };
    const piece = {
      resistors: resistorsOf(key).map((branch) => ({
        ...branch,
        from: number(branch.from),
        to: number(branch.to),
      })),
      leds: ledsOf(key).map((branch) => ({
        ...branch,
        anode: number(branch.anode),
        cathode: number(branch.cathode),
      })),
      bipolars: bipolarsOf(key).map((branch) => ({
        ...branch,
        base: number(branch.base),
        collector: number(branch.collector),
        emitter: number(branch.emitter),
      })),
      channels: channelsOf(key).map((branch) => ({
        ...branch,
        gate: number(branch.gate),
        drain: number(branch.drain),
        source: number(branch.source),
      })),
    };
    for (const node of drivenOf(key)) number(node);
    if (numbers.size === 0) return [];
    const rails = [...numbers].flatMap(([node, local]) =>
      fixed.has(node) ? [[local, fixed.get(node)!] as const] : [],
    );
    return [{ network: { ...piece, nodes: numbers.size, fixed: new Map(rails) }, nodes: numbers }];
  });
}

/** The currents of several pieces as one solution; voltages stay with the pieces. */
export function putTogether(solutions: readonly Solution[]): Solution {
  const merged = <Value>(of: (solution: Solution) => ReadonlyMap<string, Value>) => {
    const all = new Map<string, Value>();
    for (const solution of solutions) for (const [id, value] of of(solution)) all.set(id, value);
    return all;
  };
  return {
    volts: [],
    leds: merged(({ leds }) => leds),
    drives: merged(({ drives }) => drives),
    sinks: merged(({ sinks }) => sinks),
    resistors: merged(({ resistors }) => resistors),
    transistors: merged(({ transistors }) => transistors),
  };
}
