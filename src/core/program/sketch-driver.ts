import { bytesOf, explainWrite } from "../bus";
import { formatByte } from "../glyph";
import { gridOf, type RigModel } from "../address";
import { controllerById } from "../rig";
import { busPart, pauseOf } from "./driver-writes";
import { comment, plain, type SketchLine } from "./sketch-text";
import type { ChipWrite, Program, SlotState } from "./types";

const INDENT = "  ";

/** The writes of the one bus a sketch serves, each as its length and its bytes; a 0 ends them. */
export const storedWrites = ({ writes }: SlotState): number[] => [
  ...(writes ?? [])
    .filter(({ bus }) => bus === 0)
    .flatMap(({ write }) => {
      const bytes = bytesOf(write);
      return [bytes.length, ...bytes];
    }),
  0,
];

const hex = (bytes: readonly number[]): string => bytes.map((byte) => formatByte(byte)).join(", ");

/** One transfer a row, with what it does behind it. */
function row(model: RigModel, program: Program, { write, why }: ChipWrite): SketchLine {
  const bytes = bytesOf(write);
  const part = busPart(model, program.buses[0]!);
  const said = explainWrite(part, bytes)[0];
  const words = [said?.title, why].filter(Boolean).join(": ");
  return { text: `${INDENT}${bytes.length}, ${hex(bytes)},  // ${plain(words)}` };
}

/** Bytes of the longest transfer of a program. */
export const longestTransfer = ({ setUpState, frames, dark }: Program): number =>
  Math.max(
    1,
    ...[setUpState, frames[0]?.states[0], dark.states[0]].flatMap((state) =>
      (state?.writes ?? []).map(({ write }) => bytesOf(write).length),
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

/** The names of the bus lines, as the sheet of the chip calls them. */
export function busLineNames(program: Program): Readonly<Record<string, string>> {
  const bus = program.buses[0];
  if (!bus) return {};
  const select = bus.protocol === "frames" ? "LOAD_LINE" : "STROBE_LINE";
  return {
    [bus.data]: "DATA_LINE",
    [bus.clock]: "CLOCK_LINE",
    ...(bus.select === undefined ? {} : { [bus.select]: select }),
  };
}

/** The routines that put a transfer on the lines by hand. */
export function busRoutines(model: RigModel, program: Program): SketchLine[] {
  const bus = program.buses[0];
  if (!bus) return [];
  const drawn = gridOf(model) !== undefined;
  const pause = pauseOf(bus, controllerById(model.rig.plan.controller).cost) / 1000;
  const rest = pause > 0 ? [`delayMicroseconds(${pause});`] : [];
  const lines = (...texts: string[]) => texts.map((text) => ({ text }));
  const set = (line: string, level: string): string[] => [`digitalWrite(${line}, ${level});`, ...rest];
  const indented = (depth: number, texts: readonly string[]) =>
    texts.map((text) => INDENT.repeat(depth) + text);
  const walk = lines(
    "// Sends transfers that are kept in flash, one after the other.",
    "void sendStored(const uint8_t *stored) {",
    `${INDENT}uint8_t bytes[${longestTransfer(program)}];`,
    `${INDENT}for (uint8_t length = pgm_read_byte(stored++); length > 0; length = pgm_read_byte(stored++)) {`,
    `${INDENT}${INDENT}for (uint8_t at = 0; at < length; at++) bytes[at] = pgm_read_byte(stored++);`,
    `${INDENT}${INDENT}sendTransfer(bytes, length);`,
    `${INDENT}}`,
    "}",
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
  );
  const each = (call: string) => `${INDENT}for (uint8_t at = 0; at < length; at++) ${call};`;
  switch (bus.protocol) {
    case "frames":
      return [
        ...lines(
          "// Words of 16 bits, the farthest chip's first; every chip takes its own when the load line rises.",
          "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
          `${INDENT}digitalWrite(LOAD_LINE, LOW);`,
          each("shiftOut(DATA_LINE, CLOCK_LINE, MSBFIRST, bytes[at])"),
          `${INDENT}digitalWrite(LOAD_LINE, HIGH);`,
          "}",
          "",
        ),
        ...walk,
      ];
    case "strobed":
      return [
        ...lines(
          "// Bit 0 first; the chip takes each bit when the clock rises.",
          "void sendByte(uint8_t value) {",
          `${INDENT}for (uint8_t bit = 0; bit < 8; bit++) {`,
          ...indented(2, [
            ...set("DATA_LINE", "(value >> bit) & 1 ? HIGH : LOW"),
            ...set("CLOCK_LINE", "HIGH"),
            ...set("CLOCK_LINE", "LOW"),
          ]),
          `${INDENT}}`,
          "}",
          "",
          "// While the strobe is low the bytes belong to one command.",
          "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
          ...indented(1, set("STROBE_LINE", "LOW")),
          each("sendByte(bytes[at])"),
          ...indented(1, set("STROBE_LINE", "HIGH")),
          "}",
          "",
        ),
        ...walk,
      ];
    case "two-wire":
    case "i2c": {
      const first = bus.protocol === "i2c" ? "value & 0x80" : "value & 1";
      const next = bus.protocol === "i2c" ? "value <<= 1;" : "value >>= 1;";
      return [
        ...lines(
          "// The lines are only pulled down or let go: resistors pull them up.",
          "void pullDown(uint8_t line) {",
          ...indented(1, ["pinMode(line, OUTPUT);", ...rest]),
          "}",
          "",
          "void letGo(uint8_t line) {",
          ...indented(1, ["pinMode(line, INPUT);", ...rest]),
          "}",
          "",
          `// Bit ${bus.protocol === "i2c" ? 7 : 0} first; at the ninth clock the chip answers by holding the data line low.`,
          "void sendByte(uint8_t value) {",
          `${INDENT}for (uint8_t bit = 0; bit < 8; bit++) {`,
          `${INDENT}${INDENT}if (${first}) letGo(DATA_LINE);`,
          `${INDENT}${INDENT}else pullDown(DATA_LINE);`,
          ...indented(2, ["letGo(CLOCK_LINE);", "pullDown(CLOCK_LINE);", next]),
          `${INDENT}}`,
          ...indented(1, ["letGo(DATA_LINE);", "letGo(CLOCK_LINE);", "pullDown(CLOCK_LINE);"]),
          "}",
          "",
          "// Start: data falls while the clock is high. Stop: data rises while the clock is high.",
          "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
          ...indented(1, ["pullDown(DATA_LINE);", "pullDown(CLOCK_LINE);"]),
          each("sendByte(bytes[at])"),
          ...indented(1, ["pullDown(DATA_LINE);", "letGo(CLOCK_LINE);", "letGo(DATA_LINE);"]),
          "}",
          "",
        ),
        ...walk,
      ];
    }
  }
}
