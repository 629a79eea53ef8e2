import { eachByte, type Transport } from "../transport";

/** Words of 16 bits, most significant bit first, the farthest chip's first; then the select line rises. */
export const FRAMES: Transport = {
  name: "frames",
  openDrain: false,
  order: "msb",
  wordBytes: 2,
  together: "chain",
  addressBytes: 0,
  answers: false,
  selectRestsHigh: false,
  times: { setup: 25, hold: 0 },
  pause: 0,
  pace: ({ pinWrite, shiftBit }) => ({ write: pinWrite, shiftBit, pause: 0 }),
  draw(pen, { bytes }) {
    pen.set("select", 0);
    bytes.forEach((byte, at) => pen.shift(byte, "msb", at * 8));
    pen.set("select", 1);
  },
  sketch: {
    selectName: "LOAD_LINE",
    bytes: 208,
    calls: ["digitalWrite", "shiftOut"],
    routines: () => [
      "// Words of 16 bits, the farthest chip's first; every chip takes its own when the load line rises.",
      "void sendTransfer(const uint8_t *bytes, uint8_t length) {",
      "  digitalWrite(LOAD_LINE, LOW);",
      eachByte("shiftOut(DATA_LINE, CLOCK_LINE, MSBFIRST, bytes[at])"),
      "  digitalWrite(LOAD_LINE, HIGH);",
      "}",
    ],
  },
};
