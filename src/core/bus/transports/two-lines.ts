import { bitOf, type Pen } from "../pen";
import { eachByte, indented, type Transport } from "../transport";
import type { BusProtocol, BusWrite, LineGiven } from "../types";

/** What differs between the buses of two lines that are only pulled down or let go. */
interface TwoLines {
  readonly name: BusProtocol;
  readonly order: "msb" | "lsb";
  readonly together: "alone" | "addresses";
  readonly hold: number;
  /** A ninth clock follows each byte, at which the chip that is meant holds the data line low. */
  readonly acknowledged: boolean;
  /** Bytes of code beside the calls: measured with avr-gcc -Os. */
  readonly bytes: number;
}

const pull = (level: 0 | 1): LineGiven => (level ? "released" : 0);

function draw(pen: Pen, { bytes, reads }: BusWrite, { order, acknowledged }: TwoLines): void {
  pen.set("data", 0);
  pen.set("clock", 0);
  bytes.forEach((byte, at) => {
    for (let count = 0; count < 8; count += 1) {
      const bit = at * 8 + count;
      pen.set("data", pull(bitOf(byte, count, order)), bit);
      pen.set("clock", "released", bit);
      pen.set("clock", 0, bit);
    }
    if (!acknowledged) return;
    pen.set("data", "released");
    pen.set("clock", "released");
    pen.set("clock", 0);
  });
  if (reads) {
    for (let bit = 0; bit < reads * 8 + 1; bit += 1) {
      pen.set("clock", "released");
      pen.set("clock", 0);
    }
  }
  pen.set("data", 0);
  pen.set("clock", "released");
  pen.set("data", "released");
}

function routines({ order, acknowledged }: TwoLines, rest: readonly string[]): string[] {
  const msb = order === "msb";
  return [
    "// The lines are only pulled down or let go: resistors pull them up.",
    "void pullDown(uint8_t line) {",
    ...indented(1, ["pinMode(line, OUTPUT);", ...rest]),
    "}",
    "",
    "void letGo(uint8_t line) {",
    ...indented(1, ["pinMode(line, INPUT);", ...rest]),
    "}",
    "",
    `// Bit ${msb ? 7 : 0} first; ${
      acknowledged
        ? "at the ninth clock the chip answers by holding the data line low."
        : "the chip takes each bit when the clock rises, and answers nothing."
    }`,
    "void sendByte(uint8_t value) {",
    "  for (uint8_t bit = 0; bit < 8; bit++) {",
    `    if (${msb ? "value & 0x80" : "value & 1"}) letGo(DATA_LINE);`,
    "    else pullDown(DATA_LINE);",
    ...indented(2, ["letGo(CLOCK_LINE);", "pullDown(CLOCK_LINE);", msb ? "value <<= 1;" : "value >>= 1;"]),
    "  }",
    ...(acknowledged
      ? indented(1, ["letGo(DATA_LINE);", "letGo(CLOCK_LINE);", "pullDown(CLOCK_LINE);"])
      : []),
    "}",
    "",
    "// Start: data falls while the clock is high. Stop: data rises while the clock is high.",
    "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
    ...indented(1, ["pullDown(DATA_LINE);", "pullDown(CLOCK_LINE);"]),
    eachByte("sendByte(bytes[at])"),
    ...indented(1, ["pullDown(DATA_LINE);", "letGo(CLOCK_LINE);", "letGo(DATA_LINE);"]),
    "}",
  ];
}

const reader = (): string[] => [
  "// Asks with a command, then reads while the chip holds the data line.",
  "void readTransfer(uint8_t command, uint8_t *bytes, uint8_t length) {",
  ...indented(1, [
    "pullDown(DATA_LINE);",
    "pullDown(CLOCK_LINE);",
    "sendByte(command);",
    "letGo(DATA_LINE);",
  ]),
  "  for (uint8_t at = 0; at < length; at++) {",
  "    bytes[at] = 0;",
  "    for (uint8_t bit = 0; bit < 8; bit++) {",
  "      letGo(CLOCK_LINE);",
  "      if (digitalRead(DATA_LINE)) bytes[at] |= 1 << bit;",
  "      pullDown(CLOCK_LINE);",
  "    }",
  "  }",
  ...indented(1, ["letGo(CLOCK_LINE);", "pullDown(CLOCK_LINE);"]),
  ...indented(1, ["pullDown(DATA_LINE);", "letGo(CLOCK_LINE);", "letGo(DATA_LINE);"]),
  "}",
];

const twoLines = (of: TwoLines): Transport => ({
  name: of.name,
  openDrain: true,
  order: of.order,
  wordBytes: 1,
  together: of.together,
  addressBytes: of.together === "addresses" ? 1 : 0,
  answers: of.acknowledged,
  selectRestsHigh: false,
  times: { setup: 100, hold: of.hold },
  pause: 2000,
  pace: ({ pinMode }, pause) => ({ write: pinMode, shiftBit: 0, pause }),
  draw: (pen, write) => draw(pen, write, of),
  sketch: {
    bytes: of.bytes,
    calls: [],
    routines: (rest) => routines(of, rest),
    ...(of.acknowledged && of.order === "lsb" ? { reader } : {}),
  },
});

/** Start, bytes least significant bit first with an acknowledge after each, stop. */
export const TWO_WIRE = twoLines({
  name: "two-wire",
  order: "lsb",
  together: "alone",
  hold: 100,
  acknowledged: true,
  bytes: 302,
});

/** The same without an acknowledge: a byte has eight clocks. */
export const TWO_WIRE_UNANSWERED = twoLines({
  name: "two-wire-unanswered",
  order: "lsb",
  together: "alone",
  hold: 100,
  acknowledged: false,
  bytes: 290,
});

/** Start, bytes most significant bit first with an acknowledge after each, the bus address first, stop. */
export const I2C = twoLines({
  name: "i2c",
  order: "msb",
  together: "addresses",
  hold: 0,
  acknowledged: true,
  bytes: 302,
});
