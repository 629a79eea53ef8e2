import fc from "fast-check";
import type { BusWrite } from "../bus";
import { asUnit } from "../refs";
import { BUS_CHIPS, type Asked, type BusChip, type Memory } from ".";
import { send } from "./fixtures/send";

const U1 = asUnit("U1");
const U2 = asUnit("U2");
const U3 = asUnit("U3");

/** The lowest bus address of the chips that have one (address tables of their sheets). */
const LOWEST_ADDRESS: Readonly<Record<string, number>> = { HT16K33: 0x70, PCF8574: 0x20 };
const addressOf = (chip: BusChip): number => LOWEST_ADDRESS[chip.sheet.id] ?? 0;

/** Everything 0, in every chip. */
const zeros = (chip: BusChip): Memory =>
  Object.fromEntries([U1, U2, U3].map((unit) => [unit, Array<number>(chip.memory.end).fill(0)]));

/** What a program asks of so many of a chip. */
const asked = (chip: BusChip, count: number, dark: Memory = {}): Asked => ({
  units: [U1, U2, U3].slice(0, count),
  addresses: Array.from({ length: count }, (_, at) => addressOf(chip) + at),
  highest: chip.memory.end - 1,
  level: 0,
  blink: 0,
  dark,
});

/** Chips that share a chain are tried in one; others alone. */
const chainOf = (chip: BusChip): number => (chip.transport.together === "chain" ? 3 : 1);
const writeOf = (chip: BusChip, bytes: readonly number[]): BusWrite => ({ bus: chip.transport.name, bytes });

const memoryOf = (chip: BusChip) =>
  fc
    .array(
      fc.array(fc.integer({ min: 0, max: 255 }), {
        minLength: chip.memory.end,
        maxLength: chip.memory.end,
      }),
      { minLength: chainOf(chip), maxLength: chainOf(chip) },
    )
    .map((cells): Memory => Object.fromEntries(cells.map((list, at) => [[U1, U2, U3][at]!, list])));

