import fc from "fast-check";
import {
  HIGH,
  Ht16k33,
  LOW,
  Max7219Chain,
  OPEN,
  Tm1637,
  Tm1638,
  type BusNote,
  type DriverModel,
  type Level,
} from "../chip";
import { partById, type DriverChipPart } from "../parts";
import { busEdges, explainWrite, type BusPace, type BusWrite } from ".";

const LINES = { data: "d", clock: "c", select: "s" };
const CALM: BusPace = { write: 4000, shiftBit: 17_000, pause: 0 };
const PIN = { d: "data", c: "clock", s: "select" } as const;

/** Sends writes to a chip as a controller with a pull-up on every line would. */
function send(
  chip: Pick<DriverModel, "apply" | "takeNotes"> & { readonly answer?: Level },
  writes: readonly BusWrite[],
  pace = CALM,
): BusNote[] {
  const given: Record<string, Level> = { d: OPEN, c: OPEN, s: OPEN };
  const heard = (line: string): Level =>
    line === "d" && chip.answer === LOW ? LOW : given[line] === OPEN ? HIGH : given[line]!;
  let now = 1000;
  const idle: Level = writes[0]!.bus === "frames" || writes[0]!.bus === "strobed" ? LOW : OPEN;
  for (const line of ["c", "d", "s"]) {
    given[line] = line === "s" ? HIGH : idle;
    chip.apply({ [PIN[line as "c"]]: heard(line) }, 0);
  }
  chip.takeNotes();
  for (const write of writes) {
    now += 10_000;
    const { edges, duration } = busEdges(write, LINES, pace);
    for (const { at, line, level } of edges) {
      given[line] = level === 0 || level === 1 ? level : OPEN;
      chip.apply({ [PIN[line as "c"]]: heard(line) }, now + at);
      chip.apply({ data: heard("d") }, now + at);
    }
    now += duration;
  }
  return chip.takeNotes();
}

const frames = (...words: number[]): BusWrite => ({ bus: "frames", words });
const two = (...bytes: number[]): BusWrite => ({ bus: "two-wire", bytes });
const three = (...bytes: number[]): BusWrite => ({ bus: "strobed", bytes });
const i2c = (...bytes: number[]): BusWrite => ({ bus: "i2c", bytes });
const writesIn = (notes: readonly BusNote[]) =>
  notes.flatMap((note) => (note.kind === "write" ? [note.bytes] : []));
const rules = (notes: readonly BusNote[]) =>
  notes.flatMap((note) => (note.kind === "breach" ? [note.rule] : []));

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

describe("TM1637", () => {
  test("memory is undefined until it is written; level 7 is 14/16 of a sixth", () => {
    const chip = new Tm1637();
    expect(writesIn(send(chip, [two(0x8f)]))).toEqual([[0x8f]]);
    expect(chip.picture().digits[0]).toEqual({ lit: 0, unknown: 0xff, share: 14 / 16 / 6 });
    expect(writesIn(send(chip, [two(0x40), two(0xc0, 0x06, 0x5b, 0x4f, 0x66)]))).toEqual([
      [0x40],
      [0xc0, 0x06, 0x5b, 0x4f, 0x66],
    ]);
    expect(chip.picture().digits.map(({ lit }) => lit)).toEqual([0x06, 0x5b, 0x4f, 0x66, 0, 0]);
  });
  test("a fixed address stays; display off keeps the memory", () => {
    const chip = new Tm1637();
    send(chip, [two(0x40), two(0xc0, 1, 2, 3, 4, 5, 6), two(0x44), two(0xc2, 0x7f), two(0x80)]);
    expect(chip.picture().digits.every(({ lit }) => lit === 0)).toBe(true);
    send(chip, [two(0x88)]);
    expect(chip.picture().digits.map(({ lit }) => lit)).toEqual([1, 2, 0x7f, 4, 5, 6]);
  });
  test.each([
    [0xf7, "no key"],
    [0xef, "first key of K2"],
  ])("key code %i is read", (key) => {
    const chip = new Tm1637();
    chip.key = key;
    const notes = send(chip, [{ bus: "two-wire", bytes: [0x42], reads: 1 }, two(0x88)]);
    expect(notes.find(({ kind }) => kind === "read")).toMatchObject({ bytes: [key] });
    expect(chip.picture().digits[0]!.share).toBeGreaterThan(0);
  });
  test("after keys were read data still runs on from address to address", () => {
    const chip = new Tm1637();
    send(chip, [{ bus: "two-wire", bytes: [0x42], reads: 1 }, two(0xc0, 1, 2, 3), two(0x88)]);
    expect(
      chip
        .picture()
        .digits.slice(0, 3)
        .map(({ lit }) => lit),
    ).toEqual([1, 2, 3]);
  });
  test("a read that a new start cuts short does not turn the next write into a read", () => {
    const chip = new Tm1637();
    const { edges } = busEdges({ bus: "two-wire", bytes: [0x42], reads: 1 }, LINES, CALM);
    const given: Record<string, Level> = { c: HIGH, d: HIGH };
    for (const pin of ["clock", "data"] as const) chip.apply({ [pin]: HIGH }, 0);
    for (const { at, line, level } of edges.slice(0, -3)) {
      given[line] = level === 0 ? LOW : HIGH;
      chip.apply({ [PIN[line as "c"]]: given[line] }, 1000 + at);
    }
    chip.apply({ clock: HIGH }, 1e6);
    chip.takeNotes();
    const notes = send(chip, [two(0x8f)]);
    expect(notes.filter(({ kind }) => kind === "read")).toEqual([]);
    expect(writesIn(notes)).toEqual([[0x8f]]);
  });
  test("a grid it does not have, a command it does not know, a clock too fast", () => {
    expect(rules(send(new Tm1637(), [two(0x40), two(0xc6, 1)]))).toEqual(["wrong address"]);
    expect(rules(send(new Tm1637(), [two(0x12)]))).toEqual(["no such command"]);
    expect(rules(send(new Tm1637(), [two(0x40)], { ...CALM, write: 500 }))).toContain("too fast");
  });
});

