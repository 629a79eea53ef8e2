import { eachByte, indented, setLine, type Transport } from "../transport";

/** While the strobe is low, bytes belong to one command: least significant bit first, taken as the clock rises. */
export const STROBED: Transport = {
  name: "strobed",
  openDrain: false,
  order: "lsb",
  wordBytes: 1,
  together: "alone",
  addressBytes: 0,
  answers: true,
  selectRestsHigh: true,
  times: { setup: 100, hold: 100 },
  pause: 1000,
  pace: ({ pinWrite }, pause) => ({ write: pinWrite, shiftBit: 3 * (pinWrite + pause), pause }),
  draw(pen, { bytes, reads }) {
    pen.set("select", 0);
    bytes.forEach((byte, at) => pen.shift(byte, "lsb", at * 8));
    if (reads) {
      // Such a module has no pull-up of its own: the board lends one while the chip answers.
      pen.set("data", "pulled-up");
      for (let bit = 0; bit < reads * 8; bit += 1) {
        pen.set("clock", 0);
        pen.set("clock", 1);
      }
      pen.set("clock", 0);
      pen.set("data", 0);
    }
    pen.set("select", 1);
  },
  sketch: {
    selectName: "STROBE_LINE",
    bytes: 300,
    calls: ["digitalWrite"],
    routines: (rest) => [
      "// Bit 0 first; the chip takes each bit when the clock rises.",
      "void sendByte(uint8_t value) {",
      "  for (uint8_t bit = 0; bit < 8; bit++) {",
      ...indented(2, [
        ...setLine("DATA_LINE", "(value >> bit) & 1 ? HIGH : LOW", rest),
        ...setLine("CLOCK_LINE", "HIGH", rest),
        ...setLine("CLOCK_LINE", "LOW", rest),
      ]),
      "  }",
      "}",
      "",
      "// While the strobe is low the bytes belong to one command.",
      "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
      ...indented(1, setLine("STROBE_LINE", "LOW", rest)),
      eachByte("sendByte(bytes[at])"),
      ...indented(1, setLine("STROBE_LINE", "HIGH", rest)),
      "}",
    ],
    reader: (rest) => [
      "// Asks with a command, then reads: such a module has no pull-up, so the board lends its own meanwhile.",
      "void readTransfer(uint8_t command, uint8_t *bytes, uint8_t length) {",
      ...indented(1, setLine("STROBE_LINE", "LOW", rest)),
      "  sendByte(command);",
      "  pinMode(DATA_LINE, INPUT_PULLUP);",
      "  for (uint8_t at = 0; at < length; at++) {",
      "    bytes[at] = 0;",
      "    for (uint8_t bit = 0; bit < 8; bit++) {",
      ...indented(3, setLine("CLOCK_LINE", "LOW", rest)),
      ...indented(3, setLine("CLOCK_LINE", "HIGH", rest)),
      "      if (digitalRead(DATA_LINE)) bytes[at] |= 1 << bit;",
      "    }",
      "  }",
      ...indented(1, setLine("CLOCK_LINE", "LOW", rest)),
      "  pinMode(DATA_LINE, OUTPUT);",
      ...indented(1, setLine("STROBE_LINE", "HIGH", rest)),
      "}",
    ],
  },
};
