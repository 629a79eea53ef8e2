import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { ResistorLook } from "./resistor-look";
import { TimerLook } from "./timer-look";

async function typed(label: string, text: string) {
  const hands = userEvent.setup();
  const field = screen.getByLabelText(label);
  await hands.clear(field);
  await hands.type(field, `${text}{Enter}`);
  return hands;
}

describe("the LED resistor", () => {
  test("follows supply, LED and current", async () => {
    render(<ResistorLook />);
    expect(screen.getByText("310 Ω")).toBeTruthy();
    await typed("Supply", "3.3 V");
    expect(screen.getByText("140 Ω")).toBeTruthy();
    const values = within(screen.getByRole("table", { name: "Standard values" }));
    expect(values.getByRole("row", { name: /^120 Ω 11\.5 mA/ })).toBeTruthy();
    const hands = userEvent.setup();
    await hands.selectOptions(screen.getByLabelText("LED colour"), "blue");
    expect(screen.getByText("20 Ω")).toBeTruthy();
    await typed("LEDs in series", "2");
    expect(screen.getByRole("alert").textContent).toMatch(/2 LEDs of 3.1 V need about 6.2 V/);
  });

  test("a current over the limits of the LED is a finding", async () => {
    render(<ResistorLook />);
    await typed("Current", "25 mA");
    expect(screen.getByRole("alert").textContent).toMatch(/above the recommended 20 mA/);
    await typed("Current", "40 mA");
    expect(screen.getByRole("alert").textContent).toMatch(/above the absolute maximum, 30 mA/);
  });
});

describe("timer settings", () => {
  test("follow the board and the period; a rate says the same", async () => {
    render(<TimerLook />);
    const table = () => within(screen.getByRole("table", { name: "Timer settings, best first" }));
    expect(table().getByRole("row", { name: /timer 1 ÷ 8 3,999 2 ms exact/ })).toBeTruthy();
    const hands = await typed("Frequency", "1 kHz");
    expect(screen.getByLabelText<HTMLInputElement>("Period").value).toBe("1 ms");
    expect(table().getByRole("row", { name: /timer 1 ÷ 8 1,999 1 ms exact/ })).toBeTruthy();
    await hands.selectOptions(screen.getByLabelText("Board"), "FPGA board, 100 MHz, 3.3 V");
    expect(screen.getByRole("status").textContent).toMatch(/100 MHz clock by 100,000.*17 bits/);
  });
});
