import { screen, within } from "@testing-library/react";
import { debounceFor } from "@/core/keys";
import { demoRig, plainDemoRig } from "@/demo";
import { showStation } from "../../fixtures/open";
import { WritesStation } from "../writes";

async function keypad(name = "slip-gate") {
  const shown = showStation(WritesStation, demoRig(name));
  await shown.hands.click(await screen.findByRole("button", { name: "Keys" }));
  const pad = within(await screen.findByRole("group", { name: "Keys of the keypad" }));
  const press = (face: string) => shown.hands.click(pad.getByRole("button", { name: `Key ${face}` }));
  const scan = () =>
    within(screen.getByRole("table", { name: "The scan, row by row" }))
      .getAllByRole("row")
      .slice(1)
      .map((row) => row.lastElementChild!.textContent);
  return { ...shown, pad, press, scan };
}

describe("a keypad by rows and columns", () => {
  test("a key that is held is read in its row and no other", async () => {
    const { press, scan } = await keypad();
    expect(scan()).toEqual(["–", "–", "–", "–"]);
    await press("5");
    expect(scan()).toEqual(["–", "5", "–", "–"]);
    await press("5");
    expect(scan()).toEqual(["–", "–", "–", "–"]);
  });

  test("three corners of a rectangle make a ghost of the fourth; diodes take it away", async () => {
    const { hands, pad, press, scan } = await keypad();
    for (const face of ["1", "3", "7"]) await press(face);
    expect(scan()).toEqual(["1 3", "–", "7 9", "–"]);
    expect(screen.getByRole("status").textContent).toMatch(/ghost 9 reads as pressed/);
    expect(pad.getByRole("button", { name: "Key 9, read as pressed" })).toBeTruthy();
    await hands.click(screen.getByRole("checkbox", { name: "a diode for each key" }));
    expect(scan()).toEqual(["1 3", "–", "7", "–"]);
    expect(screen.getByRole("status").textContent).toMatch(/any number of them can be held/);
  });

  test("another keypad begins with nothing held, and takes the lines it needs", async () => {
    const { hands, press, scan } = await keypad();
    await press("5");
    await hands.selectOptions(screen.getByRole("combobox", { name: "Keypad" }), "3x4");
    expect(scan()).toEqual(["–", "–", "–", "–"]);
    expect(screen.getByText(/^7: rows on/)).toBeTruthy();
  });

  test("how long a press waits follows the bounce and how often one looks", async () => {
    const { hands } = await keypad();
    const says = (bounce: number, every: number) =>
      `${debounceFor(bounce, every).samples} equal readings in a row`;
    expect(screen.getByText(new RegExp(says(10, 5)))).toBeTruthy();
    const bounce = screen.getByRole("textbox", { name: "Contact bounce" });
    await hands.clear(bounce);
    await hands.type(bounce, "30 ms{Enter}");
    expect(screen.getByText(new RegExp(says(30, 5)))).toBeTruthy();
    const every = screen.getByRole("textbox", { name: "Scan interval" });
    await hands.clear(every);
    await hands.type(every, "10 ms{Enter}");
    expect(screen.getByText(new RegExp(says(30, 10)))).toBeTruthy();
  });

  test("a board with too few lines left says how many are missing", async () => {
    await keypad("moorings-free");
    expect(screen.getByText(/too few/).closest("dd")!.textContent).toMatch(
      /this board has \d+ easy lines left/,
    );
  });
});

describe("keys a chip scans", () => {
  test("a key held down is a bit the chip gives back", async () => {
    const shown = showStation(WritesStation, plainDemoRig("crew-tally"));
    await shown.hands.click(await screen.findByRole("button", { name: "Keys" }));
    const keys = await screen.findAllByRole("button", { name: /^Key / });
    const before = document.body.textContent;
    await shown.hands.click(keys[0]!);
    expect(keys[0]!.getAttribute("aria-pressed")).toBe("true");
    expect(document.body.textContent).not.toBe(before);
  });
});
