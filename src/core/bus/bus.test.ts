import fc from "fast-check";
import {
  AddressedReceiver,
  BUS_PROTOCOLS,
  BusWatch,
  OpenDrainReceiver,
  bitsOf,
  busEdges,
  edgeOf,
  parseWrite,
} from ".";
import {
  addBit,
  hex,
  packBytes,
  transportOf,
  unpackBytes,
  type BusNote,
  type BusPin,
  type BusWrite,
} from ".";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";

const LINES = { data: "D", clock: "C", select: "S" };
/** A board whose writes take 4 µs, setting a mode 5 µs, a bit of the shift-out call 15 µs. */
const CALLS = { pinWrite: 4000, pinMode: 5000, shiftBit: 15_000 };
const paceOf = (bus: BusWrite["bus"], pause = 0) => transportOf(bus).pace(CALLS, pause);
const drawn = (write: BusWrite, pause = 0) => busEdges(write, LINES, paceOf(write.bus, pause));

/** A line's levels as they follow one another: `r` is let go, `p` pulled up by the board. */
const levels = (write: BusWrite, line: string): string =>
  drawn(write)
    .edges.filter((edge) => edge.line === line)
    .map(({ level }) => (level === "released" ? "r" : level === "pulled-up" ? "p" : String(level)))
    .join("");

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

const EASY = { period: 0, high: 0, low: 0, setup: 0, hold: 0 };
type Open = Extract<BusWrite["bus"], "two-wire" | "two-wire-unanswered" | "i2c">;

interface Heard {
  readonly whole: number[][];
  readonly read: Array<number | undefined>;
  readonly notes: () => BusNote[];
  apply(next: Partial<Record<BusPin, Level>>, at: number): boolean;
  readonly receiver: OpenDrainReceiver;
}

/** A chip that takes down whole transfers, and answers every byte. */
function listen(
  bus: Open,
  values: { restartEnds?: boolean; reply?: readonly number[]; watch?: BusWatch } = {},
): Heard {
  const watch = values.watch ?? new BusWatch(EASY, "as fast as it likes");
  const whole: number[][] = [];
  const read: Array<number | undefined> = [];
  const receiver = new OpenDrainReceiver(
    {
      order: transportOf(bus).order,
      clockName: "CLK",
      dataName: "DIO",
      restartEnds: values.restartEnds ?? true,
      take: () => false,
      ...(transportOf(bus).answers ? { acknowledges: () => true } : {}),
      ...(values.reply ? { reply: (taken) => (taken[0] === 0x42 ? [...values.reply!] : undefined) } : {}),
      ended: (taken, back) => {
        whole.push([...taken]);
        read.push(back);
      },
    },
    watch,
  );
  return { whole, read, notes: () => watch.take(), apply: (next, at) => receiver.apply(next, at), receiver };
}

/** Two lines with a pull-up each: what the board lets go is high unless the chip holds it. */
function send(heard: Heard, write: BusWrite, from = 0): number {
  const { edges, duration } = drawn(write);
  let given: Record<string, Level> = { D: HIGH, C: HIGH };
  const onLine = (pin: "D" | "C"): Level =>
    given[pin] === LOW || (pin === "D" && heard.receiver.answer === LOW) ? LOW : HIGH;
  for (const { at, line, level } of edges) {
    given = { ...given, [line]: level === 0 ? LOW : HIGH };
    heard.apply(line === "D" ? { data: onLine("D") } : { clock: onLine("C") }, from + at);
    // The chip's own answer pulls the line once it gives it.
    heard.apply({ data: onLine("D") }, from + at + 1);
  }
  return from + duration + 1000;
}

const idle = (heard: Heard) => heard.apply({ data: HIGH, clock: HIGH }, -1000);

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

