import { AddressedReceiver, BusWatch } from ".";
import { type BusPin } from ".";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import { drawn, EASY, type Heard, listen, send, idle } from "./fixtures/wires";

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
        says: "no chip answers 0x70 (sent as 0xE0); this chip is 0x71",
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
