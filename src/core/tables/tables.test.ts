import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { glyphCell, makeBitmap, readBdf, sameBitmap, writeBdf, type Bitmap } from "../dots";
import { HEXADECIMAL, SEGMENTS, VARIANTS, glyphFit, type SegmentName } from "../glyph";
import { relay } from "../rig";
import {
  againstRig,
  bytesOnRig,
  bytesOfPicture,
  fitDigits,
  fontOfPictures,
  glyphsOfTable,
  guessLayouts,
  picturesAs,
  picturesIn,
  planForTable,
  playWrites,
  readTable,
  tableBytes,
  type ByteTable,
  type DotLayout,
} from ".";

const tableOf = (text: string): ByteTable => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.message);
  return read.table;
};
const valuesOf = (text: string) => tableOf(text).entries.map(({ value }) => value);
const USUAL = [0x3f, 0x06, 0x5b, 0x4f, 0x66, 0x6d, 0x7d, 0x07, 0x7f, 0x6f];

describe("numbers in a source text", () => {
  test.each<[string, string, readonly number[]]>([
    [
      "C with a size and a word for flash",
      "const uint8_t seg7[10] PROGMEM = {0x3F,0x06,0x5B,0x4F,0x66,0x6D,0x7D,0x07,0x7F,0x6F};",
      USUAL,
    ],
    ["binary with a letter", "byte d[] = { B00111111, B00000110 };", [0x3f, 0x06]],
    ["binary with a prefix and a joint", "{0b0011_1111, 0b0000_0110}", [0x3f, 0x06]],
    ["decimal", "int a[3] = {63, 6, 91};", [63, 6, 91]],
    ["an assembler", "TAB: DB 3Fh,06h,5Bh ; 0 to 2, of 16", [0x3f, 0x06, 0x5b]],
    ["a script's list over lines", "digits = [0x3f, 0x06, # 0 1\n  0x5b]", [0x3f, 0x06, 0x5b]],
    ["a script's bytes", "d = b'\\x3f\\x06\\x5b'", [0x3f, 0x06, 0x5b]],
    ["bare hexadecimal", "3F 06 5B 4F", [0x3f, 0x06, 0x5b, 0x4f]],
    ["a dollar", "FCB $3F,$06", [0x3f, 0x06]],
    ["names for each", "#define ZERO 0x3F\n#define ONE 0x06", [0x3f, 0x06]],
    [
      "cases of a hardware description",
      "case (n)\n4'h0: seg = 7'b1000000;\n4'h1: seg = 7'b1111001;\nendcase",
      [0x40, 0x79],
    ],
    ["another one's", 'when "0000" => s <= "0000001";\nwhen "0001" => s <= "1001111";', [0x01, 0x4f]],
    ["a comment with numbers in it", "/* 16 digits, 8 bits */ {1, 2 /* 3 */, 4} // 5", [1, 2, 4]],
    ["only the part with most numbers", "int n[2] = {1, 2}; byte t[4] = {5, 6, 7, 8};", [5, 6, 7, 8]],
  ])("%s", (_, text, values) => expect(valuesOf(text)).toEqual(values));

  test("rows of 0 and 1 are bytes, the first place bit 0; and the table's name is told", () => {
    const table = tableOf(
      "byte digit[4][7] = {{1,1,1,1,1,1,0},\n{0,1,1,0,0,0,0},\n{1,1,0,1,1,0,1},\n{1,1,1,1,0,0,1}};",
    );
    expect(table.entries.map(({ value }) => value)).toEqual(USUAL.slice(0, 4));
    expect(table).toMatchObject({ name: "digit", bitRows: true });
  });

  test("a megabyte of braces that stay open, or of cases, is read to its end", () => {
    expect(readTable("{".repeat(1_000_000)).ok).toBe(false);
    const cases = readTable("8'h01: lit <= 8'h3F;\n".repeat(40_000));
    expect(cases.ok && cases.table.entries).toHaveLength(40_000);
    expect(cases.ok && cases.table.entries.at(-1)).toEqual({ value: 0x3f, text: "8'h3F", line: 40_000 });
  });

  test("words of 16 bits are two bytes each, the high one first", () => {
    const table = tableOf("{0x3F06, 0x5B4F}");
    expect(table.bits).toBe(16);
    expect(tableBytes(table)).toEqual([0x3f, 0x06, 0x5b, 0x4f]);
  });

  test.each([
    ["no number", "hello", /no number/],
    ["a number that is too large", "{1,\n0x12345}", /Line 2: 0x12345 is more than 16 bits/],
    ["too long a text", "1,".repeat(600_000), /over 1 MiB/],
  ])("%s is told", (_, text, says) => {
    const read = readTable(text);
    expect(read.ok ? "" : read.message).toMatch(says);
  });
});

