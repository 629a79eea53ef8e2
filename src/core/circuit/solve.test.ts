import fc from "fast-check";
import { solveNetwork, type LedBranch } from ".";

const leds = (
  drops: readonly number[],
  anode: (at: number) => number,
  cathode: (at: number) => number,
  slope = 12,
): LedBranch[] =>
  drops.map((forward, at) => ({ id: `D${at}`, anode: anode(at), cathode: cathode(at), forward, slope }));

const drop = fc.double({ min: 1.5, max: 3.6, noNaN: true });

/** The voltage of a node that LEDs feed and one resistor drains, by halving: no matrix in sight. */
function sharedNode(supply: number, drops: readonly number[], slope: number, ohms: number): number {
  let [low, high] = [0, supply];
  for (let round = 0; round < 200; round += 1) {
    const node = (low + high) / 2;
    const comes = drops.reduce((sum, forward) => sum + Math.max(0, supply - node - forward) / slope, 0);
    if (comes > node / ohms) low = node;
    else high = node;
  }
  return low;
}

test("LEDs of different drops behind one resistor: the low ones light, the high ones stay dark, as halving finds", () => {
  fc.assert(
    fc.property(
      fc.array(drop, { minLength: 1, maxLength: 9 }),
      fc.integer({ min: 20, max: 5000 }),
      (drops, ohms) => {
        const solution = solveNetwork({
          nodes: 3,
          fixed: new Map([
            [0, 0],
            [1, 5],
          ]),
          resistors: [{ id: "R", from: 2, to: 0, ohms }],
          leds: leds(
            drops,
            () => 1,
            () => 2,
          ),
          drives: [],
        });
        const node = sharedNode(5, drops, 12, ohms);
        expect(solution.volts[2]).toBeCloseTo(node, 5);
        drops.forEach((forward, at) => {
          expect(solution.leds.get(`D${at}`)).toBeCloseTo((Math.max(0, 5 - node - forward) / 12) * 1000, 2);
        });
        expect(solution.resistors.get("R")).toBeCloseTo((node / ohms) * 1000, 3);
      },
    ),
  );
});

test("a lattice of outputs, high and low at random: no LED that is lit has less than its drop, none that is dark has more", () => {
  const outputs = fc.array(fc.boolean(), { minLength: 4, maxLength: 8 });
  fc.assert(
    fc.property(outputs, outputs, drop, (rows, columns, forward) => {
      const row = (at: number) => Math.floor(at / columns.length);
      const column = (at: number) => rows.length + (at % columns.length);
      const all = leds(Array<number>(rows.length * columns.length).fill(forward), row, column);
      const { volts, leds: currents } = solveNetwork({
        nodes: rows.length + columns.length,
        fixed: new Map(),
        resistors: [],
        leds: all,
        drives: [...rows, ...columns].map((high, node) => ({
          id: `Q${node}`,
          node,
          volts: high ? 5 : 0,
          ohms: 150,
        })),
      });
      for (const { id, anode, cathode } of all) {
        const across = volts[anode]! - volts[cathode]!;
        if (currents.get(id)! > 1e-6) expect(across).toBeGreaterThanOrEqual(forward - 1e-6);
        else expect(across).toBeLessThanOrEqual(forward + 1e-6);
      }
    }),
    { numRuns: 60 },
  );
});

test("doubling every voltage over the drop doubles every current: the network is straight lines", () => {
  const at = (supply: number) =>
    solveNetwork({
      nodes: 3,
      fixed: new Map([
        [0, 0],
        [1, supply],
      ]),
      resistors: [{ id: "R", from: 1, to: 2, ohms: 220 }],
      leds: leds(
        [2, 2],
        () => 2,
        () => 0,
      ),
      drives: [],
    }).leds.get("D0")!;
  expect(at(8) / at(5)).toBeCloseTo(2, 6);
});

test("an open node carries nothing and settles near ground", () => {
  const { volts, leds: currents } = solveNetwork({
    nodes: 3,
    fixed: new Map([[0, 0]]),
    resistors: [{ id: "R", from: 1, to: 2, ohms: 1000 }],
    leds: leds(
      [2],
      () => 2,
      () => 0,
    ),
    drives: [],
  });
  expect(Math.abs(volts[1]!)).toBeLessThan(0.01);
  expect(currents.get("D0")).toBe(0);
});
