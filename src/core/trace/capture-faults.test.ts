import { HIGH, LOW } from "../level";
import { CODE_B, MAX7219, inWords, outOfWords } from "../chips/fixtures/registers";
import { USUAL_LAYOUT, type LayoutChoice, type Rig } from "../rig";
import { reversedByte } from "./bit-orders";
import { inspectCapture } from "./inspect";
import {
  slip,
  twoStatic,
  river,
  moorings,
  lone,
  warmth,
  tally,
  oars,
  eight,
  chain,
  noLatch,
  sixteen,
  expanders,
  sign,
  capture,
  look,
  chainBytes,
  words,
  sent,
  writes,
  reversed,
  backwards,
  swap,
  reversedWord,
  register,
  still,
  exchanged,
  lineOf,
  segmentLine,
} from "./fixtures/faults";

type Made = Parameters<typeof capture>[1];
describe("faults are named", () => {
  test.each<[string, Rig, Made, string, RegExp]>([
    ["bits of a byte, one register", slip, { program: chainBytes(reversed) }, "bit order", /each byte/],
    ["bits of a byte, two registers", twoStatic, { program: chainBytes(reversed) }, "bit order", /each byte/],
    [
      "bits of a byte, registers that scan",
      river,
      { program: chainBytes(reversed) },
      "bit order",
      /each byte/,
    ],
    [
      "a whole load",
      twoStatic,
      { program: chainBytes((bytes) => backwards(reversed(bytes))) },
      "bit order",
      /All 16 bits/,
    ],
    [
      "a whole load that scans",
      river,
      { program: chainBytes((bytes) => backwards(reversed(bytes))) },
      "bit order",
      /All 16 bits/,
    ],
    [
      "bits of a byte, registers without a latch",
      noLatch,
      { program: chainBytes(reversed) },
      "bit order",
      /each byte/,
    ],
    [
      "bytes exchanged, without a latch",
      noLatch,
      { program: chainBytes(backwards) },
      "byte order",
      /two bytes/,
    ],
    ["bits of a byte, TM1640", sixteen, { program: sent(reversed) }, "bit order", /each byte/],
    ["bits of a byte, expanders", expanders, { program: sent(reversed) }, "bit order", /each byte/],
    ["bytes exchanged", twoStatic, { program: chainBytes(backwards) }, "byte order", /two bytes/],
    ["bytes exchanged, scanning", river, { program: chainBytes(backwards) }, "byte order", /two bytes/],
    [
      "opposite bits",
      slip,
      { program: chainBytes((bytes) => bytes.map((byte) => byte ^ 0xff)) },
      "polarity",
      /opposite/,
    ],
    [
      "clock and data of a register",
      slip,
      exchanged(lineOf(slip, "SRCLK"), lineOf(slip, "SER")),
      "swapped lines",
      /SRCLK and SER/,
    ],
    [
      "latch and data of a register",
      twoStatic,
      exchanged(lineOf(slip, "RCLK"), lineOf(slip, "SER")),
      "swapped lines",
      /SER and RCLK/,
    ],
    [
      "latch and clock, scanning",
      river,
      exchanged(lineOf(river, "RCLK"), lineOf(river, "SRCLK")),
      "swapped lines",
      /SRCLK and RCLK/,
    ],
    ["the latch never given", slip, still(lineOf(slip, "RCLK")), "dead line", /RCLK.*never moves/],
    ["the clock dead", twoStatic, still(lineOf(slip, "SRCLK")), "dead line", /SRCLK.*never moves/],
    ["the data dead", river, still(lineOf(river, "SER")), "dead line", /SER.*never moves/],
    ["a segment's line dead", lone, still(segmentLine(lone, "c")), "dead line", /segment c.*never moves/],
    [
      "a segment's line dead, scanning",
      moorings,
      still(segmentLine(moorings, "b")),
      "dead line",
      /segment b.*never moves/,
    ],
    [
      "two segments' lines",
      lone,
      exchanged(segmentLine(lone, "c"), segmentLine(lone, "d")),
      "swapped lines",
      /Segments c .*and d/,
    ],
    [
      "two segments' lines, scanning",
      moorings,
      exchanged(segmentLine(moorings, "b"), segmentLine(moorings, "e")),
      "swapped lines",
      /Segments b .*and e/,
    ],
    [
      "lines the opposite",
      lone,
      { edge: (one) => [{ ...one, level: one.level === HIGH ? LOW : one.level === LOW ? HIGH : one.level }] },
      "polarity",
      /opposite/,
    ],
    ["bits of a byte, TM1637", warmth, { program: sent(reversed) }, "bit order", /each byte/],
    ["bits of a byte, HT16K33", oars, { program: sent(reversed) }, "bit order", /each byte/],
    [
      "bits of a byte, MAX7219",
      eight,
      { program: words((word) => (reversedByte(word >> 8) << 8) | reversedByte(word & 0xff)) },
      "bit order",
      /each byte/,
    ],
    ["bits of a whole word", eight, { program: words(reversedWord) }, "bit order", /sixteen bits/],
    ["bits of a whole word, a chain", chain, { program: words(reversedWord) }, "bit order", /sixteen bits/],
    ["bytes of a word", eight, { program: words(swap) }, "byte order", /data comes before the address/],
    [
      "words of a chain",
      chain,
      {
        program: writes((one) =>
          one.write.bus === "frames"
            ? { ...one, write: { ...one.write, bytes: outOfWords(backwards(inWords(one.write.bytes))) } }
            : one,
        ),
      },
      "digit order",
      /other end/,
    ],
    [
      "a table with a in bit 0",
      eight,
      {
        program: words((word) =>
          word >> 8 >= 1 && word >> 8 <= 8 ? (word & 0xff80) | (reversedByte(word & 0x7f) >> 1) : word,
        ),
      },
      "bit order",
      /table for the other bit order/,
    ],
    [
      "the display test left on",
      eight,
      { program: register(MAX7219.DISPLAY_TEST, 1) },
      "register",
      /display test is left on/,
    ],
    ["shutdown at the end", eight, { program: register(MAX7219.SHUTDOWN, 0) }, "register", /Shutdown/],
    [
      "few digits scanned",
      chain,
      { program: register(MAX7219.SCAN_LIMIT, 3) },
      "digit count",
      /set to 4 digits; the rig has 8/,
    ],
    [
      "decoded segments",
      eight,
      { program: register(MAX7219.DECODE_MODE, 0xff) },
      "register",
      /decodes code B/,
    ],
    [
      "codes that are not decoded",
      eight,
      {
        program: words((word) =>
          word >> 8 >= 1 && word >> 8 <= 8 ? (word & 0xff80) | CODE_B.indexOf(word & 0x7f) : word,
        ),
      },
      "register",
      /codes are written/,
    ],
    ["LOAD never given", eight, still(lineOf(eight, "LOAD")), "dead line", /LOAD.*never moves/],
    ["DIN dead", chain, still(lineOf(chain, "DIN")), "dead line", /DIN.*never moves/],
    ["CLK dead", tally, still(lineOf(tally, "CLK")), "dead line", /CLK.*never moves/],
    [
      "clock and data, MAX7219",
      eight,
      exchanged(lineOf(eight, "CLK"), lineOf(eight, "DIN")),
      "swapped lines",
      /CLK and DIN/,
    ],
    [
      "clock and LOAD, MAX7219",
      chain,
      exchanged(lineOf(eight, "CLK"), lineOf(eight, "LOAD")),
      "swapped lines",
      /CLK and LOAD/,
    ],
    ["clock and data, I²C", oars, exchanged("A4", "A5"), "swapped lines", /SCL and SDA/],
    [
      "clock and strobe",
      tally,
      exchanged(lineOf(tally, "CLK"), lineOf(tally, "STB")),
      "swapped lines",
      /CLK and STB/,
    ],
    ["bits of a word, a sign", sign("TIDE"), { program: words(reversedWord) }, "bit order", /sixteen bits/],
  ])("%s", async (_, rig, made, kind, title) => {
    const { differences } = await look(rig, capture(rig, made));
    expect(differences).toContainEqual(
      expect.objectContaining({ kind, title: expect.stringMatching(title) }),
    );
    expect(differences.map((one) => one.kind)).not.toContain("other text");
    expect(differences.filter(({ severity }) => severity === "fault")).toHaveLength(1);
  });
  test.each<[string, LayoutChoice]>([
    ["upside down", { ...USUAL_LAYOUT, across: 4, orientation: { turn: 180, mirrored: false } }],
    ["from the other end", { ...USUAL_LAYOUT, across: 4, from: "top-right" }],
    ["turned and mirrored", { ...USUAL_LAYOUT, across: 4, orientation: { turn: 90, mirrored: true } }],
  ])("four letters on modules %s are no other text", async (_, layout) => {
    for (const text of ["HIGH", "NOON", "TIDE", "SWIM", "8.6 m"]) {
      const { differences } = await look(sign(text), capture(sign(text, layout)));
      expect(differences.map(({ kind }) => kind)).toEqual(["turned modules"]);
    }
  });
  test("no line moves, or a line is not in the capture", async () => {
    const none = await look(lone, capture(lone, { edge: () => [] }));
    expect(none.differences).toEqual([
      expect.objectContaining({ kind: "nothing", title: "None of the lines moves" }),
    ]);
    const mapping = { [lineOf(slip, "SER")]: 1, [lineOf(slip, "SRCLK")]: 0 };
    const { differences } = await inspectCapture(slip, capture(slip), mapping);
    expect(differences).toEqual([
      expect.objectContaining({ kind: "nothing", title: expect.stringMatching(/RCLK.*not in the capture/) }),
    ]);
  });
});