describe("starts and stops", () => {
  const start = (heard: Heard, at: number) => {
    heard.apply({ data: HIGH, clock: HIGH }, at);
    heard.apply({ data: LOW }, at + 10);
    heard.apply({ clock: LOW }, at + 20);
  };
  const bit = (heard: Heard, value: Level, at: number) => {
    heard.apply({ data: value }, at);
    heard.apply({ clock: HIGH }, at + 10);
    heard.apply({ clock: LOW }, at + 20);
  };
  const byte = (heard: Heard, value: number, at: number) => {
    for (let count = 0; count < 8; count += 1) bit(heard, ((value >> count) & 1) as Level, at + count * 100);
  };

  test("a start without a stop ends the transfer before, or drops it", () => {
    for (const restartEnds of [true, false]) {
      const heard = listen("two-wire-unanswered", { restartEnds });
      start(heard, 0);
      byte(heard, 0x21, 100);
      start(heard, 2000);
      byte(heard, 0x43, 2100);
      heard.apply({ data: LOW }, 3000);
      heard.apply({ clock: HIGH }, 3010);
      heard.apply({ data: HIGH }, 3020);
      expect(heard.whole).toEqual(restartEnds ? [[0x21], [0x43]] : [[0x43]]);
    }
  });

  test("data that falls or rises in the middle of a byte is said, with how many bits had come", () => {
    const heard = listen("two-wire-unanswered");
    start(heard, 0);
    bit(heard, HIGH, 100);
    bit(heard, LOW, 200);
    heard.apply({ data: HIGH }, 300);
    heard.apply({ clock: HIGH }, 310);
    heard.apply({ data: LOW }, 320);
    expect(heard.notes()).toEqual([
      {
        kind: "breach",
        at: 320,
        rule: "data changed while the clock was high",
        says: "DIO fell in the middle of a byte, after 3 bits: the chip takes it for a new start",
      },
    ]);
    heard.apply({ clock: LOW }, 330);
    bit(heard, LOW, 400);
    bit(heard, LOW, 500);
    heard.apply({ clock: HIGH }, 600);
    heard.apply({ data: HIGH }, 610);
    expect(heard.notes()).toMatchObject([
      {
        says: expect.stringContaining(
          "rose in the middle of a byte, after 3 bits: the chip takes it for the stop",
        ) as string,
      },
    ]);
  });

  test("what the chip itself puts on the line is neither start nor stop", () => {
    const heard = listen("two-wire");
    start(heard, 0);
    byte(heard, 0x21, 100);
    expect(heard.receiver.answer).toBe(LOW);
    // A slow line: the clock is up before the answer has pulled it down.
    heard.apply({ data: HIGH }, 900);
    heard.apply({ clock: HIGH }, 910);
    heard.apply({ data: LOW }, 920);
    heard.apply({ clock: LOW }, 930);
    byte(heard, 0x43, 1000);
    expect(heard.whole).toEqual([]);
    heard.apply({ clock: HIGH }, 2000);
    heard.apply({ clock: LOW }, 2010);
    heard.apply({ data: LOW }, 2020);
    heard.apply({ clock: HIGH }, 2030);
    heard.apply({ data: HIGH }, 2040);
    expect(heard.whole).toEqual([[0x21, 0x43]]);
    expect(heard.notes()).toEqual([]);
  });

  test("it says whether anything may look otherwise now: as the answer comes and goes, and when a byte shows", () => {
    const heard = listen("two-wire");
    heard.apply({ data: HIGH, clock: HIGH }, 0);
    expect(heard.apply({ data: LOW }, 10)).toBe(false);
    const changes = [heard.apply({ clock: LOW }, 20)];
    for (let count = 0; count < 9; count += 1)
      changes.push(
        heard.apply({ clock: HIGH }, 100 + count * 100),
        heard.apply({ clock: LOW }, 150 + count * 100),
      );
    // The eighth fall gives the answer, the ninth takes it back.
    expect(changes.flatMap((changed, at) => (changed ? [at] : []))).toEqual([16, 18]);
  });

  test("times are watched within a transfer, and by the clock's own edges", () => {
    const watch = new BusWatch(
      { period: 1000, high: 400, low: 400, setup: 100, hold: 100 },
      "1 MHz is the most",
    );
    const heard = listen("two-wire-unanswered", { watch });
    heard.apply({ data: HIGH, clock: HIGH }, 0);
    heard.apply({ clock: LOW }, 5);
    heard.apply({ clock: HIGH }, 10);
    expect(heard.notes()).toEqual([]);
    heard.apply({ data: LOW }, 5000);
    heard.apply({ clock: LOW }, 6000);
    heard.apply({ clock: HIGH }, 7000);
    heard.apply({ clock: LOW }, 7100);
    expect(heard.notes()).toMatchObject([{ rule: "pulse too short", at: 7100 }]);
    heard.apply({ data: HIGH }, 7150);
    expect(heard.notes()).toEqual([]);
    heard.apply({ clock: HIGH }, 7200);
    expect(heard.notes().map((note) => note.kind === "breach" && note.rule)).toEqual([
      "too fast",
      "setup too short",
    ]);
  });

  test("a level between low and high is said by the name of its leg", () => {
    const heard = listen("two-wire");
    heard.apply({ data: HIGH, clock: HIGH }, 0);
    heard.apply({ data: UNKNOWN }, 10);
    heard.apply({ data: HIGH }, 20);
    heard.apply({ clock: UNKNOWN }, 30);
    expect(heard.notes().map((note) => note.kind === "breach" && `${note.rule}: ${note.says}`)).toEqual([
      "unreadable level: DIO is between low and high for this chip",
      "unreadable level: DIO is between low and high for this chip",
      "unreadable level: CLK is between low and high for this chip",
    ]);
  });

  test("a bit nobody can tell makes its byte unknown, and only that", () => {
    const heard = listen("two-wire-unanswered");
    start(heard, 0);
    for (let count = 0; count < 8; count += 1) bit(heard, count === 3 ? OPEN : LOW, 100 + count * 100);
    byte(heard, 0x55, 1000);
    heard.apply({ data: LOW }, 2000);
    heard.apply({ clock: HIGH }, 2010);
    heard.apply({ data: HIGH }, 2020);
    expect(heard.whole).toEqual([[-1, 0x55]]);
  });
});

