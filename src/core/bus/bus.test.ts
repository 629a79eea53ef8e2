import fc from "fast-check";
import { BUS_PROTOCOLS, bitsOf, busEdges, edgeOf, parseWrite } from ".";
import { addBit, hex, packBytes, unpackBytes, type BusWrite } from ".";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import { paceOf, drawn, levels, type Open, type Heard, listen, send, idle } from "./fixtures/wires";

describe("edges of a transfer", () => {
  test.each<[what: string, write: BusWrite, data: string, clock: string, select: string]>([
    [
      "a word of 16 bits, most significant first",
      { bus: "frames", bytes: [0x0a, 0x05] },
      "0000101000000101",
      "10".repeat(16),
      "01",
    ],
    [
      "a byte under the strobe, least significant first",
      { bus: "strobed", bytes: [0x8f] },
      "11110001",
      "10".repeat(8),
      "01",
    ],
    [
      "a byte with its acknowledge, between start and stop",
      { bus: "two-wire", bytes: [0x40] },
      "0000000r0r0r",
      "0" + "r0".repeat(9) + "r",
      "",
    ],
    [
      "the same without a ninth clock",
      { bus: "two-wire-unanswered", bytes: [0x40] },
      "0000000r00r",
      "0" + "r0".repeat(8) + "r",
      "",
    ],
    [
      "an address on the bus, most significant first",
      { bus: "i2c", bytes: [0xe0] },
      "0rrr00000r0r",
      "0" + "r0".repeat(9) + "r",
      "",
    ],
  ])("%s", (_, write, data, clock, select) => {
    expect(levels(write, "D")).toBe(data);
    expect(levels(write, "C")).toBe(clock);
    expect(levels(write, "S")).toBe(select);
  });

  test("what is read back under the strobe: the board pulls data up and gives eight clocks a byte", () => {
    const write: BusWrite = { bus: "strobed", bytes: [0x42], reads: 2 };
    expect(levels(write, "D")).toBe("01000010" + "p" + "0");
    expect(levels(write, "C")).toBe("10".repeat(8) + "01".repeat(16) + "0");
    expect(levels(write, "S")).toBe("01");
  });

  test("what is read back on two lines: eight clocks and the acknowledge, data let go", () => {
    const clocks = levels({ bus: "two-wire", bytes: [0x42], reads: 1 }, "C");
    expect(clocks).toBe("0" + "r0".repeat(9) + "r0".repeat(9) + "r");
  });

  test("each edge costs what the call takes and the pause; a shifted bit three edges of a third each", () => {
    expect(drawn({ bus: "frames", bytes: [1, 2] }).duration).toBe(2 * 4000 + 16 * 15_000);
    expect(drawn({ bus: "frames", bytes: [0x80] }).edges.slice(0, 4)).toEqual([
      { at: 0, line: "S", level: 0 },
      { at: 4000, line: "D", level: 1, bit: 0 },
      { at: 9000, line: "C", level: 1, bit: 0 },
      { at: 14_000, line: "C", level: 0, bit: 0 },
    ]);
    // Start and stop are five edges, a byte with its acknowledge twenty-seven.
    expect(drawn({ bus: "two-wire", bytes: [0] }).duration).toBe((5 + 27) * 5000);
    expect(drawn({ bus: "two-wire", bytes: [0] }, 2000).duration).toBe((5 + 27) * 7000);
    expect(paceOf("strobed", 1000)).toEqual({ write: 4000, shiftBit: 15_000, pause: 1000 });
    expect(paceOf("frames", 1000)).toEqual({ write: 4000, shiftBit: 15_000, pause: 0 });
  });

  test.each(BUS_PROTOCOLS)("%s: every bit is told by its place, acknowledges have none", (bus) => {
    const bytes = [0x12, 0x34];
    const places = drawn({ bus, bytes }).edges.flatMap(({ bit }) => (bit === undefined ? [] : [bit]));
    expect([...new Set(places)]).toEqual(Array.from({ length: 16 }, (_, at) => at));
    expect(bitsOf({ bus, bytes })).toBe(16);
  });

  test("a bus without a select line draws none", () => {
    const { edges } = busEdges({ bus: "frames", bytes: [1, 2] }, { data: "D", clock: "C" }, paceOf("frames"));
    expect(edges.every(({ line }) => line !== "S")).toBe(true);
  });
});

