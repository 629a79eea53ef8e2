import type { RigModel } from "../../address";
import type { Nanoseconds } from "../../quantity";
import { controllerById } from "../../rig";
import { statementsIn, type Statement, type Variable } from "../language";
import type { SketchLine } from "../sketch/text";
import type { LiveParts, Program, SlotState } from "../types";
import { heading } from "./heading";
import { scanCounters } from "./scan";
import { stepsOf } from "./steps";
import { OWN, bitsFor, bitsOf, lineRead, registerText, registersText, tableFunction } from "./syntax";

/** A line of the description by itself: of a button, a lamp, a buzzer. */
interface NamedLine {
  readonly named: string;
  readonly line: string;
  /** Of an output: what it is at power-up. */
  readonly level?: number;
}

/** What a description is made of that reacts. */
function madeOf(model: RigModel, program: Program, live: LiveParts) {
  const { clock } = controllerById(model.rig.plan.controller);
  const { steps, tasks } = stepsOf(program.loop, live.routines);
  const used = program.loop.concat(live.routines.flatMap(({ body }) => body));
  const clocksOfMs = Math.round(clock / 1000);
  return {
    counters: scanCounters(model, program),
    steps,
    tasks,
    inputs: namedLines(program.setup, "line-input"),
    outputs: namedLines(program.setup, "line-output").map((one) => ({
      ...one,
      level: levelAtFirst(program.setup, one.named),
    })),
    variables: [...(program.variables ?? []), ...locals(used)],
    counted: countersIn(used),
    clocksOfMs,
    msBits: bitsFor(clocksOfMs),
    stepBits: bitsFor(steps.length),
  };
}

const MS_BITS = 32;
const HOLD_BITS = 16;

/** What a description that reacts takes: bits of registers, and the clocks of a pass at the most. */
export function logicCost(
  model: RigModel,
  program: Program,
): { readonly registers: number; readonly pass: Nanoseconds } | undefined {
  const { live } = program;
  if (!live || controllerById(model.rig.plan.controller).flavour !== "logic") return undefined;
  const { counters, steps, inputs, outputs, variables, msBits, stepBits } = madeOf(model, program, live);
  const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0);
  return {
    registers:
      sum(variables.map(bitsOf)) +
      sum(live.arrays.map((array) => bitsOf(array) * array.size)) +
      inputs.length * 2 +
      outputs.length +
      program.direct.length +
      (MS_BITS + HOLD_BITS + msBits + stepBits) +
      (counters.turnBits + counters.digitBits),
    pass: Math.round(((steps.length + 1) * 1e9) / controllerById(model.rig.plan.controller).clock),
  };
}

/**
 * Prints a program that makes its faces while it runs: its variables are registers, its pass a row of steps, one for each
 * clock, over and over; the scan goes on beside it. What is read comes through two registers.
 */