describe("a bus with addresses", () => {
  function chipAt(busAddress: number) {
    const watch = new BusWatch(EASY, "400 kHz is the most");
    const taken: number[][] = [];
    const receiver = new AddressedReceiver(busAddress, watch, (bytes) => taken.push([...bytes]) > 0);
    const heard = {
      apply: (next: Partial<Record<BusPin, Level>>, at: number) => receiver.apply(next, at),
      receiver,
      whole: [],
      read: [],
      notes: () => watch.take(),
    } as unknown as Heard;
    return { heard, taken, notes: () => watch.take(), receiver };
  }

  test("only the chip that is named takes what follows; the others note that they heard nothing", () => {
    const [mine, other] = [chipAt(0x70), chipAt(0x71)];
    for (const { heard } of [mine, other]) {
      idle(heard);
      send(heard, { bus: "i2c", bytes: [0xe0, 0x21, 0x07] });
    }
    expect(mine.taken).toEqual([
      [0xe0, 0x21],
      [0xe0, 0x21, 0x07],
    ]);
    expect(mine.notes()).toMatchObject([{ kind: "write", bytes: [0xe0, 0x21, 0x07], bits: 27 }]);
    expect(other.taken).toEqual([]);
    expect(other.notes()).toMatchObject([
      {
        kind: "breach",
        rule: "wrong address",
        says: "nobody answers 0x70 (sent as 0xE0); this chip is 0x71",
      },
      { kind: "unheard", bytes: [0xe0, 0x21, 0x07] },
    ]);
  });

  test("an address with the read bit is no write, and is said", () => {
    const { heard, taken, notes } = chipAt(0x70);
    idle(heard);
    send(heard, { bus: "i2c", bytes: [0xe1, 0x21] });
    expect(taken).toEqual([]);
    expect(notes()).toMatchObject([
      { rule: "no such command", says: expect.stringContaining("bit 0 is 0") as string },
      { kind: "write" },
    ]);
  });

  test("a chip that answers and is not heard says that the line was not let go", () => {
    const { receiver, notes } = chipAt(0x70);
    receiver.apply({ data: HIGH, clock: HIGH }, -1000);
    for (const { at, line, level } of drawn({ bus: "i2c", bytes: [0xe0] }).edges)
      receiver.apply({ [line === "D" ? "data" : "clock"]: level === 0 ? LOW : HIGH }, at);
    expect(notes()).toMatchObject([
      {
        rule: "no acknowledge",
        says: expect.stringContaining("SDA is not low at the ninth clock") as string,
      },
      { kind: "write" },
    ]);
  });

  test("nothing is heard where nothing was sent, and what is not meant for it shows nothing", () => {
    const { receiver, heard, taken, notes } = chipAt(0x70);
    idle(heard);
    receiver.apply({ data: LOW }, 10);
    receiver.apply({ data: HIGH }, 20);
    expect(notes()).toEqual([]);
    send(heard, { bus: "i2c", bytes: [0x00, 0x21] }, 1000);
    expect(taken).toEqual([]);
    const whole = notes();
    expect(whole.at(-1)).toMatchObject({ kind: "unheard", bytes: [0, 0x21] });
    // The next transfer to it is its own again, and a restart ends the one before.
    receiver.apply({ data: HIGH, clock: HIGH }, 1e6);
    send(heard, { bus: "i2c", bytes: [0xe0, 0xef] }, 2e6);
    expect(taken).toEqual([[0xe0, 0xef]]);
  });

  test("whose turn it is outlives being kept and brought back", () => {
    const [one, other] = [chipAt(0x70), chipAt(0x70)];
    idle(one.heard);
    const { edges } = drawn({ bus: "i2c", bytes: [0xe0, 0x81] });
    // Cut after the address was acknowledged.
    const cut = 2 + 27;
    const feed = (chip: typeof one, list: typeof edges) => {
      for (const { at, line, level } of list)
        chip.receiver.apply({ [line === "D" ? "data" : "clock"]: level === 0 ? LOW : HIGH }, at);
    };
    feed(one, edges.slice(0, cut));
    other.receiver.load(one.receiver.save());
    feed(other, edges.slice(cut));
    expect(other.taken).toEqual([[0xe0, 0x81]]);
    expect(other.receiver.answer).toBe(OPEN);
  });
});

