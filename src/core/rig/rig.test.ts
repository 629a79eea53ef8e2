import Ajv from "ajv";
import fc from "fast-check";
import { readFileSync } from "node:fs";
import {
  DEFAULT_PLAN,
  RIG_JSON_SCHEMA,
  STRAIGHT_DIGITS,
  STRAIGHT_OUTPUTS,
  addWire,
  assignLine,
  ledValues,
  moveWireEnd,
  movedWires,
  netsOf,
  newRig,
  placeWires,
  readRig,
  relay,
  removeWire,
  swapWires,
  writeRig,
  type Plan,
  type Rig,
  asLeg,
} from ".";
import { BROKEN_FILES } from "./fixtures/broken-files";

const planArbitrary: fc.Arbitrary<Plan> = fc.record({
  scheme: fc.constant("register-static" as const),
  digits: fc.constantFrom(1, 2, 4),
  countFrom: fc.constantFrom("left" as const, "right" as const),
  display: fc.constant("plain" as const),
  digitSwitch: fc.constant("bare" as const),
  controller: fc.constant("ATmega328P-board"),
  polarity: fc.constantFrom("common-cathode" as const, "common-anode" as const),
  resistors: fc.constantFrom("per-segment" as const, "common" as const),
  power: fc.constantFrom("board" as const, "separate" as const),
  lines: fc
    .shuffledSubarray(["2", "3", "5", "9", "13", "A0"], { minLength: 3, maxLength: 3 })
    .map(([data, clock, latch]) => ({ data: data!, clock: clock!, latch: latch! })),
  outputs: fc.shuffledSubarray([...STRAIGHT_OUTPUTS], { minLength: 8 }),
  digitOutputs: fc.shuffledSubarray([...STRAIGHT_DIGITS], { minLength: 8 }),
});

export const rigArbitrary: fc.Arbitrary<Rig> = fc
  .tuple(
    planArbitrary,
    fc.integer({ min: 47, max: 4700 }),
    fc.constantFrom("msb-first" as const, "lsb-first" as const),
  )
  .map(([plan, ohms, bitOrder]) =>
    newRig({ id: "r", name: "R", code: { bitOrder } }, plan, { ohms, led: ledValues("red") }),
  );

const rig = newRig({ id: "slip", name: "Slip" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") });
const text = writeRig(rig);
const ok = (edited: { ok: true; rig: Rig } | { ok: false; message: string }): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};

/** The same value with every object's keys the other way round. */
const reversed = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(reversed)
    : typeof value === "object" && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, inner]) => [key, reversed(inner)]),
        )
      : value;

describe("reading and writing", () => {
  test("what is written reads back the same, and the same rig writes the same bytes", () => {
    fc.assert(
      fc.property(rigArbitrary, (any) => {
        const written = writeRig(any);
        const read = readRig(JSON.stringify(reversed(JSON.parse(written))));
        expect(read.ok && writeRig(read.rig)).toBe(written);
      }),
    );
  });

  const ajv = new Ajv({ allErrors: true });
  const validate = ajv.compile(RIG_JSON_SCHEMA);

  test.each(BROKEN_FILES)("refuses %s", (_, make, path, message, schemaSeesIt = true) => {
    const broken = make(text);
    const read = readRig(broken);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    const problem = read.problems.find((one) => one.path === path);
    expect(problem ?? read.problems).toMatchObject({ message: expect.stringMatching(message) });
    if (!schemaSeesIt) return;
    expect(validate(JSON.parse(broken))).toBe(false);
  });

  test("the published JSON Schema is the one of the code, and accepts what is written", () => {
    expect(JSON.parse(readFileSync("public/schema/rig-2.json", "utf8"))).toEqual(RIG_JSON_SCHEMA);
    fc.assert(fc.property(rigArbitrary, (any) => expect(validate(JSON.parse(writeRig(any)))).toBe(true)));
  });
});

describe("nets", () => {
  test("legs are one net by wires and by what is joined inside a part", () => {
    const nets = netsOf(rig);
    expect(nets.of(asLeg("U1.13"))).toBe(nets.of(asLeg("MCU1.GND2")));
    expect(nets.of(asLeg("DS1.3"))).toBe(nets.of(asLeg("DS1.8")));
    expect(nets.of(asLeg("U1.15"))).toBe(nets.of(asLeg("R1.1")));
    expect(nets.of(asLeg("R1.1"))).not.toBe(nets.of(asLeg("R1.2")));
    expect(nets.of(asLeg("U1.9")).legs).toEqual(["U1.9"]);
  });
});

describe("editing wires", () => {
  test("an end moves and has to be placed again; a swap exchanges what two wires reach", () => {
    const placed = placeWires(rig, ["data", "clock"], true);
    const moved = ok(moveWireEnd(placed, "data", "from", asLeg("MCU1.9")));
    expect(moved.wires.find(({ id }) => id === "data")).toMatchObject({
      from: "MCU1.9",
      to: "U1.14",
      placed: false,
    });
    const swapped = ok(swapWires(placed, "data", "clock"));
    expect(netsOf(swapped).of(asLeg("MCU1.5")).legs).toContain("U1.11");
    expect(writeRig(placeWires(ok(swapWires(swapped, "data", "clock")), ["data", "clock"], true))).toBe(
      writeRig(placed),
    );
    expect(movedWires(moved)).toEqual(["data"]);
  });

  test("edits that make no sense are refused with a reason", () => {
    expect(moveWireEnd(rig, "data", "from", asLeg("U1.14"))).toMatchObject({
      ok: false,
      message: /already at U1 SER, leg 14/,
    });
    expect(moveWireEnd(rig, "data", "from", asLeg("U1.99"))).toMatchObject({
      ok: false,
      message: /no leg U1.99/,
    });
    expect(swapWires(rig, "data", "data").ok).toBe(false);
    expect(addWire(rig, asLeg("MCU1.5"), asLeg("U1.14"))).toMatchObject({
      ok: false,
      message: /there already/,
    });
    expect(removeWire(ok(addWire(rig, asLeg("MCU1.9"), asLeg("U1.9"))), "extra-1")).toEqual(rig);
  });

  test("laying again keeps the ticks of wires that stay; a line taken by another use changes places with it", () => {
    const placed = placeWires(
      rig,
      rig.wires.map(({ id }) => id),
      true,
    );
    const anode = relay(placed, { ...rig.plan, polarity: "common-anode" });
    expect(anode.wires.filter((wire) => !wire.placed).map(({ id }) => id)).toEqual(["common"]);
    const exchanged = assignLine(rig, rig.plan.lines, "data", rig.plan.lines.clock!);
    expect(exchanged.plan.lines).toEqual({ data: "6", clock: "5", latch: "7" });
    expect(movedWires(exchanged)).toEqual([]);
  });
});