export function writeReacting(model: RigModel, program: Program, live: LiveParts): SketchLine[] {
  const made = madeOf(model, program, live);
  const { counters, steps, tasks, inputs, outputs, variables, counted, clocksOfMs, msBits, stepBits } = made;
  const width = program.direct.length;
  const arrays = live.arrays.filter(({ name }) => name !== live.pattern);
  const pattern = live.arrays.find(({ name }) => name === live.pattern)!;
  const byte = (at: number) => `${live.pattern}[scan_digit * ${live.size} + ${at}]`;
  const bytes = Array.from({ length: live.size }, (_, at) => byte(live.size - 1 - at));
  const dark = `${width}'b${[...darkState(program).levels].reverse().join("")}`;
  const lines = [
    "",
    "module show (",
    "  input wire clock,",
    ...inputs.map(({ named, line }) => `  input wire ${named},  // line ${line}`),
    ...outputs.map(({ named, line, level }) => `  output reg ${named} = ${level},  // line ${line}`),
    `  output reg [${width - 1}:0] lines = ${dark}`,
    ");",
    `  parameter MS = ${clocksOfMs};  // clocks of a millisecond`,
    ...counters.constants,
    `  localparam FACE_BYTES = ${pattern.size};`,
    "",
    ...counters.registers,
    "",
    ...inputs.map(({ named }) => `  reg [1:0] ${lineRead(named)} = 2'b11;`),
    `  reg [${MS_BITS - 1}:0] ${OWN.ms} = 0;`,
    `  reg [${msBits - 1}:0] ms_clocks = 0;`,
    `  wire ${OWN.tick} = ms_clocks == MS - 1;`,
    `  reg [${HOLD_BITS - 1}:0] ${OWN.hold} = 1;  // ms for which nothing is done: at first until the lines are read`,
    `  reg [${stepBits - 1}:0] ${OWN.step} = 0;`,
    "",
    ...variables.map((one) => `  ${registerText(one)}`),
    ...counted.map((name) => `  integer ${name};`),
    "  integer handed;",
    ...[...arrays, pattern].flatMap((one) => inset(registersText(one))),
    "",
    ...live.tables.flatMap((table) => [...inset(tableFunction(table)), ""]),
    ...inset(tasks),
    "  always @(posedge clock) begin",
    ...inputs.map(({ named }) => `    ${lineRead(named)} <= {${lineRead(named)}[0], ${named}};`),
    `    ms_clocks <= ${OWN.tick} ? 0 : ms_clocks + 1;`,
    `    if (${OWN.tick}) ${OWN.ms} <= ${OWN.ms} + 1;`,
    ...counters.clocked,
    `    lines <= scan_turn < BLANK ? ${dark} : {${bytes.join(", ")}};`,
    "  end",
    "",
    "  // A pass: one step a clock, over and over.",
    "  always @(posedge clock)",
    `    if (${OWN.hold} != 0) begin`,
    `      if (${OWN.tick}) ${OWN.hold} = ${OWN.hold} - 1;`,
    "    end else begin",
    `      ${OWN.step} <= ${OWN.step} + 1;`,
    `      case (${OWN.step})`,
    ...steps.flatMap(({ says, code }, at) => [
      ...says.map((line) => `        // ${line}`),
      ...(code.length === 1
        ? [`        ${at}: ${code[0]}`]
        : [`        ${at}: begin`, ...code.map((line) => `          ${line}`), "        end"]),
    ]),
    `        default: ${OWN.step} <= 0;`,
    "      endcase",
    "    end",
    "endmodule",
  ];
  return [
    ...heading(model, program, [
      "Read lines are held by the rig's own resistors; a pass takes a clock a step.",
    ]),
    ...lines.map((text) => ({ text })),
  ];
}

const inset = (code: readonly string[]): string[] => code.map((line) => (line === "" ? "" : `  ${line}`));

const darkState = (program: Program): SlotState => program.dark.states[0]!;

function namedLines(setup: readonly Statement[], kind: "line-input" | "line-output"): NamedLine[] {
  return setup.flatMap((one) =>
    one.do === kind && "named" in one ? [{ named: one.named, line: one.line }] : [],
  );
}

/** The level a line is set to before it becomes an output. */
function levelAtFirst(setup: readonly Statement[], named: string): number {
  const set = setup.find((one) => one.do === "line-set" && one.named === named);
  return set?.do === "line-set" && set.level.is === "number" ? set.level.value : 0;
}

/** Variables of routines: registers like any other, the widest where several have one of a name. */
function locals(statements: readonly Statement[]): Variable[] {
  const found = new Map<string, Variable>();
  for (const one of statementsIn(statements)) {
    if (one.do !== "declare") continue;
    const known = found.get(one.name);
    if (!known || bitsOf(known) < bitsOf(one)) {
      const { name, width, most } = one;
      found.set(name, { name, width, most });
    }
  }
  return [...found.values()];
}

/** What loops count with. */
const countersIn = (statements: readonly Statement[]): string[] => [
  ...new Set([...statementsIn(statements)].flatMap((one) => (one.do === "count" ? [one.name] : []))),
];
