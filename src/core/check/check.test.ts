import { DEMO_RIGS, demoRig } from "@/demo";
import { modelOf } from "../address";
import {
  addWire,
  changeUnits,
  controllerById,
  moveWireEnd,
  readRig,
  relay,
  asPip,
  noteDead,
  removeWire,
  swapWires,
  withController,
  writeRig,
  type Edited,
  type Rig,
  asLeg,
} from "../rig";
import { CONTROLLERS, easyLines } from "../parts";
import { glyphTable } from "../sim";
import { checkModel } from ".";

const slipGate = demoRig("slip-gate");
const ladderStep = demoRig("ladder-step");
const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const move = (id: string, end: "from" | "to", leg: `${string}.${string}`) =>
  ok(moveWireEnd(slipGate, id, end, asLeg(leg)));
const ohms = (value: number) => changeUnits(slipGate, ({ part }) => part === "resistor", { ohms: value });
const show = (values: Partial<Rig["show"]>): Rig => ({ ...slipGate, show: { ...slipGate.show, ...values } });
const separate = relay(slipGate, { ...slipGate.plan, power: "separate" });

test("nothing is found against the demo rigs, nor against any plain plan with a fitting resistor", () => {
  expect(DEMO_RIGS.flatMap((rig) => checkModel(modelOf(rig)))).toEqual([]);
  expect(checkModel(modelOf(separate))).toEqual([]);
  expect(checkModel(modelOf(relay(ladderStep, { ...ladderStep.plan, power: "separate" })))).toEqual([]);
});