describe.each(BUS_CHIPS.map((chip: BusChip) => [chip.sheet.id, chip] as const))("%s", (_, chip) => {
  const count = chainOf(chip);
  const mounted = () => chip.mount(asked(chip, count).units, addressOf(chip));
  const play = (transfers: ReadonlyArray<{ readonly bytes: readonly number[] }>) => {
    const board = mounted();
    const notes = send(
      {
        apply: (levels, at) => board.apply(levels, at),
        takeNotes: () => board.bus.takeNotes(),
        get answer() {
          return board.bus.answer;
        },
      },
      transfers.map(({ bytes }) => writeOf(chip, bytes)),
    );
    return { board, notes };
  };
  const held = (board: ReturnType<typeof mounted>, unit: typeof U1) => {
    const { first, end } = chip.memory;
    const listed = board.bus.memory(unit).map(({ value }) => value);
    return listed.slice(0, end - first);
  };

  test("after set-up nothing is lit that is not known, and no rule of its bus was broken", () => {
    const { board, notes } = play(chip.setUp(asked(chip, count)));
    expect(notes.filter(({ kind }) => kind === "breach")).toEqual([]);
    for (const unit of asked(chip, count).units)
      for (const { unknown } of board.bus.picture(unit).digits) expect(unknown).toBe(0);
  });

  test("an update brings any memory over, whatever was in it before", () => {
    fc.assert(
      fc.property(memoryOf(chip), memoryOf(chip), (before, after) => {
        const all = asked(chip, count);
        const { board } = play([...chip.setUp(all), ...chip.update(all, before), ...chip.update(all, after)]);
        for (const unit of all.units)
          expect(held(board, unit)).toEqual(after[unit]!.slice(chip.memory.first, chip.memory.end));
      }),
      { numRuns: 15 },
    );
  });

  test("an update writes to every place of its memory, and names each once", () => {
    const all = asked(chip, count);
    const places = chip.update(all, zeros(chip)).flatMap(({ bytes }) => chip.placesWritten(all.units, bytes));
    expect(new Set(places).size).toBe(places.length);
    expect(places).toHaveLength((chip.memory.end - chip.memory.first) * count);
  });

  test("the bit of a transfer said to be a memory's is the one that changes with it", () => {
    const all = asked(chip, count);
    const bitsOf = (bytes: readonly number[]) =>
      bytes.flatMap((byte) =>
        Array.from({ length: 8 }, (__, at) => (byte >> (chip.transport.order === "msb" ? 7 - at : at)) & 1),
      );
    const dark = chip.update(all, zeros(chip));
    const { first, end } = chip.memory;
    fc.assert(
      fc.property(
        fc.constantFrom(...all.units),
        fc.integer({ min: first, max: end - 1 }),
        fc.integer({ min: 0, max: 7 }),
        (unit, address, bit) => {
          const cells = Array<number>(end).fill(0);
          cells[address] = 1 << bit;
          const lit = chip.update(all, { ...zeros(chip), [unit]: cells });
          const moved = lit.flatMap(({ bytes }, at) =>
            bitsOf(bytes).flatMap((one, place) =>
              one === bitsOf(dark[at]!.bytes)[place] ? [] : [{ at, place }],
            ),
          );
          expect(moved).toHaveLength(1);
          const [{ at, place }] = moved as [{ at: number; place: number }];
          expect(chip.bitIn(all.units, lit[at]!.bytes, unit, { address, bit })).toBe(place);
        },
      ),
      { numRuns: 40 },
    );
  });

  test("every transfer of set-up and update is put into words, its fields within its bytes", () => {
    const all = asked(chip, count);
    const reader = chip.reader();
    for (const { bytes, why } of [...chip.setUp(all), ...chip.update(all, zeros(chip))]) {
      const said = reader.explain(all.units, bytes, "segments");
      expect(why).not.toBe("");
      expect(said.length).toBeGreaterThan(0);
      for (const { title, says, fields, strange, unit } of said) {
        expect([title, says].every((text) => text !== "")).toBe(true);
        expect(strange).toBeUndefined();
        expect(all.units).toContain(unit);
        for (const { byte, high, low, value } of fields) {
          expect(byte).toBeLessThan(bytes.length);
          expect(high).toBeGreaterThanOrEqual(low);
          const mask = (1 << (high - low + 1)) - 1;
          expect(value).toBe((bytes[byte]! >> low) & mask);
        }
      }
    }
  });

  test("bytes of which nobody knows a bit are called unreadable, never guessed", () => {
    const all = asked(chip, 1);
    const bytes = chip.setUp(all)[0]!.bytes.map(() => -1);
    expect(() => chip.reader().explain(all.units, bytes, "segments")).not.toThrow();
    const said = chip.reader().explain(all.units, bytes, "segments");
    for (const { fields, says } of said)
      expect(says.includes("could not be read") || fields.some((field) => field.says === "unreadable")).toBe(
        true,
      );
  });

  test("what is put away and taken up again goes on as if it had not been", () => {
    const all = asked(chip, count);
    const { board } = play(chip.setUp(all));
    const again = mounted();
    again.load(board.save());
    expect(again.save()).toBe(board.save());
    for (const unit of all.units) {
      expect(again.bus.memory(unit)).toEqual(board.bus.memory(unit));
      expect(again.bus.picture(unit)).toEqual(board.bus.picture(unit));
    }
  });

  test("its own program is what a capture is held against, without a difference", () => {
    const all = asked(chip, count);
    const own = [...chip.setUp(all), ...chip.update(all, zeros(chip))].map(({ bytes }) => bytes);
    const { capture } = chip;
    expect(
      capture.differences(
        all.units,
        own.map((bytes, at) => ({ bytes, at })),
        own,
      ),
    ).toEqual([]);
    const done = new Set(own.flatMap((bytes) => capture.actionsOf(bytes)));
    for (const action of Object.keys(capture.actions)) expect([...done]).toContain(action);
    for (const bytes of own) {
      const { all: heads, known } = capture.heads(bytes);
      expect(known).toBe(heads);
    }
  });
});