const shape = (glyph: string): readonly SegmentName[] => {
  const fit = glyphFit(glyph);
  return fit.fit === "cannot" ? [] : fit.segments;
};
/** Bytes of characters for an order of bits and a level that lights. */
const bytesFor = (glyphs: readonly string[], order: readonly SegmentName[], lights: 0 | 1): number[] =>
  glyphs.map((glyph) =>
    order.reduce(
      (byte, segment, bit) => (shape(glyph).includes(segment) === (lights === 1) ? byte | (1 << bit) : byte),
      0,
    ),
  );
const orders = fc.shuffledSubarray([...SEGMENTS], { minLength: 8, maxLength: 8 });

describe("tables of digits", () => {
  test("whatever the order of bits and the polarity, both are found again", () =>
    fc.assert(
      fc.property(orders, fc.constantFrom<0 | 1>(0, 1), fc.constantFrom(10, 16), (order, lights, count) => {
        const bytes = bytesFor([...HEXADECIMAL].slice(0, count), order, lights);
        const fit = fitDigits(tableOf(bytes.join(",")))!;
        expect(fit.lights).toBe(lights);
        expect(fit.order.map((segment) => segment ?? "dp")).toEqual(order);
        expect(fit.wrong).toEqual([]);
        expect(fit.sure).toBeGreaterThan(0.8);
      }),
      { numRuns: 40 },
    ));

  test("a wrong entry among sixteen is named, with what it should be", () =>
    fc.assert(
      fc.property(orders, fc.constantFrom<0 | 1>(0, 1), fc.nat(15), fc.nat(7), (order, lights, at, bit) => {
        fc.pre(order[bit] !== "dp");
        const bytes = bytesFor([...HEXADECIMAL], order, lights);
        const right = bytes[at]!;
        bytes[at] = right ^ (1 << bit);
        const fit = fitDigits(tableOf(bytes.join(",")))!;
        // A 7, a 6 or a 9 with one bar more or less is a shape of its own; so may be a letter in its other case.
        if (fit.wrong.length === 0) expect(fit.variants.length).toBeGreaterThan(0);
        else expect(fit.wrong).toMatchObject([{ at, expected: right }]);
      }),
      { numRuns: 60 },
    ));

  test.each<[string, readonly number[], string, RegExp]>([
    ["0 to 9", USUAL, "abcdefg-", /^0 to 9$/],
    ["bit 7 first", [252, 96, 218, 242, 102, 182, 190, 224, 254, 246], "-gfedcba", /^0 to 9$/],
    ["1 to 9, then 0", [...USUAL.slice(1), USUAL[0]!], "abcdefg-", /1 to 9, then 0/],
    ["9 down to 0", [...USUAL].reverse(), "abcdefg-", /9 down to 0/],
  ])("%s is recognised", (_, bytes, order, says) => {
    const fit = fitDigits(tableOf(bytes.join(",")))!;
    expect(fit.order.map((segment) => segment ?? "-").join("")).toBe(order);
    expect(fit.sequence).toMatch(says);
  });

  test("shapes makers differ in are no mistakes", () => {
    const own = [...USUAL];
    const bars = (segments: readonly SegmentName[]) =>
      segments.reduce((byte, name) => byte | (1 << SEGMENTS.indexOf(name)), 0);
    for (const { glyph, segments } of VARIANTS) own[Number(glyph)] = bars(segments);
    const fit = fitDigits(tableOf(own.join(",")))!;
    expect(fit.wrong).toEqual([]);
    expect(fit.variants).toHaveLength(3);
    expect(
      glyphsOfTable({ glyphs: [] }, fit)
        .map(({ glyph }) => glyph)
        .sort(),
    ).toEqual(["6", "7", "9"]);
  });

  test.each([
    ["counting", "1,2,3,4,5,6,7,8,9,10"],
    ["three entries", "0x3F,0x06,0x5B"],
    ["noise", "17,203,91,4,250,33,118,77,164,9,201,55"],
  ])("%s is no table of digits", (_, text) => expect(fitDigits(tableOf(text))).toBeUndefined());
});

