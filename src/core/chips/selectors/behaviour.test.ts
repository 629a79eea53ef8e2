import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../../level";
import { Selector } from "./behaviour";

const outputs = (chip: { output(at: number): Level }, count: number) =>
  Array.from({ length: count }, (_, at) => chip.output(at));

describe.each<[string, 0 | 1]>([
  ["74HC138", 0],
  ["74HC238", 1],
])("%s, by its function table", (_, chosen) => {
  const rest: Level = chosen === 0 ? HIGH : LOW;
  const made = (code: number, enables: readonly Level[] = [HIGH, LOW, LOW]) => {
    const chip = new Selector(3, [1, 0, 0], chosen);
    [0, 1, 2].forEach((at) => chip.setAddress(at, ((code >> at) & 1) as Level));
    enables.forEach((level, at) => chip.setEnable(at, level));
    return outputs(chip, 8);
  };

  test.each([0, 1, 2, 3, 4, 5, 6, 7])("code %i chooses its output and no other", (code) => {
    expect(made(code)).toEqual(Array.from({ length: 8 }, (__, at) => (at === code ? chosen : rest)));
  });

  test.each<[string, Level[]]>([
    ["G1 low", [LOW, LOW, LOW]],
    ["G2A high", [HIGH, HIGH, LOW]],
    ["G2B high", [HIGH, LOW, HIGH]],
  ])("%s: nothing is chosen", (__, enables) => expect(made(3, enables)).toEqual(Array(8).fill(rest)));

  test("an open address input leaves unknown just the outputs it may choose", () => {
    const chip = new Selector(3, [1, 0, 0], chosen);
    chip.setAddress(0, OPEN);
    chip.setAddress(1, HIGH);
    chip.setAddress(2, LOW);
    ([HIGH, LOW, LOW] as Level[]).forEach((level, at) => chip.setEnable(at, level));
    expect(outputs(chip, 8)).toEqual([rest, rest, UNKNOWN, UNKNOWN, rest, rest, rest, rest]);
  });
});
