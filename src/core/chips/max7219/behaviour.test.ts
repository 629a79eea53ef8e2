import fc from "fast-check";
import { busEdges } from "../../bus";
import { LOW, type Level } from "../../level";
import { CALM, LINES, PIN, frames, rules, send } from "../fixtures/send";
import { Max7219Chain } from "./behaviour";

describe("MAX7219, register by register", () => {
  const after = (...words: number[]) => {
    const chip = new Max7219Chain(1);
    send(
      chip,
      words.map((word) => frames(word)),
    );
    return chip.picture(0);
  };
  test("at power-up it is shut down: nothing is lit", () => {
    expect(after(0x0000).digits.every(({ lit, unknown }) => lit === 0 && unknown === 0)).toBe(true);
  });
  test("switched on without clearing, the one digit it scans shows junk", () => {
    expect(after(0x0c01).digits[0]).toMatchObject({ unknown: 0xff, share: 1 / 32 });
  });
  test.each([
    ["no decode: dp a b c d e f g", [0x0c01, 0x0130], 0, { lit: 0x30, share: 1 / 32 }],
    ["code B: 9", [0x0c01, 0x0901, 0x0109], 0, { lit: 0x7b }],
    ["code B: H with its point", [0x0c01, 0x0901, 0x018c], 0, { lit: 0xb7 }],
    ["decode of digit 0 only", [0x0c01, 0x0b01, 0x0901, 0x0203], 1, { lit: 0x03 }],
    ["intensity 15 of one digit", [0x0c01, 0x0a0f, 0x0101], 0, { share: 31 / 32 }],
    ["intensity 7 of eight", [0x0c01, 0x0a07, 0x0b07, 0x0101], 0, { share: 15 / 32 / 8 }],
    ["beyond the scan limit nothing is lit", [0x0c01, 0x0b02, 0x0455], 3, { lit: 0, share: 0 }],
    ["shutdown keeps the registers dark", [0x0c01, 0x0155, 0x0c00], 0, { lit: 0 }],
    ["and gives them back", [0x0c01, 0x0155, 0x0c00, 0x0c01], 0, { lit: 0x55 }],
    ["display test overrides shutdown", [0x0f01], 5, { lit: 0xff, share: 31 / 256 }],
  ] as const)("%s", (_, words, digit, wanted) => {
    expect(after(...words).digits[digit]).toMatchObject(wanted);
  });
  test("in a chain the first word ends in the farthest chip, and a no-op leaves one alone", () => {
    const chain = new Max7219Chain(3);
    send(chain, [
      frames(0x0c01, 0x0c01, 0x0c01),
      frames(0x0111, 0x0122, 0x0133),
      frames(0x0000, 0x0144, 0x0000),
    ]);
    expect([0, 1, 2].map((chip) => chain.picture(chip).digits[0]!.lit)).toEqual([0x33, 0x44, 0x11]);
  });
  test("a chain is what single chips from DOUT to DIN are", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 0xffff }), { minLength: 6, maxLength: 9 }), (words) => {
        const chain = new Max7219Chain(3);
        const single = [0, 1, 2].map(() => new Max7219Chain(1));
        const { edges } = busEdges(frames(...words), LINES, CALM);
        for (const { at, line, level } of [
          { at: -9, line: "s", level: 0 as const },
          { at: -8, line: "c", level: 0 as const },
          ...edges,
        ]) {
          chain.apply({ [PIN[line as "c"]]: level as Level }, at);
          const heard = single.map((_, place) => (place === 0 ? undefined : single[place - 1]!.dataOut));
          single.forEach((chip, place) => {
            if (line !== "d")
              chip.apply(
                { [PIN[line as "c"]]: level as Level, ...(place > 0 ? { data: heard[place] } : {}) },
                at,
              );
            else if (place === 0) chip.apply({ data: level as Level }, at);
            else chip.apply({ data: heard[place] }, at);
          });
          single.forEach((chip, place) => place > 0 && chip.apply({ data: single[place - 1]!.dataOut }, at));
        }
        expect([0, 1, 2].map((chip) => chain.memory(chip))).toEqual(single.map((chip) => chip.memory(0)));
      }),
      { numRuns: 40 },
    );
  });
  test("LOAD in mid-word, too few words, and a clock beyond 10 MHz are noticed", () => {
    const edgesOf = (count: number) =>
      busEdges(frames(0x0c01), LINES, CALM).edges.filter(({ bit }) => bit === undefined || bit < count);
    const chip = new Max7219Chain(1);
    for (const line of ["c", "s"]) chip.apply({ [PIN[line as "c"]]: LOW }, 0);
    for (const { at, line, level } of edgesOf(13)) chip.apply({ [PIN[line as "c"]]: level as Level }, at);
    expect(rules(chip.takeNotes())).toEqual(["latch in mid-word"]);
    expect(rules(send(new Max7219Chain(4), [frames(0x0c01)]))).toEqual(["wrong number of bits"]);
    expect(
      rules(send(new Max7219Chain(1), [frames(0x0c01)], { write: 100, shiftBit: 60, pause: 0 })),
    ).toContain("too fast");
  });
});
