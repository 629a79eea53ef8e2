import { BUS_CHIPS, KNOWN_BUS_CHIPS, KNOWN_LOGIC_CHIPS, LOGIC_CHIPS, busChip, busFacts } from ".";

test("what is known of the chips, and the chips with their behaviour, are the same ones in the same order", () => {
  const ids = (list: ReadonlyArray<{ readonly sheet: { readonly id: string } }>) =>
    list.map(({ sheet }) => sheet.id);
  expect(ids(LOGIC_CHIPS)).toEqual(ids(KNOWN_LOGIC_CHIPS));
  expect(ids(BUS_CHIPS)).toEqual(ids(KNOWN_BUS_CHIPS));
});

test.each(KNOWN_BUS_CHIPS.map((facts) => [facts.sheet.id, facts] as const))(
  "a %s acts on the memory its facts tell of",
  (_, facts) => {
    const chip = busChip(facts.sheet);
    expect(busFacts(facts.sheet)).toBe(facts);
    expect(chip).toMatchObject({ sheet: facts.sheet, way: facts.way });
    expect(chip.memory).toBe(facts.memory);
    expect(chip.transport).toBe(facts.transport);
  },
);

test("a chip nobody knows is refused", () =>
  expect(() => busFacts({ id: "NO-CHIP" })).toThrow("no chip NO-CHIP"));
