import { safeFileName } from "../../foreign";
import { controllerById, type Rig } from "../../rig";
import { writeSketch, type SketchLine } from "../../program";
import { callsIn, plainLines, type PlainCall } from "../calls";
import type { Dialect } from "../types";
import { READ_PULSE } from "../read-pulse";
import { onPic } from "./pic";
import { textOf } from "../text";

/** A line whose name is no number counts from here. */
const NAMED_FROM = 100;

const isNumber = (line: string): boolean => /^\d+$/.test(line);

/** What the maker gives: three functions, and what this show needs beside them. */
const GIVEN: ReadonlyArray<readonly [PlainCall, string, string]> = [
  [
    "readConverter",
    "uint16_t read_converter(uint8_t line);",
    "what the converter makes of the volts on a line",
  ],
  ["keptByte", "uint8_t read_kept(uint16_t at);", "a byte of the memory that outlives a power cut"],
  ["storeKept", "void write_kept(uint16_t at, uint8_t value);", "writes one, unless it is there already"],
  [
    "serialWaiting",
    "int16_t take_byte(void);",
    "the next byte of the serial line, or -1 where none has come",
  ],
  ["serialText", "void send_byte(uint8_t byte);", "sends one"],
  ["serialNumber", "void send_byte(uint8_t byte);", "sends one"],
  ["toneOn", "void set_tone(uint8_t line, uint16_t hertz);", "a tone on a line; 0 Hz ends it"],
];

const NEEDS: Readonly<Partial<Record<PlainCall, readonly PlainCall[]>>> = {
  waitMs: ["usNow"],
  msNow: ["usNow"],
  readPulse: ["readLine", "usNow"],
  serialTake: ["serialWaiting"],
  serialNumber: ["serialText"],
  toneOff: ["toneOn"],
};

const CODE: ReadonlyArray<readonly [PlainCall, readonly string[]]> = [
  [
    "usNow",
    [
      "// Time is what was waited: asking for it takes a little.",
      "#define ASKING_US 4",
      "static uint32_t passedUs, passedMs;",
      "static uint16_t restUs;",
      "static void letPass(uint32_t us) {",
      "  wait_us(us);",
      "  passedUs += us;",
      "  passedMs += us / 1000;",
      "  restUs += (uint16_t)(us % 1000);",
      "  if (restUs >= 1000) {",
      "    restUs -= 1000;",
      "    passedMs++;",
      "  }",
      "}",
      "uint32_t usNow(void) {",
      "  letPass(ASKING_US);",
      "  return passedUs;",
      "}",
    ],
  ],
  ["msNow", ["uint32_t msNow(void) {", "  letPass(ASKING_US);", "  return passedMs;", "}"]],
  ["waitMs", ["void waitMs(uint32_t ms) {", "  for (; ms > 0; ms--) letPass(1000);", "}"]],
  ["readLine", ["uint8_t readLine(uint8_t line) { return read_line(line); }"]],
  [
    "shiftByte",
    [
      "void shiftByte(uint8_t data, uint8_t clock, uint8_t highestFirst, uint8_t value) {",
      "  for (uint8_t count = 0; count < 8; count++) {",
      "    setLine(data, highestFirst ? value >> 7 : value & 1);",
      "    value = (uint8_t)(highestFirst ? value << 1 : value >> 1);",
      "    setLine(clock, 1);",
      "    setLine(clock, 0);",
      "  }",
      "}",
    ],
  ],
  ["readConverter", ["uint16_t readConverter(uint8_t line) { return read_converter(line); }"]],
  ["keptByte", ["#define keptByte(at) read_kept((uint16_t)(at))"]],
  ["storeKept", ["#define storeKept(at, value) write_kept((uint16_t)(at), (uint8_t)(value))"]],
  ["readPulse", READ_PULSE],
  ["toneOn", ["void toneOn(uint8_t line, uint16_t hertz) { set_tone(line, hertz); }"]],
  ["toneOff", ["void toneOff(uint8_t line) { set_tone(line, 0); }"]],
  ["serialBegin", ["void serialBegin(uint32_t baud) { (void)baud; }"]],
  [
    "serialWaiting",
    [
      "static int16_t waitingByte = -1;",
      "uint8_t serialWaiting(void) {",
      "  if (waitingByte < 0) waitingByte = take_byte();",
      "  return waitingByte >= 0;",
      "}",
    ],
  ],
  [
    "serialTake",
    [
      "uint8_t serialTake(void) {",
      "  uint8_t byte = (uint8_t)waitingByte;",
      "  waitingByte = -1;",
      "  return byte;",
      "}",
    ],
  ],
  [
    "serialText",
    ["void serialText(const char *text) {", "  while (*text) send_byte((uint8_t)*text++);", "}"],
  ],
  [
    "serialNumber",
    [
      "void serialNumber(int32_t number) {",
      "  uint32_t left = number < 0 ? 0 - (uint32_t)number : (uint32_t)number;",
      "  uint8_t digits[10], count = 0;",
      "  if (number < 0) send_byte('-');",
      "  do {",
      "    digits[count++] = (uint8_t)('0' + left % 10);",
      "    left /= 10;",
      "  } while (left > 0);",
      "  while (count > 0) send_byte(digits[--count]);",
      "}",
    ],
  ],
];

