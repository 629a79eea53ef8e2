import { gridOf, scannedTitle, scannedWord, type RigModel } from "../address";
import { controllerById } from "../rig";
import { dividerBits, fitDivider } from "../timing";
import { comment, plain, type SketchLine } from "./sketch/text";
import { wiringComments } from "./sketch/tables";
import type { Program, SlotState } from "./types";

/**
 * Prints a scan as a hardware description: a counter for a digit's turn, one for which digit, one for the show's step,
 * and tables of what the lines are at. Plain Verilog without anything of one maker.
 */
export function writeLogic(model: RigModel, program: Program): SketchLine[] {
  const { show, scan } = model.rig;
  const { clock, title } = controllerById(model.rig.plan.controller);
  const slots = program.on.length;
  const frames = program.frames.length;
  const counts = (microseconds: number) => Math.max(1, Math.round((microseconds * clock) / 1e6));
  const slotCounts = program.on.map((on) => counts(on + scan.blank));
  const blank = counts(scan.blank);
  // Faces of a sign have times of their own.
  const dots = gridOf(model) !== undefined;
  const steps = program.frames.map(({ time }) => fitDivider((dots ? time! : show.interval) * 1000, clock));
  const step = steps.reduce((longest, one) => (one.count > longest.count ? one : longest));
  const alike = steps.every(({ count }) => count === step.count);
  const width = program.direct.length;
  const bits = (state: SlotState) => `${width}'b${[...state.levels].reverse().join("")}`;
  const even = new Set(slotCounts).size === 1;
  const slotBits = dividerBits(Math.max(...slotCounts));
  const digitBits = dividerBits(slots);
  const frameBits = dividerBits(Math.max(2, frames));
  const moves = (dots || show.mode === "count") && frames > 1;
  const stepEnds = alike ? "step == STEP - 1" : "step == stay - 1";
  const text = (...lines: string[]): SketchLine[] => lines.map((line) => ({ text: line }));
  const position = (slot: number) =>
    model.slots[slot]!.map(({ unit, digit }) => scannedTitle(model, unit, digit)).join(", ");
  const cases = program.frames.flatMap((frame, at) =>
    frame.states.map((state) => ({
      text: `      {${frameBits}'d${at}, ${digitBits}'d${state.slot}}: levels = ${bits(state)};  // ${position(state.slot)} of "${plain(frame.text)}"`,
    })),
  );
  return [
    // Between quotes: tools take orders from comments that begin with certain words.
    comment(`“${model.rig.name}”`),
    comment(`For: ${title}. Lines in the order of the wiring below: bit 0 of lines is the first.`),
    comment("Written by Bold Pip: levels come from the rig's wires."),
    ...(show.mode === "count" && show.rounds > 0
      ? [comment("The faces come round without end; counting the rounds is left to what feeds them.")]
      : []),
    comment(),
    ...wiringComments(model, program, "letters"),
    comment(`Lines, bit 0 first: ${program.direct.join(", ")}.`),
    ...text(
      "",
      "module show (",
      "  input wire clock,",
      `  output reg [${width - 1}:0] lines`,
      ");",
      `  localparam BLANK = ${scan.blank > 0 ? blank : 0};  // ${scan.blank} us`,
    ),
    ...(even
      ? text(
          `  localparam TURN = ${slotCounts[0]};  // ${program.on[0]! + scan.blank} us a ${scannedWord(model)}`,
        )
      : []),
    ...(moves && alike
      ? text(
          `  localparam STEP = ${step.count};  // ${dots ? program.frames[0]!.time : show.interval} ms a face, ${step.bits} bits`,
        )
      : []),
    ...text(
      "",
      `  reg [${slotBits - 1}:0] turn = 0;   // within the turn of a ${scannedWord(model)}`,
      `  reg [${digitBits - 1}:0] digit = 0;  // whose turn it is`,
      `  reg [${frameBits - 1}:0] face = 0;`,
      ...(moves ? [`  reg [${step.bits - 1}:0] step = 0;`] : []),
      `  reg [${width - 1}:0] levels;`,
    ),
    ...(even
      ? text(`  wire last = turn == TURN - 1;`)
      : text(
          `  reg [${slotBits - 1}:0] length;`,
          "  always @* case (digit)",
          ...slotCounts.map((count, slot) => `    ${digitBits}'d${slot}: length = ${count};`),
          `    default: length = ${slotCounts[0]};`,
          "  endcase",
          "  wire last = turn == length - 1;",
        )),
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
      "    turn <= last ? 0 : turn + 1;",
      `    if (last) digit <= digit == ${slots - 1} ? 0 : digit + 1;`,
      ...(moves
        ? [
            `    step <= ${stepEnds} ? 0 : step + 1;`,
            `    if (${stepEnds}) face <= face == ${frames - 1} ? 0 : face + 1;`,
          ]
        : []),
      `    lines <= turn < BLANK ? ${bits(program.dark.states[0]!)} : levels;`,
      "  end",
      "",
      "  always @* begin",
      "    case ({face, digit})",
    ),
    ...cases,
    ...text(`      default: levels = ${bits(program.dark.states[0]!)};`, "    endcase", "  end", "endmodule"),
  ];
}