describe("what was sent is what is heard", () => {
  const transfers = fc.array(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 6 }), {
    minLength: 1,
    maxLength: 4,
  });

  test.each<Open>(["two-wire", "two-wire-unanswered", "i2c"])("%s", (bus) => {
    fc.assert(
      fc.property(transfers, (list) => {
        const heard = listen(bus);
        idle(heard);
        list.reduce((from, bytes) => send(heard, { bus, bytes }, from), 0);
        expect(heard.whole).toEqual(list);
        expect(heard.notes()).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test("kept and brought back in the middle of a transfer, a receiver goes on as if nothing had been", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 3 }),
        fc.nat(),
        (bytes, cut) => {
          const write: BusWrite = { bus: "two-wire", bytes };
          const { edges } = drawn(write);
          const before = listen("two-wire");
          const after = listen("two-wire");
          idle(before);
          const at = cut % edges.length;
          const one = (heard: Heard, list: typeof edges) => {
            for (const { at: moment, line, level } of list)
              heard.apply({ [line === "D" ? "data" : "clock"]: level === 0 ? LOW : HIGH }, moment);
          };
          one(before, edges.slice(0, at));
          after.receiver.load(before.receiver.save());
          one(before, edges.slice(at));
          one(after, edges.slice(at));
          expect(after.whole).toEqual(before.whole);
          expect(after.receiver.save()).toBe(before.receiver.save());
        },
      ),
    );
  });

  test("what a chip answers is read from the line, least significant bit first", () => {
    const heard = listen("two-wire", { reply: [1, 0, 1, 1, 0, 0, 0, 0] });
    idle(heard);
    send(heard, { bus: "two-wire", bytes: [0x42], reads: 1 });
    expect(heard.read).toEqual([0x0d]);
    send(heard, { bus: "two-wire", bytes: [0x40] }, 1e6);
    expect(heard.read).toEqual([0x0d, undefined]);
  });

  test("the answer holds data low for the ninth clock only", () => {
    const heard = listen("two-wire");
    idle(heard);
    const answers: Level[] = [];
    for (const { at, line, level } of drawn({ bus: "two-wire", bytes: [0xff] }).edges) {
      heard.apply({ [line === "D" ? "data" : "clock"]: level === 0 ? LOW : HIGH }, at);
      answers.push(heard.receiver.answer);
    }
    // From the eighth fall to the ninth: data let go, clock up.
    expect(answers.filter((answer) => answer === LOW)).toHaveLength(3);
    expect(answers.at(-1)).toBe(OPEN);
  });
});

describe("levels, bits and bytes", () => {
  test.each<[before: Level, after: Level | undefined, edge: string]>([
    [LOW, HIGH, "rise"],
    [HIGH, LOW, "fall"],
    [HIGH, HIGH, "none"],
    [LOW, undefined, "none"],
    [LOW, UNKNOWN, "doubt"],
    [UNKNOWN, HIGH, "doubt"],
    [OPEN, HIGH, "none"],
    [OPEN, LOW, "none"],
    [HIGH, OPEN, "none"],
    [LOW, OPEN, "none"],
  ])("from %s to %s: %s", (before, after, edge) => {
    expect(edgeOf(before, after)).toBe(edge);
  });

  test("a byte from its bits, either way round; an unknown bit makes it unknown", () => {
    const bits: Level[] = [HIGH, LOW, HIGH, HIGH, LOW, LOW, LOW, HIGH];
    const from = (order: "msb" | "lsb", list = bits) =>
      list.reduce((byte: number, bit, place) => addBit(byte, place, bit, order), 0);
    expect(from("msb")).toBe(0b10110001);
    expect(from("lsb")).toBe(0b10001101);
    expect(from("msb", [HIGH, UNKNOWN, LOW])).toBe(-1);
    expect([hex(0x0f), hex(-1)]).toEqual(["0x0F", "??"]);
  });

  test("bytes and unknown bytes outlive being kept as a text", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1, max: 255 })), (bytes) => {
        expect(unpackBytes(packBytes(bytes))).toEqual(bytes);
      }),
    );
  });
});

describe("a write as it is typed", () => {
  test.each<[bus: BusWrite["bus"], text: string, bytes: number[]]>([
    ["two-wire", "40", [0x40]],
    ["two-wire", " 0x8A, 0xff;7 ", [0x8a, 0xff, 7]],
    ["two-wire", "c03f06", [0xc0, 0x3f, 0x06]],
    ["strobed", "0b10001111 0B1", [0x8f, 1]],
    ["frames", "0A 05", [0x0a, 0x05]],
    ["two-wire", "0b 0b1", [0x0b, 1]],
    ["i2c", "0xE02107", [0xe0, 0x21, 0x07]],
  ])("%s: %j", (bus, text, bytes) => {
    expect(parseWrite(bus, text)).toEqual({ ok: true, write: { bus, bytes } });
  });

  test.each<[bus: BusWrite["bus"], text: string, says: string]>([
    ["two-wire", "  ", "Type at least one byte, such as 0A 05."],
    ["two-wire", "40 G1", "“G1” is no hexadecimal byte: write 00 to FF, or 0b and eight bits."],
    ["two-wire", "0b102", "“0b102” has an odd number of digits: a byte has two."],
    ["two-wire", "123", "“123” has an odd number of digits: a byte has two."],
    ["two-wire", "00 ".repeat(161), "161 bytes are more than one write takes: at most 160."],
    ["frames", "0A", "Words have two bytes, register and data: type an even number of bytes."],
  ])("%s: %j is refused", (bus, text, says) => {
    expect(parseWrite(bus, text)).toEqual({ ok: false, message: says });
  });

  test("the longest write there is is taken", () => {
    expect(parseWrite("frames", "00".repeat(160)).ok).toBe(true);
  });

  test("whatever is typed back from a write's own bytes is that write", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 40 }), (bytes) => {
        expect(parseWrite("two-wire", bytes.map(hex).join(" "))).toEqual({
          ok: true,
          write: { bus: "two-wire", bytes },
        });
      }),
    );
  });
});