/** What is done to the rig, the finding it has to give, and what that has to say. */
const CASES: Array<[what: string, rig: Rig, id: RegExp, severity: string, says: RegExp]> = [
  [
    "5 V wired to ground",
    ok(addWire(slipGate, asLeg("MCU1.5V"), asLeg("MCU1.GND1"))),
    /^short-/,
    "fault",
    /5 V and 0 V are joined.*Do not power/,
  ],
  ["two outputs tied", move("output-a", "to", "R2.1"), /^tied-/, "fault", /QA.*QB|QB.*QA/],
  [
    "an output on the supply",
    ok(addWire(slipGate, asLeg("U1.9"), asLeg("MCU1.5V"))),
    /^tied-/,
    "fault",
    /short-circuit current/,
  ],
  [
    "a line on ground",
    ok(addWire(slipGate, asLeg("MCU1.2"), asLeg("MCU1.GND1"))),
    /^line-tied-/,
    "fault",
    /line 2/,
  ],
  ["no supply", removeWire(slipGate, "power"), /^power-U1$/, "fault", /leg 16 is on no supply/],
  [
    "no common ground",
    removeWire(separate, "shared-ground"),
    /^ground-U1$/,
    "fault",
    /Never feed the supply back into the USB/,
  ],
  ["3.3 V supply", move("power", "from", "MCU1.3V3"), /^low-U1$/, "caution", /3.3 V/],
  ["enable open", removeWire(slipGate, "enable"), /^input-U1-13$/, "fault", /OE̅ \(leg 13\) is open.*GND/],
  ["clear open", removeWire(slipGate, "clear"), /^input-U1-10$/, "fault", /empties the stages/],
  ["enable high", move("enable", "to", "U1.16"), /^input-U1-13$/, "fault", /tied high/],
  ["clear low", move("clear", "to", "U1.8"), /^input-U1-10$/, "fault", /holds every stage at 0/],
  ["clear on an undriven line", move("clear", "to", "MCU1.9"), /^input-U1-10$/, "fault", /does not drive/],
  ["latch on ground", move("latch", "from", "MCU1.GND1"), /^input-U1-12$/, "fault", /gets no signal/],
  ["no clock", removeWire(slipGate, "clock"), /^input-U1-11$/, "fault", /no bit ever moves/],
  [
    "a dead LED",
    noteDead(slipGate, asPip("DS1.1.g"), true),
    /^dead$/,
    "caution",
    /noted as dead.*broken inside/,
  ],
  ["no bypass capacitor", removeWire(slipGate, "bypass-plus"), /^bypass-U1$/, "caution", /100 nF/],
  ["data on line 0", move("data", "from", "MCU1.0"), /^awkward-data$/, "caution", /programming serial/],
  ["latch on line 13", move("latch", "from", "MCU1.13"), /^awkward-latch$/, "note", /LED on the board/],
  [
    "data and clock on one line",
    move("data", "from", "MCU1.6"),
    /^line-twice-6$/,
    "fault",
    /the data and the clock/,
  ],
  [
    "a segment's wire out",
    removeWire(slipGate, "segment-c"),
    /^led-/,
    "fault",
    /Segment c can never light.*Nothing drives/,
  ],
  [
    "the common on 5 V",
    move("common", "to", "MCU1.5V"),
    /^led-/,
    "fault",
    /Segments a, b, c, d, e, f, g and dp can never light/,
  ],
  ["a segment on 5 V", move("output-d", "from", "MCU1.5V"), /^led-/, "fault", /Segment d is always lit/],
  [
    "a segment on the serial output",
    move("output-d", "from", "U1.9"),
    /^led-/,
    "fault",
    /not under the program's control/,
  ],
  [
    "two segments on one output",
    move("output-a", "from", "U1.1"),
    /^shared-/,
    "fault",
    /Segments a and b share one output/,
  ],
  [
    "no resistor",
    ok(moveWireEnd(removeWire(slipGate, "output-a"), "segment-a", "from", asLeg("U1.15"))),
    /^no-resistor$/,
    "fault",
    /segment a.*mA/,
  ],
  ["100 Ω", ohms(100), /^limit-over/, "fault", /U1 supply leg carries 177 mA.*70 mA through VCC/],
  ["330 Ω, the package", ohms(330), /^limit-near-package-supply-U1$/, "caution", /68.3 mA.*98 %/],
  ["330 Ω, an output", ohms(330), /^limit-above-kept-outputs-U1$/, "note", /8 outputs.*promised at 6 mA/],
  ["10 kΩ", ohms(10_000), /^led-dim$/, "note", /318 µA/],
  [
    "one resistor",
    relay(slipGate, { ...slipGate.plan, resistors: "common" }),
    /^shared-resistor-R1$/,
    "caution",
    /8 LEDs.*2.69 mA.*802 µA.*70 %/,
  ],
  ["a glyph nobody can show", show({ texts: ["1", "%"] }), /^glyph-%$/, "caution", /“%” cannot be shown/],
  ["a stand-in", show({ texts: ["M", "1"] }), /^glyph-M$/, "note", /No middle leg/],
  ["100 ms", show({ interval: 100 }), /^pace$/, "caution", /photosensitive/],
  ["10 ms", show({ interval: 10 }), /^pace$/, "caution", /run into an 8/],
  [
    "kept code, wires swapped",
    ok(
      swapWires(
        { ...slipGate, code: { ...slipGate.code, kept: modelOf(slipGate).encoding } },
        "output-a",
        "output-b",
      ),
    ),
    /^kept$/,
    "fault",
    /8 of 16 texts show wrong.*“1”, “4”, “5”/,
  ],
];

test.each(CASES)("%s", (_, rig, id, severity, says) => {
  const findings = checkModel(modelOf(rig));
  const texts = findings
    .filter((one) => id.test(one.id))
    .map((one) => `${one.title}. ${one.reason} ${one.remedy}`);
  expect(texts.join("\n")).toMatch(says);
  expect(findings.filter((one) => id.test(one.id)).map((one) => one.severity)).toContain(severity);
});

