import { busEdges } from "../../bus";
import { HIGH, LOW, type Level } from "../../level";
import { CALM, LINES, PIN, rules, send, two, writesIn } from "../fixtures/send";
import { Tm1637 } from "./behaviour";

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
