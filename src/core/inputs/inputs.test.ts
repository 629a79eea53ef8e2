import fc from "fast-check";
import { demoRig } from "@/demo";
import { modelOf } from "../address";
import {
  addUnit,
  addWire,
  asLeg,
  asUnit,
  legRef,
  removeWire,
  withController,
  relay,
  type Rig,
  type UnitRef,
} from "../rig";
import {
  InputCircuit,
  World,
  contactLine,
  converterLine,
  gripOf,
  ohmsAt,
  rawMoves,
  restOf,
  wireUp,
  type PartMove,
} from ".";
import { partById, type InputPart } from "../parts";

const slip = demoRig("slip-gate");

/** A rig with a part more, wired by the ends that are given. */
function withPart(rig: Rig, id: string, wires: ReadonlyArray<readonly [leg: string, to: string]>) {
  const added = addUnit(rig, id);
  if (!added.ok) throw new Error(added.message);
  const ref = added.ref!;
  const wired = wires.reduce((now, [leg, to]) => {
    const made = addWire(now, legRef(ref, leg), asLeg(to));
    if (!made.ok) throw new Error(made.message);
    return made.rig;
  }, added.rig);
  return { rig: wired, ref };
}
const up = (rig: Rig, id: string): { readonly rig: Rig; readonly ref: UnitRef } => {
  const wired = wireUp(modelOf(rig), id);
  if (!wired.ok) throw new Error(wired.message);
  return wired;
};
const part = (id: string) => partById(id) as InputPart;

describe("volts at what is read", () => {
  test("a wiper divides what its track is across", () => {
    const { rig, ref } = up(slip, "potentiometer");
    const model = modelOf(rig);
    const circuit = new InputCircuit(model);
    const wiper = legRef(ref, "2");
    for (const [at, volts] of [
      [0, 0],
      [25, 1.25],
      [50, 2.5],
      [100, 5],
    ] as const)
      expect(circuit.volts(wiper, { [ref]: at })).toBeCloseTo(volts, 2);
  });

  test("a thermistor of 10 kΩ over 10 kΩ halves the supply at 25 °C, and gives more when it is warm", () => {
    const { rig, ref } = up(slip, "thermistor-10k");
    const circuit = new InputCircuit(modelOf(rig));
    const at = (warmth: number) => circuit.volts(legRef(ref, "2"), { [ref]: warmth })!;
    expect(at(25)).toBeCloseTo(2.5, 3);
    // R = 10 kΩ · e^(3950 · (1/323.15 − 1/298.15)) = 3588 Ω, so 5 V · 10 / 13.588.
    expect(at(50)).toBeCloseTo(3.68, 2);
  });

  test("a sensor of 10 mV/°C gives 230 mV at 23 °C, one from 500 mV gives 730 mV", () => {
    for (const [id, volts] of [
      ["warmth-sensor", 0.23],
      ["warmth-sensor-500mV", 0.73],
    ] as const) {
      const { rig, ref } = up(slip, id);
      expect(new InputCircuit(modelOf(rig)).volts(legRef(ref, "2"), { [ref]: 23 })).toBeCloseTo(volts, 6);
    }
  });

  test("a sensor without a supply, and a line nothing holds, float", () => {
    const { rig, ref } = withPart(slip, "warmth-sensor", [["2", "MCU1.A0"]]);
    expect(new InputCircuit(modelOf(rig)).volts(asLeg("MCU1.A0"), { [ref]: 20 })).toBeUndefined();
  });

  test("light and warmth by their formulas at the ends", () => {
    const light = part("light-sensor").act as Extract<InputPart["act"], { by: "light" }>;
    expect(ohmsAt(light, 0)).toBeCloseTo(1e6);
    expect(ohmsAt(light, 100)).toBeCloseTo(1000);
    expect(ohmsAt(light, 50)).toBeCloseTo(31_623, -1);
  });
});

describe("how a contact is read", () => {
  test("to ground, by the pull-up inside", () => {
    const { rig, ref } = up(slip, "button");
    expect(contactLine(modelOf(rig), ref)).toEqual({ unit: ref, line: "2", pressed: 0, pull: "inside" });
  });

  test("to the supply with a resistor to ground", () => {
    const { rig, ref } = withPart(slip, "button", [
      ["1", "MCU1.2"],
      ["2", "MCU1.5V"],
    ]);
    const { rig: pulled } = withPart(rig, "resistor", [
      ["1", "MCU1.2"],
      ["2", "MCU1.GND1"],
    ]);
    expect(contactLine(modelOf(pulled), ref)).toEqual({ unit: ref, line: "2", pressed: 1, pull: "wired" });
  });

  test("to the supply without one the line floats, and is said to", () => {
    const { rig, ref } = withPart(slip, "button", [
      ["1", "MCU1.2"],
      ["2", "MCU1.5V"],
    ]);
    expect(contactLine(modelOf(rig), ref)).toMatchObject({ problem: expect.stringMatching(/floats.*10 kΩ/) });
  });

  test("two legs of one side are joined inside: pressed or not is the same", () => {
    const { rig, ref } = withPart(slip, "button", [
      ["1", "MCU1.2"],
      ["4", "MCU1.GND1"],
    ]);
    expect(contactLine(modelOf(rig), ref)).toMatchObject({
      problem: expect.stringMatching(/no line|the same/),
    });
  });

  test("between two lines it is a key of a pad", () => {
    const { rig, ref } = withPart(slip, "button", [
      ["1", "MCU1.2"],
      ["2", "MCU1.3"],
    ]);
    expect(contactLine(modelOf(rig), ref)).toMatchObject({ problem: expect.stringMatching(/2 and 3.*rows/) });
  });

  test("a line of the ESP8266 without a pull-up inside floats", () => {
    const esp = relay(slip, withController(slip.plan, "ESP8266-module"));
    const { rig, ref } = withPart(esp, "button", [
      ["1", "MCU1.16"],
      ["2", "MCU1.GND1"],
    ]);
    expect(contactLine(modelOf(rig), ref)).toMatchObject({ problem: expect.any(String) });
  });
});