describe("what is too fast for a chip", () => {
  const TIMES = { period: 1000, high: 400, low: 300, setup: 100, hold: 50 };
  const watched = (act: (watch: BusWatch) => void) => {
    const watch = new BusWatch(TIMES, "1 MHz is the most");
    act(watch);
    return watch.take().map((note) => note.kind === "breach" && `${note.at} ${note.rule}: ${note.says}`);
  };

  test.each<[what: string, act: (watch: BusWatch) => void, notes: string[]]>([
    [
      "two rises within the period",
      (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 500), watch.clock(HIGH, 999)),
      ["999 too fast: the clock rises 999 ns after its last rise; 1 MHz is the most"],
    ],
    [
      "two rises a period apart",
      (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 500), watch.clock(HIGH, 1000)),
      [],
    ],
    [
      "high for too short",
      (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 399)),
      ["399 pulse too short: the clock was high for 399 ns; 400 ns are needed"],
    ],
    ["high for long enough", (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 400)), []],
    [
      "low for too short",
      (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 800), watch.clock(HIGH, 1099)),
      ["1099 pulse too short: the clock was low for 299 ns; 300 ns are needed"],
    ],
    [
      "low for long enough",
      (watch) => (watch.clock(HIGH, 0), watch.clock(LOW, 800), watch.clock(HIGH, 1100)),
      [],
    ],
    [
      "data too late before the rise",
      (watch) => (watch.data(0), watch.clock(HIGH, 99)),
      ["99 setup too short: data changed 99 ns before the clock rose; 100 ns are needed"],
    ],
    ["data in time before the rise", (watch) => (watch.data(0), watch.clock(HIGH, 100)), []],
    [
      "data too soon after the rise",
      (watch) => (watch.clock(HIGH, 0), watch.data(49)),
      ["49 hold too short: data changed 49 ns after the clock rose; 50 ns are needed"],
    ],
    ["data in time after the rise", (watch) => (watch.clock(HIGH, 0), watch.data(50)), []],
  ])("%s", (_, act, notes) => {
    expect(watched(act)).toEqual(notes);
  });

  test("before a transfer a board sets its lines up as it likes", () => {
    expect(
      watched((watch) => {
        watch.active = false;
        watch.clock(HIGH, 0);
        watch.data(1);
        watch.clock(LOW, 2);
        watch.clock(HIGH, 3);
      }),
    ).toEqual([]);
  });

  test("another stretch of time begins anew, and what was noted is taken once", () => {
    const watch = new BusWatch(TIMES, "1 MHz is the most");
    watch.clock(HIGH, 0);
    watch.restart();
    watch.clock(HIGH, 10);
    expect(watch.take()).toEqual([]);
    watch.data(11);
    expect(watch.take()).toHaveLength(1);
    expect(watch.take()).toEqual([]);
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