/** All a program's calls stand on. */
function allCalls(used: ReadonlySet<PlainCall>): ReadonlySet<PlainCall> {
  const found = new Set<PlainCall>();
  const add = (name: PlainCall) => {
    if (found.has(name)) return;
    found.add(name);
    NEEDS[name]?.forEach(add);
  };
  used.forEach(add);
  // What waits is counted, so that what asks for the time later is right.
  add("usNow");
  return found;
}

function prelude({ plan }: Rig, used: ReadonlySet<PlainCall>): string[] {
  const calls = allCalls(used);
  const { id, lines, title } = controllerById(plan.controller);
  const named = lines.map(({ leg }) => leg).filter((leg) => !isNumber(leg));
  const beside = GIVEN.filter(([call]) => calls.has(call));
  const declared = [...new Map(beside.map(([, declaration, says]) => [declaration, says]))];
  return [
    "#include <stdbool.h>",
    "#include <stdint.h>",
    "",
    "// What it needs of the controller: three functions.",
    "// set_line: 0 and 1 drive the line low and high; LET_GO lets go of it; PULLED_UP as well, with the pull-up inside.",
    "enum { LET_GO = 2, PULLED_UP = 3 };",
    "void set_line(uint8_t line, uint8_t how);",
    "uint8_t read_line(uint8_t line);",
    "void wait_us(uint32_t us);",
    ...(declared.length > 0
      ? [
          "// And for what this show does:",
          ...declared.map(([declaration, says]) => `${declaration}  // ${says}`),
        ]
      : []),
    ...(named.length > 0
      ? [
          `// Lines of the ${title.split(",")[0]} that have names.`,
          `enum { ${named.map((line, nth) => (nth === 0 ? `${line} = ${NAMED_FROM}` : line)).join(", ")} };`,
        ]
      : []),
    ...(id.startsWith("PIC") ? onPic(lines.filter(({ unusable }) => !unusable).map(({ leg }) => leg)) : []),
    "",
    "// A line keeps the level it was given, and has it whenever it is an output.",
    "static uint8_t levelOf[128], isOutput[128];",
    "void setLine(uint8_t line, uint8_t level) {",
    "  levelOf[line] = level;",
    "  if (isOutput[line]) set_line(line, level);",
    "}",
    "void makeOutput(uint8_t line) {",
    "  isOutput[line] = 1;",
    "  set_line(line, levelOf[line]);",
    "}",
    ...(calls.has("letGo")
      ? [
          "void letLineGo(uint8_t line) {",
          "  isOutput[line] = levelOf[line] = 0;",
          "  set_line(line, LET_GO);",
          "}",
        ]
      : []),
    ...(calls.has("pullUp")
      ? [
          "void pullUp(uint8_t line) {",
          "  isOutput[line] = 0;",
          "  levelOf[line] = 1;",
          "  set_line(line, PULLED_UP);",
          "}",
        ]
      : []),
    ...CODE.flatMap(([name, code]) => (calls.has(name) ? code : [])),
    ...(calls.has("waitUs") ? ["void waitUs(uint32_t us) { letPass(us); }"] : []),
    "",
  ];
}

/** C99 for any controller: what it does to the lines goes through three functions of the maker's. */
export const PORTABLE_C: Dialect = {
  id: "c",
  title: "C for any controller",
  says: "C99 on three functions you write: set a line, read a line, wait. The same statements the face runs.",
  language: "c",
  pace: "functions",
  problem: (model, { live }) => {
    const { flavour } = controllerById(model.rig.plan.controller);
    if (flavour === "logic") return "Programmable logic takes Verilog";
    return live?.routines.some(({ interrupts }) => interrupts)
      ? "A contact interrupts this program, and three functions have no interrupt: choose another way to debounce on Show"
      : undefined;
  },
  write: (model, program, legNames) => {
    const plain = plainLines(writeSketch(model, program, legNames, "asks"));
    const ends = plain.findIndex(({ text }) => !text.startsWith("//"));
    const body = plain.slice(ends).filter(({ text }) => !/^\s*(noInterrupts|interrupts)\(\);$/.test(text));
    const lines: SketchLine[] = [
      ...plain.slice(0, ends),
      { text: "" },
      ...prelude(model.rig, callsIn(plain)).map((text) => ({ text })),
      ...body,
      { text: "" },
      ...[
        "int main(void) {",
        "  setup();",
        "  for (;;) {",
        "    loop();",
        "    letPass(ASKING_US);",
        "  }",
        "}",
      ].map((text) => ({ text })),
    ];
    return [{ name: safeFileName(model.rig.name, ".c"), text: textOf(lines), lines }];
  },
};
