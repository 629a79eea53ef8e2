import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { relay, removeWire, swapWires, withBoards, withController, type Rig, asPip } from "../rig";
import { trailOf } from ".";

const slipGate = demoRig("slip-gate");
const ladderStep = demoRig("ladder-step");
const told = (rig: Rig, pip: string, legNames: "letters" | "numbers" = "letters") =>
  trailOf(modelOf(rig), asPip(pip), legNames).map(({ title, detail }) =>
    detail ? `${title} | ${detail}` : title,
  );

test("a common-cathode segment, from light to code and back", () => {
  expect(told(slipGate, "DS1.1.b")).toEqual([
    "segment b",
    "DS1 b, leg 6",
    "R2 560 Ω",
    "U1 QB, leg 1",
    "bit 1 of byte 1 | 1 lights it",
    "sent 7th of 8 | most significant bit first",
    "line 5 | clock on 6, latch on 7",
    "lit in 10 of 16 places | 1 s each",
    "5.08 mA while lit | as bright as 51 % of 10 mA steady",
    "DS1 common −, leg 3 → board GND | the common side",
  ]);
});

test("a common-anode segment, least significant bit first, by the other leg names", () => {
  expect(told(ladderStep, "DS1.1.e", "numbers").slice(1, 6)).toEqual([
    "DS1 e, leg 1",
    "R5 330 Ω",
    "U1 Q7, leg 7",
    "bit 0 of byte 1 | 0 lights it",
    "sent 1st of 8 | least significant bit first",
  ]);
});

test("with one resistor the trail says the range, and the way back leads through it", () => {
  const trail = told(relay(slipGate, { ...slipGate.plan, resistors: "common" }), "DS1.1.a");
  expect(trail.at(-2)).toMatch(/^703 µA to 5.08 mA while lit/);
  expect(trail.at(-1)).toMatch(/leg 3 → R1 → board GND/);
});

test("with the code kept, the trail follows the wires and says what the code takes the bit for", () => {
  const kept = { ...slipGate, code: { ...slipGate.code, kept: modelOf(slipGate).encoding } };
  const swapped = swapWires(kept, "output-a", "output-b");
  const trail = swapped.ok ? told(swapped.rig, "DS1.1.b") : [];
  expect(trail.slice(3, 6)).toEqual([
    "U1 QA, leg 15",
    "bit 0 of byte 1 | 1 lights it · the kept code means it for a",
    "sent 8th of 8 | most significant bit first",
  ]);
  expect(trail).toContain("lit in 12 of 16 places | 1 s each");
});

test("a trail that breaks off says where and why", () => {
  const trail = trailOf(modelOf(removeWire(slipGate, "segment-b")), asPip("DS1.1.b"));
  expect(trail.find(({ kind }) => kind === "broken")).toMatchObject({
    topic: "wiring",
    detail: "nothing drives its anode",
    legs: ["DS1.6"],
  });
});

describe("what stands between the controller and a chip", () => {
  const kinds = (rig: Rig, pip: string) => trailOf(modelOf(rig), asPip(pip)).map(({ kind }) => kind);

  test("the header of a module, with what each of its pins hangs on", () => {
    const trail = trailOf(modelOf(plainDemoRig("lock-gauge")), asPip("DS1.1.a"));
    expect(trail.find(({ kind }) => kind === "header")).toEqual({
      kind: "header",
      topic: "wiring",
      title: "in through the header of M1",
      detail: "DIN from board line 11, CS from board line 10, CLK from board line 12",
      legs: ["M1.3", "M1.4", "M1.5"],
    });
  });

  test("of a module behind another one, the pins of the one before", () => {
    const lock = plainDemoRig("lock-gauge");
    const trail = trailOf(modelOf(relay(lock, withBoards(lock.plan, 2))), asPip("DS3.1.a"));
    expect(trail.find(({ kind }) => kind === "header")).toMatchObject({
      title: "in through the header of M2",
      detail: expect.stringMatching(/^DIN from M1 DOUT/) as string,
    });
  });

  test("a MOSFET in each line, with what pulls its sides up", () => {
    const warm = plainDemoRig("water-warmth");
    const { own: _, ...plan } = withController(
      { ...warm.plan, scheme: "ht16k33", polarity: "common-cathode" },
      "ESP32-module",
    );
    const lifted = relay(warm, { ...plan, levels: "n-channel-switch" });
    const hop = trailOf(modelOf(lifted), asPip("DS1.1.a")).find(({ kind }) => kind === "lifted");
    expect(hop?.title).toMatch(/^through Q1 /);
    expect(hop?.detail).toBe("pulled up to 3.3 V on the board’s side, to 5 V on the chip’s");
  });

  test("bare parts have no header", () => expect(kinds(slipGate, "DS1.1.a")).not.toContain("header"));
});
