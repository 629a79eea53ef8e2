import { transportOf } from "../../bus";
import { formatByte } from "../../glyph";
import { chipOn, gridOf, type RigModel } from "../../address";
import { controllerById } from "../../rig";
import { pauseOf } from "../driver-writes";
import type { Code } from "../print/syntax";
import { comment, plain, type SketchLine } from "./text";
import type { ChipWrite, Program } from "../types";
import { storedWrites } from "../stored";

const INDENT = "  ";

const hex = (bytes: readonly number[]): string => bytes.map((byte) => formatByte(byte)).join(", ");

/** One transfer a row, with what it does behind it. */
function row(model: RigModel, program: Program, { write: { bytes }, why }: ChipWrite): SketchLine {
  const bus = program.buses[0]!;
  const [said] = chipOn(model, bus).reader().explain(bus.units, bytes, "segments");
  const words = [said?.title, why].filter(Boolean).join(": ");
  return { text: `${INDENT}${bytes.length}, ${hex(bytes)},  // ${plain(words)}` };
}

/** Bytes of the longest transfer of a program. */
export const longestTransfer = ({ setUpState, frames, dark }: Program): number =>
  Math.max(
    1,
    ...[setUpState, frames[0]?.states[0], dark.states[0]].flatMap((state) =>
      (state?.writes ?? []).map(({ write }) => write.bytes.length),
    ),
  );

/** What is sent once. */
export function setUpTable(model: RigModel, program: Program): SketchLine[] {
  return [
    comment("Each transfer is its length and its bytes; a 0 ends them."),
    { text: "const uint8_t SET_UP[] PROGMEM = {" },
    ...(program.setUpState?.writes ?? [])
      .filter(({ bus }) => bus === 0)
      .map((write) => row(model, program, write)),
    { text: `${INDENT}0};` },
    ...lightTable(program),
  ];
}

/** The transfers that set each step of brightness, where the program ever does. */
function lightTable({ live }: Program): SketchLine[] {
  if (!live?.dims) return [];
  return [
    comment("The transfers that set each step of brightness, the dimmest first."),
    { text: "const uint8_t LIGHT_STEPS[] PROGMEM = {" },
    ...live.dims.map((state): SketchLine => ({ text: `${INDENT}${hex(storedWrites(state))},` })),
    { text: "};" },
  ];
}

/** What is sent for each face. */
export function faceTables(program: Program): SketchLine[] {
  const size = storedWrites(program.dark.states[0]!).length;
  return [
    { text: `const uint8_t PATTERNS[][${size}] PROGMEM = {` },
    ...program.frames.map(({ text, states }): SketchLine => ({
      text: `${INDENT}{${hex(storedWrites(states[0]!))}},  // "${plain(text)}"`,
    })),
    { text: "};" },
    { text: "const uint16_t PATTERN_COUNT = sizeof(PATTERNS) / sizeof(PATTERNS[0]);" },
    { text: `const uint8_t BLANK[] PROGMEM = {${hex(storedWrites(program.dark.states[0]!))}};` },
  ];
}

/** The names of the bus lines. */
export function busLineNames(program: Program): Readonly<Record<string, string>> {
  const bus = program.buses[0];
  if (!bus) return {};
  const { selectName } = transportOf(bus.protocol).sketch;
  return {
    [bus.data]: "DATA_LINE",
    [bus.clock]: "CLOCK_LINE",
    ...(bus.select === undefined || selectName === undefined ? {} : { [bus.select]: selectName }),
  };
}

/** The routines that put a transfer on the lines by hand. */
export function busRoutines(model: RigModel, program: Program): Code {
  const bus = program.buses[0];
  if (!bus) return [];
  const drawn = gridOf(model) !== undefined || program.live !== undefined;
  const pause = pauseOf(bus, controllerById(model.rig.plan.controller).cost) / 1000;
  const rest = pause > 0 ? [`delayMicroseconds(${pause});`] : [];
  return [
    ...transportOf(bus.protocol).sketch.routines(rest),
    "",
    "// Sends transfers that are kept in flash, one after the other.",
    "void sendStored(const uint8_t *stored) {",
    `${INDENT}uint8_t bytes[${longestTransfer(program)}];`,
    `${INDENT}for (uint8_t length = pgm_read_byte(stored++); length > 0; length = pgm_read_byte(stored++)) {`,
    `${INDENT}${INDENT}for (uint8_t at = 0; at < length; at++) bytes[at] = pgm_read_byte(stored++);`,
    `${INDENT}${INDENT}sendTransfer(bytes, length);`,
    `${INDENT}}`,
    "}",
    ...(program.live?.keys ? ["", ...(transportOf(bus.protocol).sketch.reader?.(rest) ?? [])] : []),
    ...(drawn
      ? [
          "",
          "// Sends the transfers of a face that was drawn.",
          "void sendTransfers(const uint8_t *transfer) {",
          `${INDENT}while (*transfer > 0) {`,
          `${INDENT}${INDENT}uint8_t length = *transfer++;`,
          `${INDENT}${INDENT}sendTransfer(transfer, length);`,
          `${INDENT}${INDENT}transfer += length;`,
          `${INDENT}}`,
          "}",
        ]
      : []),
  ];
}
