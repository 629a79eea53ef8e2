import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { scanningChip, modelOf } from "@/core/address";
import { setCurrentFor } from "@/core/parts";
import { relay, schemeValues, type Rig } from "@/core/rig";
import { demoRig, plainDemoRig } from "@/demo";
import { layOpen, undo, useOpenRig } from "@/store";
import { ChipSheet } from "./chip-sheet";
import { SinkSheet } from "./sink-sheet";

const tide = plainDemoRig("tide-notice");
const rack = demoRig("oar-rack");
const warmth = plainDemoRig("water-warmth");
const river = demoRig("river-level");
/** One 74HC595 for each digit, or a sink that holds the current. */
const sunk = relay(demoRig("slip-gate"), {
  ...demoRig("slip-gate").plan,
  register: "TLC5916",
  polarity: "common-anode",
});

const now = () => useOpenRig.getState().rig!;
const facts = () =>
  Object.fromEntries(
    screen.getAllByRole("term").map((term) => [term.textContent, term.nextElementSibling!.textContent]),
  );
async function type(label: string, value: string) {
  const hands = userEvent.setup();
  const field = screen.getByRole("textbox", { name: label });
  await hands.clear(field);
  await hands.type(field, `${value}{Enter}`);
}
async function show(Sheet: typeof ChipSheet, rig: Rig, heading: string) {
  layOpen(rig);
  render(<Sheet />);
  await screen.findByRole("heading", { name: heading });
}

describe("the sheet of a driver chip", () => {
  test("a brightness drawn along is one step of undo, and what is lit follows it", async () => {
    await show(ChipSheet, tide, "4 × MAX7219");
    const slider = screen.getByRole<HTMLInputElement>("slider");
    expect(slider.max).toBe("15");
    for (const level of ["9", "12", "15"]) fireEvent.change(slider, { target: { value: level } });
    expect(now().scan.level).toBe(15);
    expect(screen.getByText("Brightness step 15 of 15")).toBeTruthy();
    expect(await screen.findByText("12.1 % of the time")).toBeTruthy();
    undo();
    expect(now().scan).toEqual(tide.scan);
  });

  test("its resistor is set in ohms, or found for a peak of current", async () => {
    await show(ChipSheet, tide, "4 × MAX7219");
    await type("Setting resistor", "18k");
    expect(schemeValues(now()).setOhms).toBe(18_000);
    await type("or for a peak of", "10m");
    const { setOhms } = schemeValues(now());
    const part = scanningChip(modelOf(now()))!;
    const { forward } = modelOf(now()).display.led!;
    const peak = setCurrentFor(part.setCurrent!, setOhms!, forward);
    expect(peak).toBeLessThanOrEqual(10);
    expect(peak).toBeGreaterThan(9);
    await type("or for a peak of", "1 A");
    expect(schemeValues(now()).setOhms).toBe(setOhms);
    expect(screen.getByRole("alert").textContent).not.toBe("");
  });

  test("several chips are fed from a supply of their own, and its need is said", async () => {
    await show(ChipSheet, tide, "4 × MAX7219");
    expect(document.body.textContent).toMatch(
      /Feed 4 chips from a supply that gives .* or more, not from the board/,
    );
    expect(facts()).toHaveProperty("Supply, all lit");
  });

  test("of a chip without one, resistors go into the segment lines and out again", async () => {
    await show(ChipSheet, warmth, "TM1637");
    const hands = userEvent.setup();
    const before = now().units.filter(({ part }) => part === "resistor").length;
    const has = (schemeValues(now()).segmentOhms ?? 0) > 0;
    const button = () => screen.getByRole("button", { name: /resistors/ });
    await hands.click(button());
    expect((schemeValues(now()).segmentOhms ?? 0) > 0).toBe(!has);
    expect(now().units.filter(({ part }) => part === "resistor").length).not.toBe(before);
    await hands.click(button());
    expect((schemeValues(now()).segmentOhms ?? 0) > 0).toBe(has);
  });

  test("one that blinks by itself is asked how fast", async () => {
    await show(ChipSheet, rack, "HT16K33");
    const blinking = screen.getByRole("combobox", { name: "Blinking" });
    await userEvent.selectOptions(blinking, "2 Hz");
    expect(now().scan.blink).toBe(2);
    await userEvent.selectOptions(blinking, "none");
    expect(now().scan.blink).toBe(0);
  });

  test("is not there where no chip scans", async () => {
    layOpen(river);
    const { container } = render(<ChipSheet />);
    expect(container.textContent).toBe("");
  });
});

describe("the sheet of sinks that hold a current", () => {
  test("says what is set and what that gives, and takes a resistor or a current", async () => {
    await show(SinkSheet, sunk, "TLC5916");
    expect(facts().Set).toMatch(/^18\.75 V ÷ /);
    await type("or for", "20m");
    // I = 18.75 V ÷ R: 937.5 Ω, the next value of E24 above it is 1 kΩ.
    expect(schemeValues(now()).setOhms).toBe(1000);
    expect((await screen.findByText("18.75 V ÷ 1 kΩ")).tagName).toBe("DD");
    await type("Setting resistor", "2k");
    expect(schemeValues(now()).setOhms).toBe(2000);
    expect(await screen.findByText("18.75 V ÷ 2 kΩ")).toBeTruthy();
  });

  test("without its resistor nothing lights, and it says so", async () => {
    const bare = {
      ...sunk,
      wires: sunk.wires.filter(({ from, to }) => ![from, to].includes("U1.15" as never)),
    };
    await show(SinkSheet, bare, "TLC5916");
    expect(screen.getByText("No resistor sets the current: nothing lights.")).toBeTruthy();
    expect(screen.queryByRole("textbox")).toBeNull();
  });
});