describe("boards", () => {
  const on = (controller: string, plan: Partial<Rig["plan"]> = {}) =>
    relay(slipGate, withController({ ...slipGate.plan, ...plan }, controller));
  const faults = (rig: Rig) => checkModel(modelOf(rig)).filter(({ severity }) => severity !== "note");

  test.each(CONTROLLERS.filter(({ flavour }) => flavour !== "logic").map(({ id }) => id))(
    "on the %s the plan has three easy lines, no faults, and shows what it should",
    (id) => {
      const rig = on(id);
      expect(readRig(writeRig(rig)).ok).toBe(true);
      const controller = controllerById(id);
      expect(new Set(Object.values(rig.plan.lines)).size).toBe(3);
      for (const line of Object.values(rig.plan.lines)) expect(easyLines(controller)).toContain(line);
      expect(faults(rig)).toEqual([]);
      expect(glyphTable(modelOf(rig)).every(({ faithful }) => faithful)).toBe(true);
      expect(
        glyphTable(modelOf(on(id, { power: "separate", polarity: "common-anode" }))).every(
          ({ faithful }) => faithful,
        ),
      ).toBe(true);
    },
  );

  test("3.3 V lines into a chip on 5 V: a caution with what is missing and what is to spare, and the face lights", () => {
    const rig = ok(moveWireEnd(on("RP2040-board"), "power", "from", asLeg("MCU1.5V")));
    expect(faults(rig).map(({ id }) => id)).toEqual(["level-U1"]);
    expect(checkModel(modelOf(rig)).find(({ id }) => id === "level-U1")).toMatchObject({
      severity: "caution",
      title: "U1 runs on 5 V and gets highs of 3.3 V",
      reason: expect.stringMatching(
        /3.5 V reads as high; 3.3 V is 200 mV short.*about 2.5 V.*800 mV to spare/,
      ),
      remedy: expect.stringMatching(/^Run it on 3.3 V, which the sheet allows, or put a 74HCT125/),
    });
    expect(glyphTable(modelOf(rig)).every(({ faithful }) => faithful)).toBe(true);
  });

  test("an input-only line cannot carry the clock", () => {
    const rig = ok(moveWireEnd(on("ESP32-module"), "clock", "from", asLeg("MCU1.34")));
    expect(faults(rig)).toMatchObject([
      { id: "unusable-clock", severity: "fault", reason: expect.stringMatching(/input only/) },
    ]);
  });

  test("code kept on lines the new board does not have is given up, so that the rig can still be read", () => {
    const kept = {
      ...slipGate,
      code: {
        ...slipGate.code,
        kept: { ...modelOf(slipGate).encoding, chain: { data: "A0", clock: "6", latch: "7" } },
      },
    };
    const moved = relay(kept, withController(kept.plan, "RP2040-board"));
    expect(moved.code.kept).toBeUndefined();
    expect(readRig(writeRig(moved)).ok).toBe(true);
    expect(relay(kept, withController(kept.plan, "ATmega2560-board")).code.kept).toBeDefined();
  });
});

test("leg names follow the names that are chosen", () => {
  const [found] = checkModel(modelOf(removeWire(slipGate, "latch")), "numbers").filter(
    ({ id }) => id === "input-U1-12",
  );
  expect(found!.title).toBe("U1 STCP (leg 12) is open");
});

test("a line laid aside that the rig uses is a caution; laid again, the rig moves off it", () => {
  const slip = demoRig("slip-gate");
  const aside = { ...slip, plan: { ...slip.plan, aside: ["5", "9"] } };
  const found = checkModel(modelOf(aside)).filter(({ id }) => id.startsWith("aside-"));
  expect(found.map(({ id, severity }) => [id, severity])).toEqual([["aside-5", "caution"]]);
  const moved = relay(aside, aside.plan);
  expect(checkModel(modelOf(moved)).filter(({ id }) => id.startsWith("aside-"))).toEqual([]);
  expect(Object.values(moved.plan.lines)).not.toContain("5");
});
