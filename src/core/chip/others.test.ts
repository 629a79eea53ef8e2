import fc from "fast-check";
import { partById } from "../parts";
import { HIGH, LOW, OPEN, Ring4017, SegmentDecoder, Selector, UNKNOWN, type Level } from ".";

const outputs = (chip: { output(at: number): Level }, count: number) =>
  Array.from({ length: count }, (_, at) => chip.output(at));

describe.each<[string, 0 | 1]>([
  ["74HC138", 0],
  ["74HC238", 1],
])("%s, by its function table", (_, chosen) => {
  const rest: Level = chosen === 0 ? HIGH : LOW;
  const made = (code: number, enables: readonly Level[] = [HIGH, LOW, LOW]) => {
    const chip = new Selector(3, [1, 0, 0], chosen);
    [0, 1, 2].forEach((at) => chip.setAddress(at, ((code >> at) & 1) as Level));
    enables.forEach((level, at) => chip.setEnable(at, level));
    return outputs(chip, 8);
  };

  test.each([0, 1, 2, 3, 4, 5, 6, 7])("code %i chooses its output and no other", (code) => {
    expect(made(code)).toEqual(Array.from({ length: 8 }, (__, at) => (at === code ? chosen : rest)));
  });

  test.each<[string, Level[]]>([
    ["G1 low", [LOW, LOW, LOW]],
    ["G2A high", [HIGH, HIGH, LOW]],
    ["G2B high", [HIGH, LOW, HIGH]],
  ])("%s: nothing is chosen", (__, enables) => expect(made(3, enables)).toEqual(Array(8).fill(rest)));

  test("an open address input leaves unknown just the outputs it may choose", () => {
    const chip = new Selector(3, [1, 0, 0], chosen);
    chip.setAddress(0, OPEN);
    chip.setAddress(1, HIGH);
    chip.setAddress(2, LOW);
    ([HIGH, LOW, LOW] as Level[]).forEach((level, at) => chip.setEnable(at, level));
    expect(outputs(chip, 8)).toEqual([rest, rest, UNKNOWN, UNKNOWN, rest, rest, rest, rest]);
  });
});

describe("CD4017, by its function table", () => {
  const ready = () => {
    const chip = new Ring4017();
    chip.apply({ CLOCK: LOW, INHIBIT: LOW, RESET: LOW });
    return chip;
  };
  const pulse = (chip: Ring4017, input: "CLOCK" | "RESET") => {
    chip.apply({ [input]: HIGH });
    chip.apply({ [input]: LOW });
  };
  const stands = (chip: Ring4017) => outputs(chip, 10).indexOf(HIGH);

  test("where it stands is unknown until a reset", () => {
    const chip = ready();
    pulse(chip, "CLOCK");
    expect(outputs(chip, 10)).toEqual(Array(10).fill(UNKNOWN));
    pulse(chip, "RESET");
    expect(stands(chip)).toBe(0);
  });

  test("each rising clock steps it on, and after ten it is round", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 45 }), (clocks) => {
        const chip = ready();
        pulse(chip, "RESET");
        for (let clock = 0; clock < clocks; clock += 1) pulse(chip, "CLOCK");
        expect(stands(chip)).toBe(clocks % 10);
        const copy = new Ring4017();
        copy.load(chip.save());
        expect(outputs(copy, 10)).toEqual(outputs(chip, 10));
      }),
    );
  });

  test("a high inhibit stops it, a high reset holds it at the start", () => {
    const chip = ready();
    pulse(chip, "RESET");
    chip.apply({ INHIBIT: HIGH });
    pulse(chip, "CLOCK");
    expect(stands(chip)).toBe(0);
    chip.apply({ INHIBIT: LOW, RESET: HIGH });
    pulse(chip, "CLOCK");
    expect(stands(chip)).toBe(0);
  });
});

describe("BCD decoders, by their function tables", () => {
  const decoder = (kind: "4511" | "74LS47") => {
    const part = partById(kind);
    if (part.kind !== "segment-decoder") throw new Error(`${kind} is no decoder`);
    return new SegmentDecoder(part.table, kind === "4511" ? "drives high" : "sinks");
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
