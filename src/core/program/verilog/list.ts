import { gridOf, scannedTitle, type RigModel } from "../../address";
import { controllerById } from "../../rig";
import { dividerBits, fitDivider } from "../../timing";
import { plain, type SketchLine } from "../sketch/text";
import type { Program, SlotState } from "../types";
import { heading } from "./heading";
import { scanCounters } from "./scan";

/**
 * Prints a scan of faces that are known as a hardware description: a counter for a digit's turn, one for which digit, one
 * for the show's step, and tables of what the lines are at. Plain Verilog without anything of one maker.
 */
export function writeList(model: RigModel, program: Program): SketchLine[] {
  const { show } = model.rig;
  const { clock } = controllerById(model.rig.plan.controller);
  const frames = program.frames.length;
  // Faces of a sign have times of their own.
  const dots = gridOf(model) !== undefined;
  const steps = program.frames.map(({ time }) => fitDivider((dots ? time! : show.interval) * 1000, clock));
  const step = steps.reduce((longest, one) => (one.count > longest.count ? one : longest));
  const alike = steps.every(({ count }) => count === step.count);
  const width = program.direct.length;
  const bits = (state: SlotState) => `${width}'b${[...state.levels].reverse().join("")}`;
  const counters = scanCounters(model, program);
  const frameBits = dividerBits(Math.max(2, frames));
  const moves = (dots || show.mode === "count") && frames > 1;
  const stepEnds = alike ? "step == STEP - 1" : "step == stay - 1";
  const text = (...lines: readonly string[]): SketchLine[] => lines.map((line) => ({ text: line }));
  const position = (slot: number) =>
    model.slots[slot]!.map(({ unit, digit }) => scannedTitle(model, unit, digit)).join(", ");
  const cases = program.frames.flatMap((frame, at) =>
    frame.states.map((state) => ({
      text: `      {${frameBits}'d${at}, ${counters.digitBits}'d${state.slot}}: levels = ${bits(state)};  // ${position(state.slot)} of "${plain(frame.text)}"`,
    })),
  );
  return [
    ...heading(
      model,
      program,
      show.mode === "count" && show.rounds > 0
        ? ["The faces come round without end; counting the rounds is left to what feeds them."]
        : [],
    ),
    ...text(
      "",
      "module show (",
      "  input wire clock,",
      `  output reg [${width - 1}:0] lines`,
      ");",
      ...counters.constants,
    ),
    ...(moves && alike
      ? text(
          `  parameter STEP = ${step.count};  // ${dots ? program.frames[0]!.time : show.interval} ms a face, ${step.bits} bits`,
        )
      : []),
    ...text(
      "",
      ...counters.registers,
      `  reg [${frameBits - 1}:0] face = 0;`,
      ...(moves ? [`  reg [${step.bits - 1}:0] step = 0;`] : []),
      `  reg [${width - 1}:0] levels;`,
    ),
    ...(moves && !alike
      ? text(
          `  reg [${step.bits - 1}:0] stay;  // clocks the face is shown`,
          "  always @* case (face)",
          ...steps.map(({ count }, at) => `    ${frameBits}'d${at}: stay = ${count};`),
          `    default: stay = ${step.count};`,
          "  endcase",
        )
      : []),
    ...text(
      "",
      "  always @(posedge clock) begin",
      ...counters.clocked,
      ...(moves
        ? [
            `    step <= ${stepEnds} ? 0 : step + 1;`,
            `    if (${stepEnds}) face <= face == ${frames - 1} ? 0 : face + 1;`,
          ]
        : []),
      `    lines <= scan_turn < BLANK ? ${bits(program.dark.states[0]!)} : levels;`,
      "  end",
      "",
      "  always @* begin",
      "    case ({face, scan_digit})",
    ),
    ...cases,
    ...text(`      default: levels = ${bits(program.dark.states[0]!)};`, "    endcase", "  end", "endmodule"),
  ];
}