describe("on a rig", () => {
  const slip = modelOf(plainDemoRig("slip-gate"));
  const river = modelOf(plainDemoRig("river-level"));

  test("a table made for these wires shows its digits, one for others what the wires make of it", () => {
    expect(bytesOnRig(slip, USUAL)!.map(({ reads }) => reads)).toEqual([..."0123456789"]);
    const inverted = USUAL.map((byte) => ~byte & 255);
    expect(bytesOnRig(slip, inverted)!.map(({ reads }) => reads)).not.toContain("0");
    // Plus common behind its own wires: a 0 lights.
    expect(bytesOnRig(river, inverted)!.map(({ reads }) => reads[0])).toEqual([..."0123456789"]);
    expect(bytesOnRig(modelOf(demoRig("moorings-free")), USUAL)).toBeUndefined();
    const chip = modelOf(plainDemoRig("oar-rack"));
    expect(bytesOnRig(chip, USUAL)!.map(({ reads }) => reads[0])).toEqual([..."0123456789"]);
  });

  test("the wires can be laid in the order of a table, and then it is right as it stands", () => {
    const order: SegmentName[] = ["g", "a", "f", "b", "e", "c", "d", "dp"];
    const bytes = bytesFor([..."0123456789"], order, 1);
    const fit = fitDigits(tableOf(bytes.join(",")))!;
    expect(againstRig(slip, fit)).toMatchObject({ same: false, inverted: false });
    const plan = planForTable(slip, fit);
    if ("problem" in plan) throw new Error(plan.problem);
    const laid = modelOf(relay(slip.rig, plan));
    expect(bytesOnRig(laid, bytes)!.map(({ reads }) => reads)).toEqual([..."0123456789"]);
    expect(againstRig(laid, fit)).toEqual({ same: true, inverted: false, moved: [] });
  });

  test("the other polarity cannot be laid, and is told", () => {
    const fit = fitDigits(tableOf(bytesFor([..."0123456789"], [...SEGMENTS], 0).join(",")))!;
    const plan = planForTable(slip, fit);
    expect("problem" in plan && plan.problem).toMatch(/lights with a 0, these wires with a 1/);
  });
});

const LAYOUTS: fc.Arbitrary<DotLayout> = fc.record({
  width: fc.integer({ min: 1, max: 20 }),
  height: fc.integer({ min: 1, max: 20 }),
  along: fc.constantFrom("row", "column"),
  first: fc.constantFrom("high", "low"),
  pages: fc.boolean(),
  inverted: fc.boolean(),
});

