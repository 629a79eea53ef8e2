import type { RigModel } from "../../address";
import { controllerById } from "../../rig";
import { wiringComments } from "../sketch/tables";
import type { SketchLine } from "../sketch/text";
import type { Program } from "../types";

/** A bench runs a description so many times as fast as it is meant, so that one need not wait for it. */
const FASTER = 100;
/** What is run of it, in ms of its own time, and when each input is pressed and for how long. */
const RUNS_MS = 2600;
const AFTER_MS = 400;
const FIRST_PRESS_MS = 400;
const PRESS_MS = 100;
const BETWEEN_MS = 400;
/** Turns of the scan that are run where its times cannot be set from outside. */
const LEAST_TURNS = 3;

/** What a description says of itself: its inputs, outputs beside the lines, and times that can be set. */
function saysOf(lines: readonly SketchLine[]) {
  const text = lines.map((line) => line.text).join("\n");
  const all = (pattern: RegExp) => [...text.matchAll(pattern)].map(([, name]) => name!);
  return {
    inputs: all(/^ {2}input wire (\w+),\s+\/\//gm),
    outputs: all(/^ {2}output reg (\w+) = /gm),
    times: new Map(
      [...text.matchAll(/^ {2}parameter (\w+) = (\d+);/gm)].map(([, name, clocks]) => [
        name!,
        Number(clocks),
      ]),
    ),
  };
}

/**
 * A testbench for a description: its clock, its inputs at rest and each pressed once, and every change of its lines on the
 * simulator's output and in a value change dump.
 */
export function writeBench(model: RigModel, program: Program, description: readonly SketchLine[]): string[] {
  const { inputs, outputs, times } = saysOf(description);
  const { clock } = controllerById(model.rig.plan.controller);
  const clockNs = 1e9 / clock;
  // Where each turn or each face has a time of its own there is nothing to set.
  const goesOn = program.live ? "MS" : "STEP";
  const settable = times.has("TURN") && (times.has(goesOn) || program.frames.length < 2);
  const faster = settable ? FASTER : 1;
  const set = [...times]
    .filter(() => settable)
    .map(([name, clocks]) => `.${name}(${clocks === 0 ? 0 : Math.max(1, Math.round(clocks / FASTER))})`);
  const nsOf = (ms: number) => Math.round((ms * 1e6) / faster);
  const width = program.direct.length;
  const ports = ["clock", ...inputs, ...outputs, "lines"].map((name) => `.${name}(${name})`);
  const shown = outputs.map((name) => ` ${name} %b`).join("");
  const given = outputs.map((name) => `, ${name}`).join("");
  const turns = Math.round(
    LEAST_TURNS * program.on.reduce((sum, on) => sum + on + program.blankTime, 0) * 1000,
  );
  const presses = settable ? inputs : [];
  const pressed = presses.flatMap((name) => [
    `    ${name} = 0;`,
    `    #${nsOf(PRESS_MS)} ${name} = 1;`,
    `    #${nsOf(BETWEEN_MS - PRESS_MS)};`,
  ]);
  const rest = settable ? nsOf(presses.length > 0 ? AFTER_MS : RUNS_MS - FIRST_PRESS_MS) : turns;
  return [
    `// Runs show.v ${settable ? `${FASTER} times as fast as it is meant: what it tells in us is its own time` : `for ${LEAST_TURNS} turns of its scan`}.`,
    "// iverilog -o bench show.v show_bench.v && vvp bench",
    "`timescale 1ns/1ns",
    "module show_bench;",
    "  reg clock = 0;",
    ...inputs.map((name) => `  reg ${name} = 1;`),
    ...outputs.map((name) => `  wire ${name};`),
    `  wire [${width - 1}:0] lines;`,
    `  show ${set.length > 0 ? `#(${set.join(", ")}) ` : ""}show (${ports.join(", ")});`,
    `  always #${clockNs / 2} clock = ~clock;`,
    `  always @(lines${outputs.map((name) => ` or ${name}`).join("")})`,
    `    $display("%0d us lines %b${shown}", $time * ${faster} / 1000, lines${given});`,
    "  initial begin",
    '    $dumpfile("show.vcd");',
    `    $dumpvars(0, ${[...inputs, ...outputs, "lines"].join(", ")});`,
    ...(pressed.length > 0
      ? [`    #${nsOf(FIRST_PRESS_MS)};  // a press of each input`, ...pressed]
      : settable
        ? [`    #${nsOf(FIRST_PRESS_MS)};`]
        : []),
    `    #${rest} $finish;`,
    "  end",
    "endmodule",
  ];
}

/** The lines of a description as a table: its signal, the board's line, which way it goes, and what is on it. */
export function lineTable(
  model: RigModel,
  program: Program,
  description: readonly SketchLine[],
): ReadonlyArray<readonly string[]> {
  const controller = controllerById(model.rig.plan.controller);
  const { inputs, outputs } = saysOf(description);
  const wired = new Map<string, string>();
  for (const { text } of wiringComments(model, program, "letters")) {
    const found = /^\/\/ {3}line (\S+) -> (.+)$/.exec(text);
    if (found) wired.set(found[1]!, found[2]!);
  }
  const named = new Map((program.live?.lines ?? []).map((one) => [one.named, one.line]));
  const row = (signal: string, line: string, way: string) => [
    signal,
    line,
    way,
    `${controller.logic} V`,
    wired.get(line) ?? signal.replace(/_LINE$/, ""),
  ];
  return [
    ["signal", "line", "direction", "levels", "on it"],
    ["clock", "", "in", `${controller.logic} V`, `${controller.clock / 1e6} MHz`],
    ...inputs.map((name) => row(name, named.get(name) ?? "", "in")),
    ...outputs.map((name) => row(name, named.get(name) ?? "", "out")),
    ...program.direct.map((line, at) => row(`lines[${at}]`, line, "out")),
  ];
}
