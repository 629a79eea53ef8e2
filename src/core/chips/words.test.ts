import { asUnit } from "../refs";
import { BUS_CHIPS } from ".";

const chipOf = (id: string) => BUS_CHIPS.find(({ sheet }) => sheet.id === id)!;
const U1 = asUnit("U1");
const U2 = asUnit("U2");

/** Commands of the sheets: bytes, what they are called, and what has to be said of them. */
test.each([
  ["MAX7219", [0x00, 0xff], "no-op", "leaves this chip as it is"],
  ["MAX7219", [0x0a, 0x05], "intensity", "11/32"],
  ["MAX7219", [0x0a, 0xff], "intensity", "step 15 of 15: 31/32"],
  ["MAX7219", [0x0b, 0x00], "scan limit", "scans 1 digit: few digits"],
  ["MAX7219", [0x0b, 0x01], "scan limit", "2 digits: few digits"],
  ["MAX7219", [0x0b, 0x02], "scan limit", "3 digits: few digits"],
  ["MAX7219", [0x0b, 0x03], "scan limit", "scans 4 digits"],
  ["MAX7219", [0x0b, 0x0f], "scan limit", "scans 8 digits"],
  ["MAX7219", [0x03, 0x30], "digit 2", "lights c b"],
  ["MAX7219", [0x08, 0x80], "digit 7", "lights dp"],
  ["MAX7219", [0x09, 0x00], "decode mode", "no digit is decoded"],
  ["MAX7219", [0x09, 0xff], "decode mode", "every digit is decoded"],
  ["MAX7219", [0x09, 0x0f], "decode mode", "digits 0, 1, 2, 3 are decoded"],
  ["MAX7219", [0x0c, 0x00], "shutdown", "display off; the registers are kept"],
  ["MAX7219", [0x0c, 0x01], "shutdown", "the display is on"],
  ["MAX7219", [0x0f, 0x00], "display test", "normal operation"],
  ["MAX7219", [0x0f, 0x01], "display test", "every segment on"],
  ["MAX7219", [0x0d, 0x01], "address 0x0D", "no register has this address"],
  ["TM1637", [0x40], "data, next address", "one address after the other"],
  ["TM1637", [0x44], "data, fixed address", "the one address that is given with it"],
  ["TM1637", [0x42], "read keys", "asks for the keys"],
  ["TM1637", [0x80], "display control", "display off"],
  ["TM1637", [0x88], "display control", "level 0 of 7: 1/16"],
  ["TM1637", [0x8a], "display control", "level 2 of 7: 4/16"],
  ["TM1637", [0x8b], "display control", "level 3 of 7: 10/16"],
  ["TM1637", [0x8f], "display control", "level 7 of 7: 14/16"],
  ["TM1637", [0xc0], "address 0", "the next data goes there"],
  ["TM1637", [0xc1, 0x06], "data from address 1", "1 byte"],
  ["TM1637", [0xc0, 1, 2, 3, 4], "data from address 0", "4 bytes"],
  ["TM1637", [0x00], "no command", "bits 7 and 6 are 0"],
  ["TM1638", [0x42], "read keys", "asks for the keys"],
  ["TM1638", [0xcf, 0x03], "data from address 15", "1 byte"],
  ["TM1640", [0xc5, 0x7f], "data from address 5", "1 byte"],
  ["HT16K33", [0xe0, 0x21], "system set-up", "starts the oscillator"],
  ["HT16K33", [0xe0, 0x20], "system set-up", "standby"],
  ["HT16K33", [0xe0, 0x80], "display set-up", "display off"],
  ["HT16K33", [0xe0, 0x81], "display set-up", "without blinking"],
  ["HT16K33", [0xe0, 0x83], "display set-up", "2 Hz"],
  ["HT16K33", [0xe0, 0x85], "display set-up", "1 Hz"],
  ["HT16K33", [0xe0, 0x87], "display set-up", "0.5 Hz"],
  ["HT16K33", [0xe0, 0xe0], "brightness", "1/16"],
  ["HT16K33", [0xe0, 0xef], "brightness", "step 15 of 15: 16/16"],
  ["HT16K33", [0xe0, 0xa0], "row or interrupt", "is a row"],
  ["HT16K33", [0xe0, 0xa1], "row or interrupt", "interrupt output"],
  ["HT16K33", [0xe0, 0x00], "memory address", "the next data goes there"],
  ["HT16K33", [0xe0, 0x40], "key memory", "the next read gives the keys"],
  ["HT16K33", [0xe0, 0x60], "no command", "has no such command"],
  ["HT16K33", [0xe0], "address only", "asks whether a chip is there"],
] as const)("%s %j is called %s", (id, bytes, title, says) => {
  const [first] = chipOf(id).reader().explain([U1], bytes, "segments");
  expect(first!.title).toBe(title);
  expect(first!.says).toContain(says);
});

