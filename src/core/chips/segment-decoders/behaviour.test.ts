import { HIGH, LOW, OPEN, type Level } from "../../level";
import { SegmentDecoder } from "./behaviour";
import { DECODER_4511, DECODER_74LS47 } from "./sheet";

describe("BCD decoders, by their function tables", () => {
  const decoder = (kind: "4511" | "74LS47") => {
    const { table } = kind === "4511" ? DECODER_4511 : DECODER_74LS47;
    return new SegmentDecoder(table, kind === "4511" ? "drives high" : "sinks");
  };
  const code = (value: number) =>
    Object.fromEntries(["A", "B", "C", "D"].map((name, at) => [name, ((value >> at) & 1) as Level]));
  const letters = (chip: SegmentDecoder, lit: Level) =>
    [..."abcdefg"].filter((_, at) => chip.output(at) === lit).join("");

  test.each([
    [0, "abcdef"],
    [1, "bc"],
    [2, "abdeg"],
    [4, "bcfg"],
    [6, "cdefg"],
    [7, "abc"],
    [8, "abcdefg"],
    [9, "abcfg"],
    [15, ""],
  ])("code %i lights %s on both", (value, segments) => {
    for (const [kind, lit] of [
      ["4511", HIGH],
      ["74LS47", LOW],
    ] as const) {
      const chip = decoder(kind);
      chip.apply({ ...code(value), LT: HIGH, BL: HIGH, LE: LOW });
      expect(letters(chip, lit)).toBe(segments);
    }
  });

  test("codes 10 to 14: blank on the 4511, odd shapes on the 74LS47", () => {
    for (let value = 10; value < 15; value += 1) {
      const [blank, odd] = [decoder("4511"), decoder("74LS47")];
      for (const chip of [blank, odd]) chip.apply({ ...code(value), LT: HIGH, BL: HIGH, LE: LOW });
      expect(letters(blank, HIGH)).toBe("");
      expect(letters(odd, LOW)).not.toBe("");
    }
  });

  test("lamp test lights all, blanking darkens all, latch enable holds the code; an unlit 74LS47 output lets go", () => {
    const chip = decoder("4511");
    chip.apply({ ...code(5), LT: HIGH, BL: HIGH, LE: LOW });
    chip.apply({ LE: HIGH });
    chip.apply(code(1));
    expect(letters(chip, HIGH)).toBe("acdfg");
    chip.apply({ BL: LOW });
    expect(letters(chip, HIGH)).toBe("");
    chip.apply({ LT: LOW });
    expect(letters(chip, HIGH)).toBe("abcdefg");
    const sinking = decoder("74LS47");
    sinking.apply({ ...code(1), LT: HIGH, BL: HIGH });
    expect([sinking.output(0), sinking.output(1)]).toEqual([OPEN, LOW]);
  });
});
