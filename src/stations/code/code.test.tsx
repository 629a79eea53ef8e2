import { cleanup, render, screen } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { wired } from "@/core/dialects/fixtures/wired";
import { buildProgram, sketchMemory, sketchText, writeProgram } from "@/core/program";
import { formatBytes } from "@/core/quantity";
import { relay, withController } from "@/core/rig";
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

  test("the controller's own unit sends the bytes where the wires allow it, and says why where not", async () => {
    showStation(CodeStation, slip);
    expect(await screen.findByText(/sends on lines 11 \(data\) and 13 \(clock\): yours are/)).toBeTruthy();
    cleanup();
    const { hands } = showStation(CodeStation, wired(slip));
    const sent = await screen.findByRole<HTMLSelectElement>("combobox", { name: "How bytes are sent" });
    await hands.selectOptions(sent, "unit");
    expect(await screen.findByText(/The SPI unit sends a byte in about 3\.5 µs/)).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Copy" }));
    expect(await navigator.clipboard.readText()).toContain("SPI.transfer(");
  });

  test("a display unit and MicroPython say what they take, and come as files", async () => {
    const { hands } = showStation(CodeStation, slip);
    const form = await screen.findByRole<HTMLSelectElement>("combobox", { name: "Written as" });
    await hands.selectOptions(form, "unit");
    expect(await screen.findByText(/It keeps \d+ bytes of memory and uses no heap/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "display.h" })).toBeTruthy();
    expect(screen.queryByRole("combobox", { name: "How bytes are sent" })).toBeNull();
    await hands.selectOptions(form, "micropython");
    expect(await screen.findByText(/choose an RP2040, ESP32 or ESP8266 on Plan/)).toBeTruthy();
    cleanup();
    const board = relay(slip, withController(slip.plan, "RP2040-board"));
    const again = showStation(CodeStation, board).hands;
    await again.selectOptions(await screen.findByRole("combobox", { name: "Written as" }), "micropython");
    expect(await screen.findByText(/Translated on the board it takes about/)).toBeTruthy();
    expect(screen.getByText(/26 changes of lines/)).toBeTruthy();
    await again.click(screen.getByRole("button", { name: "Copy" }));
    expect(await navigator.clipboard.readText()).toContain("from machine import Pin");
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
