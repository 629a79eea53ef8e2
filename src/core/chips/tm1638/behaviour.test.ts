import { busEdges } from "../../bus";
import { HIGH, type Level } from "../../level";
import { CALM, LINES, PIN, rules, send, three } from "../fixtures/send";
import { Tm1638 } from "./behaviour";

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
