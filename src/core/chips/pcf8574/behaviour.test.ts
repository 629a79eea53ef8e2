import fc from "fast-check";
import { demoRig } from "@/demo";
import { busAddress, modelOf } from "../../address";
import { checkAtOnce } from "../../check";
import { pointWith } from "../../circuit";
import { relay, type Rig, asUnit, asLeg, asPip } from "../../rig";
import { HIGH, LOW } from "../../level";
import { i2c, rules, send, writesIn } from "../fixtures/send";
import { Pcf8574 } from "./behaviour";
import { pcf8574 } from ".";

const SLOW = { write: 5000, shiftBit: 0, pause: 0 };

describe("PCF8574", () => {
  test("all ports are high at power-up", () => {
    const chip = new Pcf8574(0x20);
    expect([0, 7].map((at) => chip.output(at))).toEqual([HIGH, HIGH]);
  });
  test("every byte behind the address goes to the ports, the last one stays", () => {
    const chip = new Pcf8574(0x21);
    const notes = send(chip, [i2c(0x42, 0x00), i2c(0x42, 0xf0, 0x0f)], SLOW);
    expect(rules(notes)).toEqual([]);
    expect(writesIn(notes)).toEqual([
      [0x42, 0x00],
      [0x42, 0xf0, 0x0f],
    ]);
    expect([0, 3, 4, 7].map((at) => chip.output(at))).toEqual([HIGH, HIGH, LOW, LOW]);
  });
  test("another chip's address is not answered and changes nothing; the read bit is told of", () => {
    const chip = new Pcf8574(0x20);
    expect(rules(send(chip, [i2c(0x42, 0x00)], SLOW))).toEqual(["wrong address"]);
    expect(chip.output(0)).toBe(HIGH);
    expect(rules(send(chip, [i2c(0x41, 0x00)], SLOW))).toContain("no such command");
  });
  test("a bus of 400 kHz is too fast for it", () => {
    expect(rules(send(new Pcf8574(0x20), [i2c(0x40, 0x00)], { ...SLOW, write: 800 }))).toContain("too fast");
  });
  test("what is sent is on the ports, bit for bit, and is kept when the chip is put away", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 255 }), (byte) => {
        const chip = new Pcf8574(0x27);
        send(chip, [i2c(0x4e, byte)], SLOW);
        const again = new Pcf8574(0x27);
        again.load(chip.save());
        for (const one of [chip, again])
          expect([0, 1, 2, 3, 4, 5, 6, 7].reduce((sum, at) => sum | (one.output(at) << at), 0)).toBe(byte);
      }),
      { numRuns: 40 },
    );
  });
});

describe("a digit on each", () => {
  const slip = demoRig("slip-gate");
  const rig: Rig = relay(slip, {
    ...slip.plan,
    scheme: "pcf8574",
    polarity: "common-anode",
    digits: 4,
    lines: {},
  });
  const model = modelOf(rig);
  test("each chip has the address its straps say, and no two share one", () => {
    expect(model.wired.buses![0]!.addresses).toEqual([0x20, 0x21, 0x22, 0x23]);
    expect(busAddress(model, asUnit("U3"))).toBe(0x22);
    const moved = {
      ...rig,
      wires: rig.wires.map((wire) => (wire.id === "strap-1-2" ? { ...wire, to: asLeg("U2.8") } : wire)),
    };
    expect(checkAtOnce(modelOf(moved))).toContainEqual(expect.objectContaining({ id: "address-U1" }));
  });
  test("a strap on no rail is a fault", () => {
    const open = { ...rig, wires: rig.wires.filter(({ id }) => id !== "strap-2") };
    expect(checkAtOnce(modelOf(open))).toContainEqual(
      expect.objectContaining({ id: "input-U1-2", severity: "fault" }),
    );
  });
  test("a port that is low lights its segment; a high one gives next to nothing", () => {
    const lit = pointWith(model, new Set([asPip("DS1.1.a")]));
    expect(lit.leds.get(asPip("DS1.1.a"))).toBeGreaterThan(4);
    expect(lit.leds.get(asPip("DS1.1.b"))).toBeLessThan(0.1);
  });
  test("the writes are an address and a byte for each chip, dark first", () => {
    const asked = {
      units: [asUnit("U1"), asUnit("U2")],
      addresses: [0x20, 0x21],
      highest: 0,
      level: 0,
      blink: 0,
      dark: { U1: [0xff], U2: [0xff] },
    };
    expect(pcf8574.setUp(asked).map(({ bytes }) => bytes)).toEqual([
      [0x40, 0xff],
      [0x42, 0xff],
    ]);
    expect(pcf8574.update(asked, { U1: [0xf9], U2: [0xa4] }).map(({ bytes }) => bytes)).toEqual([
      [0x40, 0xf9],
      [0x42, 0xa4],
    ]);
    expect(pcf8574.bitIn([asUnit("U1")], [0x40, 0xf9], asUnit("U1"), { address: 0, bit: 0 })).toBe(15);
  });
});
