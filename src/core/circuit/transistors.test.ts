import fc from "fast-check";
import { solveNetwork, type BipolarBranch, type Network } from ".";

const SWITCH = { baseDrop: 0.7, baseSlope: 5, gain: 150, saturation: 0.08, saturationSlope: 1.2 };
const npn = (values: Partial<BipolarBranch> = {}): BipolarBranch => ({
  id: "Q",
  type: "npn",
  base: 2,
  collector: 3,
  emitter: 0,
  ...SWITCH,
  ...values,
});
const rails = new Map([
  [0, 0],
  [1, 5],
]);
const empty: Network = { nodes: 6, fixed: rails, resistors: [], leds: [], drives: [] };

test("an NPN with 1 kΩ at its base saturates: (5 − 0.7) / 1005 Ω into it, (5 − 0.08) / (100 + 1.2) Ω through it", () => {
  const { transistors } = solveNetwork({
    ...empty,
    resistors: [
      { id: "RB", from: 1, to: 2, ohms: 1000 },
      { id: "RC", from: 1, to: 3, ohms: 100 },
    ],
    bipolars: [npn()],
  });
  expect(transistors.get("Q")).toMatchObject({ region: "on" });
  expect(transistors.get("Q")!.base).toBeCloseTo((4.3 / 1005) * 1000, 6);
  expect(transistors.get("Q")!.collector).toBeCloseTo((4.92 / 101.2) * 1000, 5);
});

test("with too little base current it stays active: 150 times the base current flows, and no more", () => {
  const { transistors } = solveNetwork({
    ...empty,
    resistors: [
      { id: "RB", from: 1, to: 2, ohms: 100_000 },
      { id: "RC", from: 1, to: 3, ohms: 100 },
    ],
    bipolars: [npn()],
  });
  expect(transistors.get("Q")!.region).toBe("active");
  expect(transistors.get("Q")!.collector).toBeCloseTo(150 * (4.3 / 100_005) * 1000, 4);
});

test("a PNP on the supply with its base low does the same the other way round; with its base high it is off", () => {
  const at = (volts: number) =>
    solveNetwork({
      ...empty,
      resistors: [
        { id: "RB", from: 4, to: 2, ohms: 1000 },
        { id: "RC", from: 3, to: 0, ohms: 100 },
      ],
      drives: [{ id: "D", node: 4, volts, ohms: 60 }],
      bipolars: [npn({ type: "pnp", emitter: 1 })],
    }).transistors.get("Q")!;
  expect(at(0).collector).toBeCloseTo((4.92 / 101.2) * 1000, 5);
  expect(at(5)).toMatchObject({ collector: 0, base: 0, region: "off" });
});

test("an emitter follower gives its base less 0.7 V", () => {
  const { volts } = solveNetwork({
    ...empty,
    resistors: [{ id: "RE", from: 4, to: 0, ohms: 1000 }],
    drives: [{ id: "D", node: 2, volts: 5, ohms: 400 }],
    bipolars: [npn({ collector: 1, emitter: 4 })],
  });
  expect(volts[4]).toBeGreaterThan(4.25);
  expect(volts[4]).toBeLessThan(4.31);
});

test("a Darlington drops about 0.9 V at 100 mA, 1.0 V at 200 mA and 1.3 V at 350 mA", () => {
  const dropAt = (milliamps: number) =>
    solveNetwork({
      ...empty,
      resistors: [
        { id: "RB", from: 1, to: 2, ohms: 2700 },
        { id: "RC", from: 4, to: 3, ohms: (24 - 1) / (milliamps / 1000) },
      ],
      fixed: new Map([...rails, [4, 24]]),
      bipolars: [npn({ baseDrop: 1.4, baseSlope: 50, gain: 1000, saturation: 0.75, saturationSlope: 1.5 })],
    }).transistors.get("Q")!.drop;
  expect(dropAt(100)).toBeCloseTo(0.9, 1);
  expect(dropAt(200)).toBeCloseTo(1.05, 1);
  expect(dropAt(350)).toBeCloseTo(1.28, 1);
});

test("a MOSFET is its on-resistance beyond its threshold and nothing below it", () => {
  const through = (gate: number) =>
    solveNetwork({
      ...empty,
      resistors: [{ id: "RD", from: 1, to: 3, ohms: 50 }],
      drives: [{ id: "D", node: 2, volts: gate, ohms: 60 }],
      channels: [
        { id: "Q", type: "n-channel", gate: 2, drain: 3, source: 0, threshold: 1.5, onResistance: 0.2 },
      ],
    }).transistors.get("Q")!.collector;
  expect(through(5)).toBeCloseTo((5 / 50.2) * 1000, 5);
  expect(through(1)).toBe(0);
});