/** Bits of one byte of display memory, and the segments, rows or dots the sheet's tables put there. */
test.each([
  ["TM1637", [0xc0, 0x3f], 1, "a b c d e f"],
  ["TM1637", [0xc0, 0x80], 1, "dp"],
  ["TM1638", [0xc0, 0x41], 1, "a g"],
  ["TM1638", [0xc1, 0x01], 1, "segment 9"],
  ["TM1638", [0xc1, 0x03], 1, "segment 9 segment 10"],
  ["HT16K33", [0xe0, 0x00, 0x05], 2, "rows 0 2"],
  ["HT16K33", [0xe0, 0x01, 0x81], 2, "rows 8 15"],
  ["HT16K33", [0xe0, 0x03, 0x00], 2, "all dark"],
] as const)("%s %j: byte %i says %s", (id, bytes, byte, says) => {
  const [first] = chipOf(id).reader().explain([U1], bytes, "segments");
  expect(first!.fields.find((field) => field.byte === byte)!.says).toBe(says);
});

describe("MAX7219, one word after another", () => {
  test("once a digit is decoded its bytes are characters, and bits again when it is not", () => {
    const reader = chipOf("MAX7219").reader();
    const says = (first: number, second: number) =>
      reader.explain([U1], [first, second], "segments")[0]!.says;
    expect(says(0x01, 0x0b)).toBe("lights g f d");
    says(0x09, 0x01);
    expect(says(0x01, 0x0b)).toBe("shows E from the chip's own table");
    expect(says(0x01, 0x8a)).toBe("shows - from the chip's own table, with the point");
    expect(says(0x01, 0x0f)).toBe("shows nothing from the chip's own table");
    expect(says(0x02, 0x06)).toBe("lights f e");
    says(0x09, 0x00);
    expect(says(0x01, 0x06)).toBe("lights f e");
  });

  test("of dots a row is drawn, its highest bit at the left", () => {
    const [row] = chipOf("MAX7219").reader().explain([U1], [0x01, 0x81], "dots");
    expect(row!.says).toBe("row ●······●");
  });

  test("in a chain the last word is the nearest chip's, and what runs out at the far end is nobody's", () => {
    const words = chipOf("MAX7219").reader().explain([U1, U2], [0x0a, 1, 0x0a, 2, 0x0a, 3], "segments");
    expect(words.map(({ unit }) => unit)).toEqual(["beyond the chain", U2, U1]);
    expect(words.map(({ fields }) => fields[0]!.byte)).toEqual([0, 2, 4]);
  });
});

test("addresses count on from the one that is named, and around at the end of the memory", () => {
  const tm = chipOf("TM1638").reader().explain([U1], [0xcf, 1, 2], "segments")[0]!;
  expect(tm.fields.slice(2).map(({ name }) => name)).toEqual([
    "grid 8, segments 9 and 10",
    expect.stringMatching(/^grid/),
  ]);
  const ht = chipOf("HT16K33").reader().explain([U1], [0xe0, 0x0f, 1, 2], "segments")[0]!;
  expect(ht.fields.slice(3).map(({ name }) => name)).toEqual([
    "common 7, rows 8 to 15",
    "common 0, rows 0 to 7",
  ]);
});

/** Names under which registers are listed. */
test.each([
  ["MAX7219", 1, "digit 0"],
  ["MAX7219", 8, "digit 7"],
  ["MAX7219", 9, "decode mode"],
  ["MAX7219", 11, "scan limit"],
  ["MAX7219", 15, "display test"],
  ["TM1637", 0xc5, "grid 6"],
  ["TM1637", 0x80, "display control"],
  ["TM1638", 0xc3, "grid 2, segments 9 and 10"],
  ["HT16K33", 0x05, "common 2, rows 8–15"],
  ["HT16K33", 0xe0, "brightness"],
])("%s lists %i as %s", (id, address, name) => {
  expect(chipOf(id).registerName(address)).toBe(name);
});