describe("TM1638", () => {
  test("sixteen addresses: even ones segments 1 to 8, odd ones 9 and 10", () => {
    const chip = new Tm1638();
    send(chip, [
      three(0x40),
      three(0xc0, ...Array.from({ length: 16 }, (_, at) => (at % 2 ? 1 : at + 1))),
      three(0x8a),
    ]);
    expect(chip.picture().digits[3]).toEqual({ lit: 0x107, unknown: 0, share: 4 / 16 / 8 });
  });
  test("keys come back in four bytes, LSB first", () => {
    const chip = new Tm1638();
    chip.keys = [0x01, 0x10, 0x00, 0x11];
    const notes = send(chip, [{ bus: "strobed", bytes: [0x42], reads: 4 }]);
    expect(notes).toContainEqual(expect.objectContaining({ kind: "read", bytes: [0x01, 0x10, 0x00, 0x11] }));
  });
  test("a byte cut short and data without an address are noticed", () => {
    const chip = new Tm1638();
    for (const pin of ["clock", "select"] as const) chip.apply({ [pin]: HIGH }, 0);
    for (const { at, line, level, bit } of busEdges(three(0xc0, 0x55), LINES, CALM).edges)
      if (bit === undefined || bit < 11) chip.apply({ [PIN[line as "c"]]: level as Level }, 5000 + at);
    expect(rules(chip.takeNotes())).toEqual(["wrong number of bits"]);
    expect(rules(send(new Tm1638(), [three(0x40, 0x55)]))).toEqual(["no such command"]);
  });
});

describe("HT16K33", () => {
  const start = [i2c(0xe0, 0x21), i2c(0xe0, 0x81)];
  test("without its oscillator nothing is scanned; memory runs on behind the address", () => {
    const chip = new Ht16k33(0x70);
    send(chip, [i2c(0xe0, 0x81), i2c(0xe0, 0x0f, 0x80, 0x3f)]);
    expect(chip.picture().digits.every(({ share }) => share === 0)).toBe(true);
    send(chip, start);
    expect(chip.picture().digits[0]).toEqual({ lit: 0x3f, unknown: 0xff00, share: 1 / 8 });
    expect(chip.picture().digits[7]!.lit).toBe(0x8000);
  });
  test("blink and brightness", () => {
    const chip = new Ht16k33(0x71);
    const notes = send(chip, [i2c(0xe2, 0x21), i2c(0xe2, 0x83), i2c(0xe2, 0xe3)]);
    expect(rules(notes)).toEqual([]);
    expect(chip.picture()).toMatchObject({ blink: 2 });
    expect(chip.picture().digits[0]!.share).toBe(4 / 16 / 8);
  });
  test("another chip's address is not answered and changes nothing", () => {
    const chip = new Ht16k33(0x70);
    const notes = send(chip, [i2c(0xe2, 0x21), i2c(0xe2, 0x81)]);
    expect(rules(notes)).toEqual(["wrong address", "wrong address"]);
    expect(writesIn(notes)).toEqual([]);
  });
});

test("whatever is written arrives as it was sent, and is kept when the chip is put away and taken up again", () => {
  const bytes = fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 16 });
  fc.assert(
    fc.property(bytes, fc.integer({ min: 0, max: 15 }), (data, address) => {
      const three38 = new Tm1638();
      expect(writesIn(send(three38, [three(0x40), three(0xc0 | address, ...data), three(0x8f)]))[1]).toEqual([
        0xc0 | address,
        ...data,
      ]);
      const again = new Tm1638();
      again.load(three38.save());
      expect(again.picture()).toEqual(three38.picture());
      const chip = new Ht16k33(0x75);
      expect(writesIn(send(chip, [i2c(0xea, address, ...data)]))).toEqual([[0xea, address, ...data]]);
      const copy = new Ht16k33(0x75);
      copy.load(chip.save());
      expect(copy.memory).toEqual(chip.memory);
    }),
    { numRuns: 30 },
  );
});

test.each([
  ["MAX7219", [0x0a, 0x05], "intensity", "11/32"],
  ["MAX7219", [0x0b, 0x01], "scan limit", "2 digits"],
  ["MAX7219", [0x03, 0x30], "digit 2", "lights c b"],
  ["TM1637", [0x8a], "display control", "4/16"],
  ["TM1637", [0xc1, 0x06], "data from address 1", "1 byte"],
  ["TM1638", [0x42], "read keys", "asks for the keys"],
  ["HT16K33", [0xe0, 0x85], "display set-up", "1 Hz"],
  ["HT16K33", [0xe0, 0x21], "system set-up", "oscillator"],
] as const)("%s %j in words", (id, bytes, title, says) => {
  const [first] = explainWrite(partById(id) as DriverChipPart, bytes);
  expect(first!.title).toBe(title);
  expect(first!.says).toContain(says);
});