describe("dots", () => {
  test("pictures as bytes, and bytes as pictures, whatever the layout", () =>
    fc.assert(
      fc.property(
        LAYOUTS,
        fc.array(fc.infiniteStream(fc.boolean()), { minLength: 1, maxLength: 3 }),
        (layout, streams) => {
          const pictures = streams.map((stream) =>
            makeBitmap(layout.width, layout.height, () => stream.next().value!),
          );
          const bytes = picturesAs(pictures, layout);
          expect(bytes).toHaveLength(pictures.length * bytesOfPicture(layout));
          const again = picturesIn(bytes, layout);
          expect(again.every((picture, at) => sameBitmap(picture, pictures[at]!))).toBe(true);
        },
      ),
    ));

  test.each<[string, string, Partial<DotLayout>]>([
    [
      "letters of five columns, the top dot lowest",
      "{0x7E,0x11,0x11,0x11,0x7E},\n{0x7F,0x49,0x49,0x49,0x36},\n{0x3E,0x41,0x41,0x41,0x22},\n{0x7F,0x41,0x41,0x22,0x1C}",
      { width: 5, height: 7, along: "column", first: "low" },
    ],
    [
      "arrows of eight rows",
      "{0x18,0x3C,0x7E,0xFF,0x18,0x18,0x18,0x18},\n{0x00,0x10,0x30,0x7F,0xFF,0x7F,0x30,0x10}",
      { width: 8, height: 8 },
    ],
  ])("%s are told from their strokes", (_, text, layout) => {
    const table = tableOf(`{${text}}`);
    expect(guessLayouts(tableBytes(table), table.rows)[0]!.layout).toMatchObject(layout);
  });
});

describe("lists of writes", () => {
  test("into a chip on a bus, each in its words, with what reads afterwards", () => {
    const played = playWrites(
      modelOf(plainDemoRig("oar-rack")),
      "E0 21 // on\n\nE0 EF\nE0 81\n0xE0, 0x00, 0x3F, 0x00, 0x06, 0x00",
    );
    expect(played.ok && played.writes.map(({ line, reads }) => [line, reads.trim()])).toEqual([
      [1, ""],
      [3, ""],
      [4, ""],
      [5, "01"],
    ]);
    expect(played.ok && played.writes[0]!.says.join()).toMatch(/oscillator/);
  });

  test("into registers, one load a line", () => {
    const played = playWrites(modelOf(plainDemoRig("slip-gate")), "3F\n06\n5B");
    expect(played.ok && played.writes.map(({ reads }) => reads.trim())).toEqual(["0", "1", "2"]);
  });

  test.each<[string, string, string, RegExp]>([
    ["nothing", "slip-gate", "// only a word", /no write in it/],
    ["what is no byte", "oar-rack", "E0 21\nE0 XY", /Line 2: .*XY/],
    [
      "too many bytes for the registers",
      "slip-gate",
      "3F 06",
      /Line 1: 2 bytes; a load of this register is 1/,
    ],
    ["a rig without chips", "moorings-free", "3F", /no chip that is written to/],
  ])("%s is told", (_, id, text, says) => {
    const played = playWrites(modelOf(plainDemoRig(id)), text);
    expect(played.ok ? "" : played.message).toMatch(says);
  });
});

test("pictures as a font: each code shows its own, and written as a file it is read back", () => {
  const layout = {
    width: 5,
    height: 7,
    along: "column",
    first: "low",
    pages: false,
    inverted: false,
  } as const;
  // Columns of 1 and 7, as pages of such tables have them.
  const pictures = picturesIn([0x00, 0x42, 0x7f, 0x40, 0x00, 0x01, 0x71, 0x09, 0x05, 0x03], layout);
  const font = fontOfPictures(pictures, 0x31, { id: "own", name: "five wide" });
  expect([...font.glyphs.keys()]).toEqual([0x31, 0x32]);
  expect(font.glyphs.get(0x32)!.bitmap).toEqual(pictures[1]);
  // The second reaches the right edge: a column parts it from the next.
  expect(font.glyphs.get(0x31)!.advance).toBe(6);
  const read = readBdf(writeBdf(font), "own");
  if (!read.ok) throw new Error("not read");
  expect(dotsAsRows(glyphCell(read.font, read.font.glyphs.get(0x32)!)).map((row) => row.slice(0, 5))).toEqual(
    dotsAsRows(pictures[1]!),
  );
});

const dotsAsRows = ({ width, height, dots }: Bitmap): string[] =>
  Array.from({ length: height }, (_, row) => [...dots.slice(row * width, (row + 1) * width)].join(""));
