import fc from "fast-check";
import { solveNetwork } from ".";
import type { Network, Solution } from "./network";
import { putTogether, takeApart } from "./pieces";

interface Sink {
  readonly most: number;
  readonly forward: number;
  readonly slope: number;
}
const sinks = fc.array(
  fc.record({
    most: fc.double({ min: 0.5, max: 60, noNaN: true }),
    forward: fc.double({ min: 1.5, max: 3.4, noNaN: true }),
    slope: fc.double({ min: 1, max: 60, noNaN: true }),
  }),
  { minLength: 1, maxLength: 8 },
);
const OUTPUT_OHMS = 20;

/** Several LEDs behind one resistor, each into a constant-current sink of its own. */
const behind = (ohms: number, list: readonly Sink[]): Network => ({
  nodes: 2 + list.length,
  fixed: new Map([[0, 5]]),
  resistors: [{ id: "R1", from: 0, to: 1, ohms }],
  leds: list.map(({ forward, slope }, at) => ({ id: `D${at}`, anode: 1, cathode: 2 + at, forward, slope })),
  drives: list.map(({ most }, at) => ({ id: `Q${at}`, node: 2 + at, volts: 0, ohms: OUTPUT_OHMS, most })),
});

/** What a sink takes at a voltage before its LED, in mA. */
const taken = (volts: number, { most, forward, slope }: Sink): number =>
  Math.min(most, Math.max(0, ((volts - forward) / (slope + OUTPUT_OHMS)) * 1000));

/** The voltage behind the resistor, by halving: no matrix in sight. */
function byHalving(ohms: number, list: readonly Sink[]): number {
  let [low, high] = [0, 5];
  for (let round = 0; round < 100; round += 1) {
    const volts = (low + high) / 2;
    const together = list.reduce((sum, one) => sum + taken(volts, one), 0);
    if (((5 - volts) / ohms) * 1000 > together) low = volts;
    else high = volts;
  }
  return low;
}

test("sinks that share a resistor: each holds its current while there is voltage, and gives way where there is not", () => {
  fc.assert(
    fc.property(sinks, fc.double({ min: 1, max: 400, noNaN: true }), (list, ohms) => {
      const { leds, drives, sinks: over } = solveNetwork(behind(ohms, list));
      const volts = byHalving(ohms, list);
      list.forEach((one, at) => {
        const current = taken(volts, one);
        expect(leds.get(`D${at}`)).toBeCloseTo(current, 3);
        expect(drives.get(`Q${at}`)).toBeCloseTo(-current, 3);
        // Held, the sink keeps what the LED leaves; else it is its resistance.
        const left = Math.max(0, volts - one.forward - (current / 1000) * one.slope);
        expect(over.get(`Q${at}`)!).toBeCloseTo(current > 0 ? left : over.get(`Q${at}`)!, 3);
      });
    }),
    { numRuns: 200 },
  );
});

test.each([
  [1, [20]],
  [100, [20]],
  // 3.2 V over 100 Ω, what the LED has and the output's own: 24.6 mA at the most.
  [100, [40]],
  [47, [30, 30]],
  [10, [60, 5, 20]],
])("behind %i Ω with sinks of %j mA the sum is what the resistor lets through", (ohms, mosts) => {
  const list = mosts.map((most) => ({ most, forward: 1.8, slope: 10 }));
  const { resistors, leds } = solveNetwork(behind(ohms, list));
  const through = [...leds.values()].reduce((sum, current) => sum + current, 0);
  expect(resistors.get("R1")).toBeCloseTo(through, 4);
  expect(through).toBeLessThanOrEqual(mosts.reduce((sum, most) => sum + most, 0) + 1e-4);
});

describe("a network taken apart", () => {
  /** Separate ladders of resistors and LEDs between two rails, some of them without a rail at all. */
  const ladders = fc.array(
    fc.record({
      ohms: fc.array(fc.integer({ min: 50, max: 2000 }), { minLength: 1, maxLength: 3 }),
      toRail: fc.boolean(),
      drive: fc.boolean(),
    }),
    { minLength: 1, maxLength: 6 },
  );
  const build = (list: ReadonlyArray<{ ohms: readonly number[]; toRail: boolean; drive: boolean }>) => {
    let nodes = 2;
    const resistors: Array<Network["resistors"][number]> = [];
    const leds: Array<Network["leds"][number]> = [];
    const drives: Array<Network["drives"][number]> = [];
    list.forEach(({ ohms, toRail, drive }, ladder) => {
      const first = nodes;
      nodes += ohms.length + 1;
      ohms.forEach((value, at) =>
        resistors.push({ id: `R${ladder}.${at}`, from: first + at, to: first + at + 1, ohms: value }),
      );
      leds.push({ id: `D${ladder}`, anode: first + ohms.length, cathode: 0, forward: 1.9, slope: 12 });
      if (toRail) resistors.push({ id: `R${ladder}`, from: 1, to: first, ohms: 100 });
      if (drive) drives.push({ id: `Q${ladder}`, node: first, volts: 4, ohms: 30 });
    });
    const whole: Network = {
      nodes,
      fixed: new Map([
        [0, 0],
        [1, 5],
      ]),
      resistors,
      leds,
      drives,
    };
    return whole;
  };
  const solvePieces = (whole: Network): Solution =>
    putTogether(
      takeApart(
        whole,
        whole.drives.map(({ node }) => node),
      ).map(({ network, nodes }) =>
        solveNetwork({
          ...network,
          drives: whole.drives.flatMap((drive) => {
            const node = nodes.get(drive.node);
            return node === undefined ? [] : [{ ...drive, node }];
          }),
        }),
      ),
    );

  test("and put together again is the same network: every current is the same, each element is in one piece", () => {
    fc.assert(
      fc.property(ladders, (list) => {
        const whole = build(list);
        const pieces = takeApart(
          whole,
          whole.drives.map(({ node }) => node),
        );
        expect(pieces).toHaveLength(list.length);
        const ids = pieces.flatMap(({ network }) =>
          [...network.resistors, ...network.leds].map(({ id }) => id),
        );
        expect([...ids].sort()).toEqual([...whole.resistors, ...whole.leds].map(({ id }) => id).sort());
        const [one, other] = [solveNetwork(whole), solvePieces(whole)];
        for (const id of whole.leds.map((led) => led.id))
          expect(other.leds.get(id)).toBeCloseTo(one.leds.get(id)!, 6);
        for (const { id } of whole.resistors)
          expect(other.resistors.get(id)).toBeCloseTo(one.resistors.get(id)!, 6);
        for (const { id } of whole.drives) expect(other.drives.get(id)).toBeCloseTo(one.drives.get(id)!, 6);
      }),
      { numRuns: 80 },
    );
  });

  test("an output that hangs on a rail is a piece with it, and nothing else is", () => {
    const fixed = new Map([[0, 5]]);
    const none = { nodes: 1, fixed, resistors: [], leds: [] };
    expect(takeApart(none, [0]).map(({ network }) => [network.nodes, [...network.fixed]])).toEqual([
      [1, [[0, 5]]],
    ]);
    expect(takeApart(none, [])).toEqual([]);
  });
});
