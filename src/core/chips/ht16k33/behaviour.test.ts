import { i2c, rules, send, writesIn } from "../fixtures/send";
import { Ht16k33 } from "./behaviour";

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
