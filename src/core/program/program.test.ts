import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEMO_RIGS } from "@/demo";
import { modelOf } from "../address";
import { DEFAULT_PLAN, controllerById, ledValues, newRig, swapWires, type Rig, type Show } from "../rig";
import { buildProgram, runProgram, sketchText, writeSketch } from ".";

const rigWith = (values: Partial<Rig> & { show?: Show }): Rig => ({
  ...newRig({ id: "r", name: "R" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") }),
  ...values,
});
const show = (values: Partial<Show>): Show => ({
  mode: "count",
  list: "012",
  hold: "8.",
  interval: 250,
  rounds: 2,
  end: "last",
  ...values,
});
const sketchOf = (rig: Rig) => {
  const model = modelOf(rig);
  return sketchText(writeSketch(model, buildProgram(model)));
};
const [slipGate, ladderStep] = DEMO_RIGS as [Rig, Rig];
const swapped = swapWires(slipGate, "output-a", "output-d");

/** What the calls of the sketch do, as lines: enough of them to run a sketch on this machine and see every call. */
const SHIM = `
#include <cstdint>
#include <cstdio>
#include <cstdlib>
enum { LOW, HIGH, INPUT = 0, OUTPUT = 1, LSBFIRST = 0, MSBFIRST = 1, A0 = 14, A1, A2, A3, A4, A5 };
static long calls = 0;
static void count() { if (++calls > 4000) exit(0); }
void pinMode(uint8_t line, uint8_t) { count(); printf("mode %d\\n", line); }
void digitalWrite(uint8_t line, uint8_t level) { count(); printf("line %d %d\\n", line, level); }
void shiftOut(uint8_t data, uint8_t clock, uint8_t order, uint8_t value) {
  for (uint8_t i = 0; i < 8; i++) {
    digitalWrite(data, (order == MSBFIRST ? value >> (7 - i) : value >> i) & 1);
    digitalWrite(clock, HIGH);
    digitalWrite(clock, LOW);
  }
}
void delay(unsigned long ms) { count(); printf("wait %lu\\n", ms); }
#include "sketch.inc"
int main() { setup(); for (int i = 0; i < 3; i++) loop(); }
`;

/** Compiles a sketch, warnings as errors, and runs it: every call it makes, in order. */
function compiledCalls(rig: Rig): string[] {
  const folder = mkdtempSync(join(tmpdir(), "bold-pip-sketch-"));
  writeFileSync(join(folder, "sketch.inc"), sketchOf(rig));
  writeFileSync(join(folder, "main.cpp"), SHIM);
  const built = spawnSync("g++", ["-std=c++14", "-Wall", "-Wextra", "-Werror", "-o", "run", "main.cpp"], {
    cwd: folder,
  });
  if (built.status !== 0) throw new Error(String(built.stderr));
  return execFileSync(join(folder, "run")).toString().trim().split("\n");
}

/** The same calls as the simulator makes them. */
function simulatedCalls(rig: Rig, most: number): string[] {
  const model = modelOf(rig);
  const number = (line: string) => (line.startsWith("A") ? 14 + Number(line.slice(1)) : Number(line));
  const calls: string[] = [];
  let before = 0;
  const { cost } = controllerById(model.rig.plan.controller);
  for (const event of runProgram(buildProgram(model), cost)) {
    const waited = Math.floor((event.at - before) / 1e6);
    if (waited > 0) calls.push(`wait ${waited}`);
    before = event.at;
    if (event.kind === "line-mode") calls.push(`mode ${number(event.line)}`);
    if (event.kind === "line") calls.push(`line ${number(event.line)} ${event.level}`);
    if (calls.length >= most) break;
  }
  return calls.slice(0, most);
}

describe("the sketch, compiled and run, makes the calls the simulator makes", () => {
  test.each<[string, Rig]>([
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
    ["300 places", rigWith({ show: show({ list: "0123456789".repeat(25), rounds: 0, interval: 1 }) })],
    [
      "a hostile name and a glyph of its own",
      rigWith({
        name: "x\\\n#error ??/ */",
        glyphs: [{ glyph: "\\", segments: ["a"] }],
        show: show({ list: "\\0" }),
      }),
    ],
  ])("%s", (_, rig) => {
    const compiled = compiledCalls(rig);
    expect(compiled.length).toBeGreaterThan(50);
    const simulated = simulatedCalls(rig, compiled.length);
    expect(compiled.slice(0, simulated.length)).toEqual(simulated);
    expect(simulated.length).toBeGreaterThanOrEqual(compiled.length - 1);
  });
});

test("an update takes what the calls cost: 140 µs, 16.7 µs a bit", () => {
  const model = modelOf(slipGate);
  const at = { sending: [] as number[], sent: [] as number[] };
  for (const event of runProgram(buildProgram(model), controllerById(model.rig.plan.controller).cost)) {
    if (event.kind === "sending" || event.kind === "sent") at[event.kind].push(event.at);
    if (at.sent.length === 3) break;
  }
  expect(at.sent.map((time, n) => time - at.sending[n]!)).toEqual([140_000, 140_000, 140_000]);
  expect(at.sending[2]! - at.sending[1]!).toBe(1_000_000_000 + 140_000 + 500);
});

test("the sketch says where it is wired, and that kept code drives other lines", () => {
  expect(sketchOf(slipGate)).toContain("//   U1 QB (leg 1) -> R2 470 ohm -> DS1 b (leg 6)");
  const model = modelOf({
    ...slipGate,
    code: {
      ...slipGate.code,
      kept: { ...modelOf(slipGate).encoding, lines: { data: "2", clock: "6", latch: "7" } },
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
