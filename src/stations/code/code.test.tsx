import { render, screen } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { buildProgram, sketchMemory, sketchText, writeProgram } from "@/core/program";
import { formatBytes } from "@/core/quantity";
import { demoRig } from "@/demo";
import { useMessages } from "@/store";
import { openInPlace, showStation } from "../fixtures/open";
import { CodeStation } from "./code";

const slip = demoRig("slip-gate");

describe("Code", () => {
  test("says what the sketch takes of the board, and hands out the very text of the program", async () => {
    const { hands } = showStation(CodeStation, slip);
    const model = modelOf(slip);
    const program = buildProgram(model);
    const { flash, ram } = sketchMemory(model, program);
    expect(await screen.findByText(formatBytes(flash))).toBeTruthy();
    expect(screen.getByText(formatBytes(ram))).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Copy" }));
    expect(await navigator.clipboard.readText()).toBe(sketchText(writeProgram(model, program).lines));
    expect(useMessages.getState().messages.at(-1)?.text).toMatch(/Code/);
  });

  test("the same program in another form: C with its Makefile, and what is not for this board says why", async () => {
    const { hands } = showStation(CodeStation, slip);
    const form = await screen.findByRole<HTMLSelectElement>("combobox", { name: "Written as" });
    await hands.selectOptions(form, "avr-c");
    expect(await screen.findByRole("button", { name: "Makefile" })).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Copy" }));
    const copied = await navigator.clipboard.readText();
    expect(copied).toContain("int main(void) {");
    expect(copied).not.toContain("digitalWrite");
    await hands.click(screen.getByRole("button", { name: "Makefile" }));
    expect(screen.getByText(/avr-objcopy/)).toBeTruthy();
    await hands.selectOptions(form, "verilog");
    expect(await screen.findByText(/choose the FPGA board on Plan/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Copy" })).toBeNull();
  });

  test("kept code says that it is kept", async () => {
    const kept = { ...slip, code: { ...slip.code, kept: modelOf(slip).encoding } };
    showStation(CodeStation, kept);
    expect(await screen.findByText("Kept as it was.")).toBeTruthy();
  });

  test("for programmable logic it is Verilog, and no memory is counted", async () => {
    openInPlace(demoRig("boats-out"));
    render(<CodeStation />);
    expect(await screen.findByText(/^Verilog/)).toBeTruthy();
    expect(screen.queryByText(/flash/)).toBeNull();
  });
});
