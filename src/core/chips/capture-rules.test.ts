import { asUnit } from "../refs";
import { BUS_CHIPS } from ".";

const chipOf = (id: string) => BUS_CHIPS.find(({ sheet }) => sheet.id === id)!;
const U1 = asUnit("U1");
const U2 = asUnit("U2");
const titles = (id: string, writes: number[][], own: number[][] = [], units = [U1]) =>
  chipOf(id)
    .capture.differences(
      units,
      writes.map((bytes, at) => ({ bytes, at })),
      own,
    )
    .map(({ severity, title }) => `${severity}: ${title}`);

describe("registers a MAX7219 is left with", () => {
  test.each<[string, number[][], string[]]>([
    [
      "test left on",
      [[0x0f, 1]],
      ["fault: The display test is left on: everything is lit, whatever is written"],
    ],
    [
      "test switched off again",
      [
        [0x0f, 1],
        [0x0f, 0],
      ],
      [],
    ],
    [
      "shut down at the end",
      [
        [0x0c, 1],
        [0x0c, 0],
      ],
      ["fault: Shutdown is the last word: the display stays dark"],
    ],
    [
      "shut down only at first",
      [
        [0x0c, 0],
        [0x0c, 1],
      ],
      [],
    ],
    ["too few digits", [[0x0b, 3]], ["fault: The scan limit is set to 4 digits; the rig has 8"]],
    ["bits above the limit's three do not count", [[0x0b, 0xff]], []],
    [
      "figures to a chip that does not decode",
      [
        [0x09, 0],
        [0x01, 1],
        [0x02, 2],
        [0x03, 3],
      ],
      ["fault: Character codes are written, but the chip does not decode them"],
    ],
    [
      "two figures may be segments",
      [
        [0x01, 1],
        [0x02, 2],
        [0x03, 2],
      ],
      [],
    ],
    [
      "segments to a chip that decodes",
      [
        [0x09, 0xff],
        [0x01, 0x7e],
        [0x02, 0x30],
      ],
      ["fault: The chip decodes code B, but segments are written to it"],
    ],
    [
      "figures to a chip that decodes",
      [
        [0x09, 0xff],
        [0x01, 1],
        [0x02, 0x82],
        [0x03, 3],
      ],
      [],
    ],
  ])("%s", (_, writes, expected) => {
    expect(titles("MAX7219", writes, [[0x0b, 7]])).toEqual(expected);
  });

  test("more digits than there are dims those that are: a caution", () => {
    expect(titles("MAX7219", [[0x0b, 7]], [[0x0b, 3]])).toEqual([
      "caution: The scan limit is set to 8 digits; the rig has 4",
    ]);
  });

  test("of a chain it names the chip, unless it is all of them", () => {
    const units = [U1, U2];
    expect(titles("MAX7219", [[0x0f, 1, 0x00, 0]], [], units)[0]).toContain("left on on U2:");
    expect(titles("MAX7219", [[0x00, 0, 0x0f, 1]], [], units)[0]).toContain("left on on U1:");
    expect(titles("MAX7219", [[0x0f, 1, 0x0f, 1]], [], units)[0]).toContain("left on: ");
  });
});

describe("the run of addresses of a chip with memory", () => {
  test.each<[string, string, number[][]]>([
    ["TM1637", "TM1637 left off", [[0xc0, 1, 2, 3, 4, 5, 6], [0x80]]],
    ["TM1638", "TM1638 left off", [[0xc0, 1], [0x8f], [0x87]]],
    [
      "HT16K33",
      "HT16K33 left off",
      [
        [0xe0, 0x00, 1],
        [0xe0, 0x80],
      ],
    ],
  ])("%s switched off last is a fault", (id, _, writes) => {
    const [found] = titles(id, writes);
    expect(found).toMatch(/^fault: /);
    expect(titles(id, writes.slice(0, -1)).filter((title) => title.includes("off"))).toEqual([]);
  });

  test("more data than there are addresses is told", () => {
    expect(titles("TM1637", [[0xc0, 1, 2, 3, 4, 5, 6, 7], [0x8f]])).toHaveLength(1);
    expect(titles("TM1637", [[0xc0, 1, 2, 3, 4, 5, 6], [0x8f]])).toEqual([]);
    expect(titles("TM1637", [[0xc4, 1, 2], [0x8f]])).toEqual([]);
  });
});

/** Which set-up actions a transfer does, whatever value it carries. */
test.each<[string, number[], string[]]>([
  ["MAX7219", [0x0c, 0], ["register 12"]],
  ["MAX7219", [0x0c, 1, 0x0c, 1], ["register 12"]],
  ["MAX7219", [0x00, 0], []],
  ["MAX7219", [0x01, 0, 0x0a, 3], ["digits", "register 10"]],
  ["TM1637", [0x40], ["data command"]],
  ["TM1637", [0xc0, 0], ["memory"]],
  ["TM1637", [0x88], ["display control"]],
  ["TM1637", [0x00], []],
  ["HT16K33", [0xe0, 0x21], ["command 2"]],
  ["HT16K33", [0xe0, 0x00, 1], ["memory"]],
  ["HT16K33", [0xe0], []],
])("%s %j does %j", (id, bytes, actions) => {
  expect(chipOf(id).capture.actionsOf(bytes)).toEqual(actions);
});

/** How much of a transfer makes sense to the chip: what tells a wrong bit order. */
test.each<[string, number[], number, number]>([
  ["MAX7219", [0x0c, 1], 1, 1],
  ["MAX7219", [0x30, 1], 1, 0],
  ["MAX7219", [0x0d, 1, 0x0e, 1], 2, 0],
  ["MAX7219", [0x00, 0], 0, 0],
  ["TM1637", [0x8f], 1, 1],
  ["TM1637", [0xf1], 1, 0],
  ["TM1637", [0x03], 1, 0],
  ["HT16K33", [0xe0, 0x21], 1, 1],
  ["HT16K33", [0xee, 0x21], 1, 1],
  ["HT16K33", [0xf0, 0x21], 1, 0],
  ["HT16K33", [0x07, 0x84], 1, 0],
])("%s %j begins with %i commands, of which it knows %i", (id, bytes, all, known) => {
  expect(chipOf(id).capture.heads(bytes)).toEqual({ all, known });
});
