import { screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { formatByte } from "@/core/glyph";
import { glyphTable } from "@/core/sim";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { WritesStation } from "./writes";

const slip = demoRig("slip-gate");
const rows = glyphTable(modelOf(slip), { unit: modelOf(slip).digits[0]!.unit, digit: 1 });
const byteOf = (glyph: string) => rows.find(({ cell }) => cell.glyph === glyph)!.bytes[0]!;

describe("Writes", () => {
  test("one update is followed edge by edge: what the register holds, and what is lit after it", async () => {
    const { hands } = showStation(WritesStation, slip);
    await hands.selectOptions(screen.getByRole("combobox", { name: "Character" }), "5");
    expect(useOpenRig.getState().glyph).toBe("5");
    expect(await screen.findByText(new RegExp(`^${formatByte(byteOf("5"))} = `))).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "To the end" }));
    const stages = within(screen.getByRole("table", { name: "Stages and outputs of U1" }));
    const bits = stages
      .getAllByRole("row")
      .map((row) => row.textContent!.replace(/[^01]/g, ""))
      .filter((text) => text.length >= 8);
    expect(bits.length).toBeGreaterThan(0);
    await hands.click(screen.getByRole("button", { name: "To the start" }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "To the start" }).disabled).toBe(true);
  });

  test("a write is typed to a driver chip, told in words, and seen in its registers", async () => {
    const { hands } = showStation(WritesStation, demoRig("oar-rack"));
    const field = await screen.findByRole("textbox", { name: "Type a write" });
    await hands.type(field, "E0 EF{Enter}");
    expect(await screen.findByRole("button", { name: "remove the typed writes" })).toBeTruthy();
    expect(document.body.textContent).toMatch(/rightness/);
    await hands.click(screen.getByRole("button", { name: "remove the typed writes" }));
    expect(screen.queryByRole("button", { name: "remove the typed writes" })).toBeNull();
  });

  test("what is no write is refused, and kept as it was typed", async () => {
    const { hands } = showStation(WritesStation, demoRig("oar-rack"));
    const field = await screen.findByRole<HTMLInputElement>("textbox", { name: "Type a write" });
    await hands.type(field, "xyz{Enter}");
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(field.value).toBe("xyz");
  });

  test("from write to write the registers are those of the chip at that moment", async () => {
    const { hands } = showStation(WritesStation, plainDemoRig("crew-tally"));
    const registers = () => screen.getByRole("region", { name: /^Registers of/ }).textContent!;
    await screen.findByRole("region", { name: /^Registers of/ });
    const last = registers();
    expect(last).toContain("was 0x00");
    await hands.click(screen.getByRole("button", { name: "Write before" }));
    expect(registers()).not.toBe(last);
    await hands.click(screen.getByRole("button", { name: "Next write" }));
    expect(registers()).toBe(last);
  });
});
