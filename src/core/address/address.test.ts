import fc from "fast-check";
import { HEXADECIMAL, SEGMENTS } from "../glyph";
import {
  DEFAULT_PLAN,
  STRAIGHT_OUTPUTS,
  ledValues,
  moveWireEnd,
  newRig,
  relay,
  removeWire,
  swapWires,
  type Rig,
  asLeg,
  asPip,
  asUnit,
  pipId,
} from "../rig";
import {
  bitPlace,
  cellBytes,
  decodeBytes,
  encodePips,
  modelOf,
  pathOf,
  pipsAt,
  sentBits,
  nthOf,
  wireGroup,
} from ".";

const rig = newRig({ id: "r", name: "R" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") });
const bytesOf = (any: Rig) =>
  [...HEXADECIMAL].map((glyph) => cellBytes(modelOf(any), { glyph, point: false })[0]!);
const complement = (bytes: number[]) => bytes.map((byte) => byte ^ 0xff);
const hex = (text: string) => text.split(" ").map((byte) => parseInt(byte, 16));
const edited = (result: ReturnType<typeof swapWires>): Rig => {
  if (!result.ok) throw new Error(result.message);
  return result.rig;
};

const A_LOWEST = hex("3F 06 5B 4F 66 6D 7D 07 7F 6F 77 7C 39 5E 79 71");
const A_HIGHEST = hex("FC 60 DA F2 66 B6 BE E0 FE F6 EE 3E 9C 7A 9E 8E");
const DP_THEN_A = hex("7E 30 6D 79 33 5B 5F 70 7F 7B 77 1F 4E 3D 4F 47");

describe("bytes come from the wires", () => {
  test("QA to a, most significant bit first: a is the lowest bit", () => {
    expect(bytesOf(rig)).toEqual(A_LOWEST);
  });

  test("least significant bit first turns every byte round", () => {
    expect(bytesOf({ ...rig, code: { bitOrder: "lsb-first" } })).toEqual(A_HIGHEST);
  });

  test("QA to g … QG to a, QH to the point: the order of a driver without decoding", () => {
    const outputs = [...STRAIGHT_OUTPUTS.slice(0, 7)].reverse().concat("dp");
    expect(bytesOf(relay(rig, { ...rig.plan, outputs }))).toEqual(DP_THEN_A);
  });

  test("common anode wants the complement, the point's bit included", () => {
    expect(bytesOf(relay(rig, { ...rig.plan, polarity: "common-anode" }))).toEqual(complement(A_LOWEST));
  });

  test("wires swapped: the bits change places in every byte", () => {
    const swapped = bytesOf(edited(swapWires(rig, "output-a", "output-b")));
    expect(swapped).toEqual(A_LOWEST.map((byte) => (byte & ~3) | ((byte & 1) << 1) | ((byte & 2) >> 1)));
  });

  test("a line moved on the board is the line the code drives", () => {
    const moved = edited(moveWireEnd(rig, "latch", "from", asLeg("MCU1.A3")));
    expect(modelOf(moved).encoding.chain).toEqual({ data: "5", clock: "6", latch: "A3" });
  });

  test("kept code keeps its bytes whatever the wires do", () => {
    const kept = { ...rig, code: { ...rig.code, kept: modelOf(rig).encoding } };
    expect(bytesOf(edited(swapWires(kept, "output-a", "output-b")))).toEqual(A_LOWEST);
  });

  test("any wiring: bytes decode to the LEDs they were made for", () => {
    const plan = fc.record({
      polarity: fc.constantFrom("common-cathode" as const, "common-anode" as const),
      resistors: fc.constantFrom("per-segment" as const, "common" as const),
      power: fc.constantFrom("board" as const, "separate" as const),
      outputs: fc.shuffledSubarray([...STRAIGHT_OUTPUTS], { minLength: 8 }),
    });
    fc.assert(
      fc.property(plan, fc.subarray([...SEGMENTS]), (choices, segments) => {
        const { encoding } = modelOf(relay(rig, { ...rig.plan, ...choices }));
        const pips = new Set(segments.map((segment) => pipId(asUnit("DS1"), 1, segment)));
        expect(decodeBytes(encoding, encodePips(encoding, pips))).toEqual(pips);
      }),
      { numRuns: 60 },
    );
  });
});

describe("addresses say what keeps an LED from lighting", () => {
  const verdict = (any: Rig, segment = "b") => modelOf(any).address(asPip(`DS1.1.${segment}`))!.verdict;

  test.each<[string, Rig, object]>([
    ["as planned", rig, { kind: "driven", conditions: [{ driver: { leg: "U1.1", stage: 1 }, lights: 1 }] }],
    ["its wire taken out", removeWire(rig, "segment-b"), { kind: "open", reason: /anode/ }],
    [
      "the common on the supply",
      edited(moveWireEnd(rig, "common", "to", asLeg("MCU1.5V"))),
      { kind: "never", reason: /cathode/ },
    ],
    [
      "on the supply instead of an output",
      edited(moveWireEnd(rig, "output-b", "from", asLeg("MCU1.5V"))),
      { kind: "always" },
    ],
    [
      "on ground instead of an output",
      edited(moveWireEnd(rig, "output-b", "from", asLeg("U1.8"))),
      { kind: "never", reason: /anode/ },
    ],
  ])("%s", (_, any, expected) => {
    const found = verdict(any);
    const reason = (expected as { reason?: RegExp }).reason;
    expect(found).toMatchObject(reason ? { ...expected, reason: expect.stringMatching(reason) } : expected);
  });

  test("two outputs on one segment are a conflict", () => {
    expect(verdict(edited(moveWireEnd(rig, "output-a", "to", asLeg("R2.1"))))).toMatchObject({
      kind: "conflict",
    });
  });
});

describe("turns, paths and groups", () => {
  test("the first bit sent ends in the last stage of the farthest chip", () => {
    expect(bitPlace(1, 7, 2, "msb-first")).toEqual({ nth: 0, byte: 0, bit: 7 });
    expect(bitPlace(0, 0, 2, "lsb-first")).toEqual({ nth: 15, byte: 1, bit: 7 });
    for (let at = 0; at < 3; at += 1) {
      for (let stage = 0; stage < 8; stage += 1) {
        for (const order of ["msb-first", "lsb-first"] as const) {
          const place = bitPlace(at, stage, 3, order);
          expect(nthOf(place.byte, place.bit, order)).toBe(place.nth);
        }
      }
    }
    expect(sentBits(modelOf(rig)).map(({ output }) => output)).toEqual(
      ["7", "6", "5", "4", "3", "2", "1", "15"].map((leg) => `U1.${leg}`),
    );
  });

  test("an LED's own path leads from its leg to its output and leaves out what is shared", () => {
    const model = modelOf(rig);
    expect([...pathOf(model, asPip("DS1.1.b")).wires].sort()).toEqual(["output-b", "segment-b"]);
    expect(pipsAt(model, asLeg("R2.1"))).toEqual(["DS1.1.b"]);
    expect(pipsAt(model, asLeg("U1.16"))).toEqual([]);
  });

  test("wires fall into the order one works in", () => {
    const model = modelOf(relay(rig, { ...rig.plan, resistors: "common" }));
    const groups = Object.fromEntries(model.rig.wires.map((wire) => [wire.id, wireGroup(model, wire)]));
    expect(groups).toMatchObject({
      power: "power",
      clear: "power",
      "bypass-plus": "power",
      data: "lines",
      common: "common",
      "common-side": "common",
      "segment-a": "segments",
    });
  });
});