test("a transistor whose drive is gone still conducts while it is held to be stored", () => {
  const network = (stored: boolean): Network => ({
    ...empty,
    resistors: [
      { id: "RB", from: 0, to: 2, ohms: 1000 },
      { id: "RC", from: 1, to: 3, ohms: 100 },
    ],
    bipolars: [npn({ stored })],
  });
  expect(solveNetwork(network(false)).transistors.get("Q")!.collector).toBe(0);
  expect(solveNetwork(network(true)).transistors.get("Q")!.collector).toBeCloseTo(48.6, 1);
});

/** A display of some digits and segments with drives and switches of any kind on it. */
const anyDisplay = fc.record({
  anode: fc.boolean(),
  segments: fc.array(
    fc.record({ ohms: fc.integer({ min: 50, max: 600 }), volts: fc.constantFrom(0, 5, undefined) }),
    { minLength: 1, maxLength: 8 },
  ),
  digits: fc.array(
    fc.record({
      kind: fc.constantFrom("drive", "switch", "follower", "resistor"),
      volts: fc.constantFrom(0, 5),
      base: fc.constantFrom(1000, 4700, 47_000),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  forward: fc.double({ min: 1.6, max: 2.4, noNaN: true }),
});

test("any display of LEDs, transistors and drives: at every node as much flows in as out, by the pieces' own laws", () => {
  fc.assert(
    fc.property(anyDisplay, ({ anode, segments, digits, forward }) => {
      let nodes = 2;
      const resistors: Array<{ id: string; from: number; to: number; ohms: number }> = [];
      const drives: Array<{ id: string; node: number; volts: number; ohms: number }> = [];
      const bipolars: BipolarBranch[] = [];
      const own = segments.map(({ ohms, volts }, at) => {
        const [out, leg] = [nodes++, nodes++];
        resistors.push({ id: `R${at}`, from: out, to: leg, ohms });
        if (volts !== undefined) drives.push({ id: `D${at}`, node: out, volts, ohms: 60 });
        return leg;
      });
      const leds = digits.flatMap(({ kind, volts, base: ohms }, at) => {
        const common = nodes++;
        if (kind === "drive") drives.push({ id: `C${at}`, node: common, volts, ohms: 25 });
        else if (kind === "resistor")
          resistors.push({ id: `P${at}`, from: common, to: volts ? 1 : 0, ohms: 200 });
        else {
          const [base, out] = [nodes++, nodes++];
          resistors.push({ id: `B${at}`, from: out, to: base, ohms });
          drives.push({ id: `X${at}`, node: out, volts, ohms: 60 });
          const [high, low] = anode ? [1, 0] : [0, 1];
          bipolars.push(
            npn({
              id: `Q${at}`,
              type: anode ? "pnp" : "npn",
              base,
              collector: kind === "switch" ? common : low,
              emitter: kind === "switch" ? high : common,
            }),
          );
        }
        return own.map((leg, n) => ({
          id: `L${at}.${n}`,
          anode: anode ? common : leg,
          cathode: anode ? leg : common,
          forward: forward + n * 0.03,
          slope: 12,
        }));
      });
      const { volts } = solveNetwork({ nodes, fixed: rails, resistors, leds, drives, bipolars });
      const into = new Float64Array(nodes);
      const flow = (from: number, to: number, amps: number) => {
        into[from]! -= amps;
        into[to]! += amps;
      };
      for (const { from, to, ohms } of resistors) flow(from, to, (volts[from]! - volts[to]!) / ohms);
      for (const drive of drives) into[drive.node]! += (drive.volts - volts[drive.node]!) / drive.ohms;
      for (const led of leds)
        flow(
          led.anode,
          led.cathode,
          Math.max(0, volts[led.anode]! - volts[led.cathode]! - led.forward) / led.slope,
        );
      for (const { type, base, collector, emitter } of bipolars) {
        const sign = type === "npn" ? 1 : -1;
        const ib = Math.max(0, sign * (volts[base]! - volts[emitter]!) - 0.7) / 5;
        const most = Math.max(0, sign * (volts[collector]! - volts[emitter]!) - 0.08) / 1.2;
        const ic = Math.min(150 * ib, most);
        flow(sign > 0 ? base : emitter, sign > 0 ? emitter : base, ib);
        flow(sign > 0 ? collector : emitter, sign > 0 ? emitter : collector, ic);
      }
      for (let node = 2; node < nodes; node += 1) expect(Math.abs(into[node]!)).toBeLessThan(1e-6);
    }),
    { numRuns: 150 },
  );
});
