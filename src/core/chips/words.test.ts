import { asUnit } from "../refs";
import { BUS_CHIPS } from ".";

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
  const chip = BUS_CHIPS.find(({ sheet }) => sheet.id === id)!;
  const [first] = chip.reader().explain([asUnit("U1")], bytes, "segments");
  expect(first!.title).toBe(title);
  expect(first!.says).toContain(says);
});
