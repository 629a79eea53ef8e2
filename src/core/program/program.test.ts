import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { MOTIONS, USUAL_TEXT_SCENE, type Scene } from "../dots";
import type { Polarity } from "../parts";
import {
  DEFAULT_PLAN,
  controllerById,
  ledValues,
  newRig,
  relay,
  swapWires,
  withController,
  withoutModule,
  type Rig,
  type SchemeName,
  type Show,
  asUnit,
} from "../rig";
import { compiledCalls } from "./fixtures/compiled";
import { name, number, operation } from "./language";
import { buildProgram, runProgram, sketchText, writeSketch, type Program } from ".";

const rigWith = (values: Partial<Rig> & { show?: Show }): Rig => ({
  ...newRig({ id: "r", name: "R" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") }),
  ...values,
});
const show = (values: Partial<Show>): Show => ({
  mode: "count",
  texts: ["0", "1", "2"],
  hold: "8.",
  interval: 250,
  rounds: 2,
  end: "last",
  align: "right",
  leadingZeros: "show",
  ...values,
});
const sketchOf = (rig: Rig) => {
  const model = modelOf(rig);
  return sketchText(writeSketch(model, buildProgram(model)));
};
const slipGate = plainDemoRig("slip-gate");
const ladderStep = plainDemoRig("ladder-step");
/** A scan kept by a loop, whatever the rig has. */
const looped = (id: string, on: readonly number[], blank: number): Rig => ({
  ...plainDemoRig(id),
  scan: { school: "loop", on, blank },
  show: { ...plainDemoRig(id).show, interval: 20 },
});
const withShow = (id: string, values: Partial<Show>): Rig => {
  const rig = looped(id, [2000], 20);
  return { ...rig, show: { ...rig.show, ...values } };
};
const scheme = (name: SchemeName, polarity: Polarity, register?: string): Rig => {
  const moorings = withShow("moorings-free", { interval: 20 });
  return relay(moorings, {
    ...moorings.plan,
    scheme: name,
    polarity,
    digitSwitch: "transistor",
    ...(register === undefined ? {} : { register }),
    lines: {},
  });
};
const swapped = swapWires(slipGate, "output-a", "output-d");

const onBoard = (id: string, controller: string): Rig =>
  relay(plainDemoRig(id), withController(plainDemoRig(id).plan, controller));
const chained = relay(plainDemoRig("oar-rack"), {
  ...plainDemoRig("oar-rack").plan,
  scheme: "max7219",
  digits: 16,
  lines: {},
});

/** A sign at the speed of a test. */
const faster = (rig: Rig): Rig => ({
  ...rig,
  sign: {
    ...rig.sign!,
    scenes: rig.sign!.scenes.map((scene): Scene =>
      scene.kind === "text"
        ? { ...scene, step: 20, pause: 40 }
        : { ...scene, frames: scene.frames.slice(0, 3).map((frame) => ({ ...frame, time: 30 })) },
    ),
  },
});
const everyMotion: Rig = (() => {
  const rig = faster(plainDemoRig("tide-notice"));
  const laid = relay(rig, { ...withoutModule(rig.plan), digits: 8 });
  const words = MOTIONS.map((motion): Scene => ({
    ...USUAL_TEXT_SCENE,
    text: motion === "lines" ? "A\nb" : "i",
    motion,
    step: 20,
    pause: 40,
    inverted: motion === "blink",
    seamless: motion === "left",
    font: "narrow",
  }));
  return {
    ...laid,
    sign: {
      ...laid.sign!,
      modules: [{ unit: asUnit("DS1"), x: 0, y: 0, turn: 90, mirrored: true }],
      scenes: [
        {
          kind: "pictures",
          name: "two",
          width: 3,
          height: 9,
          repeat: 2,
          frames: [{ dots: "e0".repeat(9), time: 20 }],
        },
        ...words,
      ],
    },
  };
})();

/** The same calls as the simulator makes them, waits in whole microseconds. */
function simulatedCalls(rig: Rig, most: number, program = buildProgram(modelOf(rig))): string[] {
  const model = modelOf(rig);
  const number = (line: string) => (line.startsWith("A") ? 14 + Number(line.slice(1)) : Number(line));
  const calls: string[] = [];
  let free = 0;
  const { cost } = controllerById(model.rig.plan.controller);
  // What statements cost between the calls is left out, so that only waits are counted.
  for (const event of runProgram(program, { ...cost, statement: 1 })) {
    const waited = Math.floor((event.at - free) / 1000);
    if (waited > 0) calls.push(`wait ${waited}`);
    free = event.at;
    if (event.kind === "line-mode") {
      calls.push(event.released ? `line ${number(event.line)} released` : `mode ${number(event.line)}`);
      free += cost.pinMode;
    }
    if (event.kind === "burst") {
      for (const { line, level } of event.burst.events) calls.push(`line ${number(line)} ${level}`);
      free += event.burst.duration;
    }
    if (calls.length >= most) break;
  }
  return calls.slice(0, most);
}

describe("the sketch, compiled and run, makes the calls the simulator makes", () => {
  test.each<[string, Rig, number?]>([
    ["Slip gate", slipGate],
    ["Ladder step, least significant bit first", ladderStep],
    ["two wires swapped", swapped.ok ? swapped.rig : slipGate],
    [
      "code kept while wires were swapped",
      { ...(swapped as { rig: Rig }).rig, code: { ...slipGate.code, kept: modelOf(slipGate).encoding } },
    ],
    ["held, with its point", rigWith({ show: show({ mode: "hold" }) })],
    ["two rounds, then blank", rigWith({ show: show({ end: "blank" }) })],
    ["two rounds, the last stays", rigWith({ show: show({}) })],
    ["250 places", rigWith({ show: show({ texts: [..."0123456789".repeat(25)], rounds: 0, interval: 1 }) })],
    [
      "a hostile name and a glyph of its own",
      rigWith({
        name: "x\\\n#error ??/ */",
        glyphs: [{ glyph: "\\", segments: ["a"] }],
        show: show({ texts: ["\\", "0"] }),
      }),
    ],
    ["River level, by a loop, blanked", looped("river-level", [2000], 20)],
    ["River level, uneven and without blank", looped("river-level", [1500, 900, 400, 2000], 0)],
    ["Moorings free, twelve lines", looped("moorings-free", [2000], 30)],
    ["on-times longer than the short pause takes", looped("moorings-free", [40_000], 10)],
    ["two rounds of a scan, the last stays", withShow("moorings-free", { rounds: 2, interval: 30 })],
    ["two rounds of a scan, then dark", withShow("river-level", { rounds: 2, interval: 30, end: "blank" })],
    ["a scan held", withShow("moorings-free", { mode: "hold" })],
    ["a selector", scheme("selector", "common-anode")],
    ["a decade ring", scheme("ring", "common-cathode")],
    ["a BCD decoder", scheme("bcd-decoder", "common-cathode")],
    ["a register for each of four digits", scheme("register-static", "common-cathode")],
    ["Water warmth, two wires", plainDemoRig("water-warmth")],
    ["Crew tally, three wires", plainDemoRig("crew-tally")],
    ["Oar rack, I²C", plainDemoRig("oar-rack")],
    ["twelve digits on two MAX7219", chained],
    ["a 74HC164 for each of four digits", scheme("register-static", "common-cathode", "74HC164")],
    ["two 74HC164 that scan", scheme("two-registers", "common-cathode", "74HC164")],
    ["a CD4094 for each of four digits", scheme("register-static", "common-anode", "CD4094")],
    ["a TLC5916 and a register that scan", scheme("two-registers", "common-anode", "TLC5916")],
    ["a PCF8574 for each of four digits", scheme("pcf8574", "common-anode")],
    ["sixteen digits on a TM1640", relay(chained, { ...chained.plan, scheme: "tm1640", lines: {} })],
    ["a fast board with pauses", onBoard("crew-tally", "ESP32-module")],
    [
      "Wind arrow, row by row",
      faster({ ...plainDemoRig("wind-arrow"), scan: { school: "loop", on: [1000], blank: 20 } }),
    ],
    ["Tide notice, a chain of four", faster(plainDemoRig("tide-notice"))],
    ["turned modules, every motion, pictures", everyMotion, 60_000],
    [
      "two modules of dots on a TM1640",
      relay(everyMotion, { ...everyMotion.plan, scheme: "tm1640", digits: 16, lines: {} }),
    ],
    ["dots on I²C", relay(everyMotion, { ...everyMotion.plan, scheme: "ht16k33", digits: 16, lines: {} })],
    ["one digit straight from lines", relay(slipGate, { ...slipGate.plan, scheme: "direct" })],
  ])("%s", (_, rig, most = 4000) => {
    // The pauses within a transfer are part of its edges' times; what is left of a face's time ends on whole microseconds.
    const within = modelOf(rig).encoding.buses ? ["wait 1", "wait 2"] : [];
    const compiled = compiledCalls(rig, most).filter((call) => !within.includes(call));
    expect(compiled.length).toBeGreaterThan(50);
    const simulated = simulatedCalls(rig, compiled.length);
    const nearly = (calls: readonly string[]) => calls.map((call) => call.replace(/^wait .*/, "wait"));
    expect(nearly(compiled).slice(0, simulated.length)).toEqual(nearly(simulated));
    const waits = (calls: readonly string[]) =>
      calls.flatMap((call) => (call.startsWith("wait ") ? [Number(call.slice(5))] : []));
    waits(simulated).forEach((time, at) => {
      expect(Math.abs(time - (waits(compiled)[at] ?? time))).toBeLessThanOrEqual(4);
    });
    expect(simulated.length).toBeGreaterThanOrEqual(compiled.length - 1);
  });
});

test("an update takes what the calls cost: 140 µs, 16.7 µs a bit", () => {
  const model = modelOf(slipGate);
  const sent: Array<{ at: number; duration: number }> = [];
  for (const event of runProgram(buildProgram(model), controllerById(model.rig.plan.controller).cost)) {
    if (event.kind === "burst") sent.push({ at: event.at, duration: event.burst.duration });
    if (sent.length === 4) break;
  }
  expect(sent.map(({ duration }) => duration)).toEqual([140_000, 140_000, 140_000, 140_000]);
  // The step asked for is the step: sending is counted.
  expect(sent[3]!.at - sent[2]!.at).toBe(1_000_000_000);
});

test("the sketch says where it is wired, and that kept code drives other lines", () => {
  expect(sketchOf(slipGate)).toContain("//   U1 QB (leg 1) -> R2 560 ohm -> DS1 b (leg 6)");
  const model = modelOf({
    ...slipGate,
    code: {
      ...slipGate.code,
      kept: { ...modelOf(slipGate).encoding, chain: { data: "2", clock: "6", latch: "7" } },
    },
  });
  expect(sketchText(writeSketch(model, buildProgram(model), "numbers"))).toContain(
    "line 2 -> U1 DS (leg 14)   data   ! the wires lead to line 5",
  );
});

test("the bits of a pattern stand where the sketch says they stand", () => {
  const model = modelOf(ladderStep);
  for (const { text, bitColumns, glyph } of writeSketch(model, buildProgram(model))) {
    if (!bitColumns) continue;
    expect(text.slice(bitColumns[0], bitColumns[0]! + 8)).toMatch(/^[01]{8}$/);
    expect(text).toContain(`'${glyph}'`);
  }
});

test("variables, conditions and loops of a program do on the board what they do in the simulation", () => {
  const model = modelOf(slipGate);
  const seen = name("seen");
  const program: Program = {
    ...buildProgram(model),
    // Counts up by 37 and wraps at 256, as eight bits do.
    variables: [{ name: "seen", width: "u8", value: number(200) }],
    loop: [
      { do: "take-frame", frame: "first" },
      { do: "change", name: "seen", operator: "+", by: number(37) },
      {
        do: "if",
        condition: operation(
          operation(operation(seen, "%", number(3)), "==", number(1)),
          "||",
          operation(seen, ">", number(128)),
        ),
        body: [{ do: "show", state: "slot" }],
        otherwise: [{ do: "show", state: "blank" }],
      },
      { do: "declare", name: "left", width: "i16", value: operation(seen, "-", number(250)) },
      {
        do: "while",
        condition: operation(name("left"), "<", number(0)),
        body: [
          { do: "pause", unit: "ms", time: operation(number(0), "-", name("left")) },
          { do: "change", name: "left", operator: "+", by: number(50) },
          { do: "guard", body: [{ do: "show", state: "blank" }] },
        ],
      },
    ],
  };
  const compiled = compiledCalls(slipGate, 4000, program);
  expect(new Set(compiled.filter((call) => call.startsWith("wait"))).size).toBeGreaterThan(5);
  expect(compiled).toEqual(simulatedCalls(slipGate, compiled.length, program));
});

test("a digit that is held brings no long pause along, whatever the scan's times are", () => {
  const held = rigWith({ scan: { school: "loop", on: [40_000], blank: 0 }, show: show({ mode: "hold" }) });
  expect(sketchOf(held)).not.toContain("pauseMicroseconds");
  expect(sketchOf(looped("moorings-free", [40_000], 10))).toContain("void pauseMicroseconds(");
});