describe("how a voltage is read", () => {
  test("by a line of the converter", () => {
    const { rig, ref } = up(slip, "potentiometer");
    expect(converterLine(modelOf(rig), ref)).toEqual({ unit: ref, line: "A0" });
  });

  test("another line is refused, with those that would do", () => {
    const { rig, ref } = withPart(slip, "potentiometer", [
      ["2", "MCU1.2"],
      ["1", "MCU1.GND1"],
      ["3", "MCU1.5V"],
    ]);
    expect(converterLine(modelOf(rig), ref)).toMatchObject({
      problem: expect.stringMatching(/line 2 .*A0, A1/),
    });
  });
});

describe("wired as one customarily does", () => {
  test("a buzzer by a transistor, a lamp by a resistor, a relay board straight", () => {
    const kinds = (id: string) => {
      const { rig } = up(slip, id);
      return rig.units.slice(slip.units.length).map((unit) => unit.part);
    };
    expect(kinds("buzzer")).toEqual(["buzzer", "npn-switch", "resistor"]);
    expect(kinds("led")).toEqual(["led", "resistor"]);
    expect(kinds("relay-board")).toEqual(["relay-board"]);
  });

  test("each takes a line of its own, until none is left: then it says so and nothing is half done", () => {
    let rig = slip;
    for (let nth = 0; nth < 40; nth += 1) {
      const wired = wireUp(modelOf(rig), "button");
      if (!wired.ok) {
        expect(wired.message).toMatch(/no line left/);
        expect(nth).toBeGreaterThan(8);
        return;
      }
      rig = wired.rig;
    }
    throw new Error("a board has no forty lines");
  });

  test("a knob asks for a converter the board has not", () => {
    const esp = relay(slip, withController(slip.plan, "ESP8266-module"));
    expect(wireUp(modelOf(esp), "potentiometer")).toMatchObject({
      ok: false,
      message: expect.stringMatching(/converter/),
    });
  });
});

describe("hands", () => {
  const { rig, ref } = up(slip, "button");

  test("a press bounces within its time and ends closed; the same press is the same edges", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        (at, bounce) => {
          const worn = {
            ...rig,
            units: rig.units.map((unit) => (unit.ref === ref ? { ...unit, hand: { bounce } } : unit)),
          };
          const moves = rawMoves(worn, { at, press: ref }) as PartMove[];
          expect(moves).toEqual(rawMoves(worn, { at, press: ref }));
          expect(moves[0]).toEqual({ at: at * 1e6, unit: ref, to: 1 });
          expect(moves.at(-1)!.to).toBe(1);
          expect(moves.at(-1)!.at - moves[0]!.at).toBeLessThanOrEqual(Math.round(bounce * 1e6));
          moves.slice(1).forEach((move, nth) => {
            expect(move.at).toBeGreaterThanOrEqual(moves[nth]!.at);
            expect(move.to).not.toBe(moves[nth]!.to);
          });
        },
      ),
    );
  });

  test("what a world reads follows the hands, and floats by chance where nothing holds a line", () => {
    const world = new World(modelOf(rig));
    world.input("2", true);
    world.add(
      rawMoves({ units: rig.units.map((unit) => ({ ...unit, hand: { bounce: 0 } })) }, { at: 5, press: ref }),
    );
    expect(world.level("2", 4e6)).toBe(1);
    expect(world.nextMove).toBe(5e6);
    expect(world.level("2", 5e6)).toBe(0);
    expect(world.moved).toBe(1);
    expect(world.isSteady("2")).toBe(true);
    const floating = Array.from({ length: 64 }, (_, ms) => world.level("9", 6e6 + ms * 1e6));
    expect(new Set(floating).size).toBe(2);
    expect(world.isSteady("9")).toBe(false);
  });

  test("noise is never beyond three times what it is said to be, and as good as none on average", () => {
    const knob = up(slip, "potentiometer");
    const units = knob.rig.units.map((unit) =>
      unit.ref === knob.ref ? { ...unit, hand: { noise: 1, rests: 50 } } : unit,
    );
    const world = new World(modelOf({ ...knob.rig, units }));
    const read = Array.from({ length: 2000 }, (_, nth) => world.convert("A0", nth * 1e6));
    expect(Math.min(...read)).toBeGreaterThanOrEqual(512 - 31);
    expect(Math.max(...read)).toBeLessThanOrEqual(512 + 31);
    expect(read.reduce((sum, one) => sum + one, 0) / read.length).toBeCloseTo(511.5, -1);
    expect(new Set(read).size).toBeGreaterThan(10);
  });

  test("each part has a grip and a place it rests at", () => {
    expect(gripOf(part("button"))).toEqual({ kind: "button" });
    expect(gripOf(part("slide-switch"))).toEqual({ kind: "switch" });
    expect(gripOf(part("warmth-sensor"))).toMatchObject({ unit: "°C", range: [2, 125] });
    expect(restOf({ hand: { rests: 7 } }, part("potentiometer"))).toBe(7);
    expect(restOf({}, part("button"))).toBe(0);
  });
});

test("a button taken off its wire is on no line", () => {
  const { rig, ref } = up(slip, "button");
  const wire = rig.wires.find(({ from, to }) => [from, to].includes(asLeg("MCU1.2")))!;
  expect(contactLine(modelOf(removeWire(rig, wire.id)), asUnit(ref))).toMatchObject({
    problem: expect.stringMatching(/on no line/),
  });
});
