import { screen, within } from "@testing-library/react";
import { BUS_CHIPS } from "@/core/chips";
import { demoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { WritesStation } from "./writes";

async function tryChip(id?: string) {
  const shown = showStation(WritesStation, demoRig("slip-gate"));
  const { hands } = shown;
  await hands.click(screen.getByRole("button", { name: "Try a chip" }));
  const chips = await screen.findByRole<HTMLSelectElement>("combobox", { name: "Chip" });
  if (id) await hands.selectOptions(chips, id);
  const registers = () => screen.getByRole("region", { name: "Registers, scrolls" }).textContent!;
  const type = async (write: string) => {
    const field = screen.getByRole("textbox", { name: "Type a write to it" });
    await hands.clear(field);
    await hands.type(field, `${write}{Enter}`);
  };
  return { ...shown, chips, registers, type };
}

describe("any chip, alone on the table", () => {
  test("every chip on a bus is there, and wakes up with nothing shown", async () => {
    const { hands, chips } = await tryChip();
    expect([...chips.options].map(({ textContent }) => textContent)).toEqual(
      BUS_CHIPS.map(({ sheet }) => sheet.id),
    );
    for (const { sheet } of BUS_CHIPS) {
      await hands.selectOptions(chips, sheet.id);
      expect(await screen.findByRole("heading", { name: `${sheet.id} as it wakes up` })).toBeTruthy();
      expect(screen.getByText(/^Nothing yet\./)).toBeTruthy();
    }
  });

  test("a write that is typed is told field by field, and is in the registers", async () => {
    const { type, registers } = await tryChip("MAX7219");
    const asleep = registers();
    await type("0A 05");
    expect(await screen.findByRole("heading", { name: "MAX7219 after this write" })).toBeTruthy();
    expect(registers()).not.toBe(asleep);
    expect(document.body.textContent).toMatch(/brightness step 5 of 15: 11\/32/);
    expect(screen.getByRole("region", { name: /^Lines during the write/ })).toBeTruthy();
  });

  test("the usual set-up is sent as a rig's program sends it; power off and on, and nothing of it is left", async () => {
    const { hands, registers } = await tryChip("TM1637");
    const asleep = registers();
    await hands.click(screen.getByRole("button", { name: "Send the usual set-up" }));
    expect(await screen.findByRole("heading", { name: "TM1637 after this write" })).toBeTruthy();
    expect(registers()).not.toBe(asleep);
    await hands.click(screen.getByRole("button", { name: "Power off and on" }));
    expect(await screen.findByRole("heading", { name: "TM1637 as it wakes up" })).toBeTruthy();
    expect(registers()).toBe(asleep);
    expect(screen.getByRole("button", { name: "Power off and on" })).toHaveProperty("disabled", true);
  });

  test("an earlier write is looked at again: the chip as it was then", async () => {
    const { hands, type, registers } = await tryChip("MAX7219");
    await type("0A 05");
    await screen.findByRole("heading", { name: "MAX7219 after this write" });
    const first = registers();
    await type("0A 0F");
    const tape = within(screen.getByRole("heading", { name: "What was sent" }).closest("section")!);
    await screen.findAllByText(/31\/32/);
    expect(registers()).not.toBe(first);
    await hands.click(tape.getAllByRole("button")[0]!);
    expect(registers().replace(/was 0x\w\w/g, "")).toBe(first.replace(/was 0x\w\w/g, ""));
  });

  test("what is no write is refused, in words that fit its bus", async () => {
    const { type } = await tryChip("MAX7219");
    await type("0A");
    expect((await screen.findByRole("alert")).textContent).toMatch(/^Words have two bytes/);
  });
});
