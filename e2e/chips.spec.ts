import { expect, test } from "@playwright/test";
import { openListed, expectFace, openStation, trail } from "./helpers";

test("driver chips: the tape in words, a write typed on the spot, edge by edge, what it leaves in the chip", async ({
  page,
}) => {
  await openListed(page, "writes", "water-warmth");
  await expect(page.getByText("display on, level 4 of 7")).toBeVisible();
  await expect(trail(page)).toContainText("U1 bit 0 of address 0");
  await page.getByLabel("Update for").selectOption({ label: "12.5°" });
  await expect(page.getByRole("img", { name: "The display after this write: 12.5°" })).toBeVisible();
  await page.getByLabel("Type a write").fill("8x");
  await expect(page.getByText(/no hexadecimal byte/)).toBeVisible();
  await page.getByLabel("Type a write").fill("80");
  await page.keyboard.press("Enter");
  await expect(page.getByText("display off; the memory is kept").first()).toBeVisible();
  await expect(page.getByRole("table", { name: "Registers of U1" })).toContainText("was 0x0C");
  await page.getByRole("button", { name: "One edge on" }).click();
  await expect(page.getByRole("status").filter({ hasText: "line 5 low" })).toBeVisible();
  await page.getByRole("button", { name: "Write before" }).click();
  await expect(page.getByRole("img", { name: "The display after this write: 12.5°" })).toBeVisible();
});

test("a capture with a fault: found, explained, its writes and faces; a file that is none gets a clear word", async ({
  page,
}) => {
  await openListed(page, "writes", "crew-tally");
  await page.getByRole("button", { name: "A capture" }).click();
  await page.getByRole("button", { name: /Sample/ }).click();
  await expect(page.getByText(/what was never written, for/)).toBeVisible();
  await expect(page.getByLabel("Signal of STB")).toHaveValue("2");
  await expect(page.getByRole("heading", { name: /^6 writes/ })).toBeVisible();
  await page.getByRole("button", { name: /2\*5\.\*2/ }).click();
  await expect(page.getByRole("img", { name: /moment: 2\*5\.\*2/ })).toBeVisible();
  await page.getByLabel("Signal of STB").selectOption("");
  await expect(page.getByText(/STB \(line 10\) is not in the capture/)).toBeVisible();
  await page.getByLabel("Signal of STB").selectOption("2");
  await page.getByLabel("When the capture begins, the board is").selectOption("running");
  await expect(page.getByText(/begun while the board was running/)).toBeVisible();
  await expect(page.getByText(/what was never written, for/)).toHaveCount(0);
  const input = page.locator("input[type=file]");
  await input.setInputFiles({ name: "letter.vcd", mimeType: "text/plain", buffer: Buffer.from("Dear all") });
  await expect(page.getByText(/“letter.vcd” cannot be read/)).toBeVisible();

  await input.setInputFiles({
    name: "three.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("; Sample rate: 1 MHz\nCLK,DIO,STB\n0,0,1\n1,0,1\n0,1,0\n1,1,0\n"),
  });
  await expect(page.getByText(/Assumed: .*one sample every 1 µs/)).toBeVisible();
  await expect(page.getByText(/no chip|No write reaches a chip|never moves/).first()).toBeVisible();

  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "VCD" }).click();
  const path = await (await download).path();
  await input.setInputFiles(path);
  await expect(page.getByText(/as the rig's own program does/)).toBeVisible();
});

test("keys: what the chip answers, and a ghost among a keypad's", async ({ page }) => {
  await openListed(page, "writes", "crew-tally");
  await page.getByRole("button", { name: "Keys", exact: true }).click();
  const board = page.getByRole("group", { name: "Keys of TM1638" });
  await board.getByRole("button", { name: "Key 6" }).click();
  await expect(page.getByText("0x00 0x10 0x00 0x00")).toBeVisible();
  const pad = page.getByRole("group", { name: "Keys of the keypad" });
  for (const key of ["1", "2", "4"])
    await pad.getByRole("button", { name: `Key ${key}`, exact: true }).click();
  await expect(pad.getByRole("button", { name: "Key 5, read as pressed" })).toBeVisible();
  await page.getByLabel("a diode for each key").check();
  await expect(page.getByText("no ghosts")).toBeVisible();
});

test("any chip alone: it wakes up dark, shows junk when only switched on, and what it is sent", async ({
  page,
}) => {
  await openStation(page, "writes", "slip-gate");
  await page.getByRole("button", { name: "Try a chip" }).click();
  await page.getByLabel("Chip", { exact: true }).selectOption({ label: "TM1637" });
  const write = page.getByLabel("Type a write to it");
  for (const bytes of ["8F", "C0 3F 06 5B"]) {
    await write.fill(bytes);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("table", { name: "Registers of U1" })).toContainText("not known");
  await page.getByRole("button", { name: "Send the usual set-up" }).click();
  await write.fill("C0 3F 06 5B");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("img", { name: "The display: 012" })).toBeVisible();
  await page.getByRole("button", { name: "Power off and on" }).click();
  await expect(page.getByRole("heading", { name: "TM1637 as it wakes up" })).toBeVisible();
});

test("Plan: a chain of MAX7219 from the ways, its current by one resistor, its brightness by steps", async ({
  page,
}) => {
  await openStation(page, "plan", "oar-rack");
  await page.getByRole("button", { name: "Build: MAX7219, eight digits a chip" }).click();
  await expect(page.getByRole("heading", { name: "MAX7219" })).toBeVisible();
  await expectFace(page, "in18out6");
  await page.getByLabel("or for a peak of").fill("40 mA");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Setting resistor")).toHaveValue("11 kΩ");
  await page.getByLabel(/Brightness step/).fill("15");
  await expect(page.getByText("12.1 % of the time")).toBeVisible();
  await page.getByLabel("Kind of display").selectOption("16");
  await expect(page.getByRole("heading", { name: "2 × MAX7219" })).toBeVisible();
  await page.getByRole("link", { name: "Current" }).click();
  await expect(page.getByText("U2 segment leg", { exact: true })).toBeVisible();
});

test("Plan: constant-current sinks from the ways, their current by one resistor, no resistors at the LEDs", async ({
  page,
}) => {
  await openStation(page, "plan", "river-level");
  await page.getByRole("button", { name: "Build: TLC5916 and a register, digits by transistors" }).click();
  await expect(page.getByRole("heading", { name: "TLC5916", exact: true })).toBeVisible();
  await expectFace(page, "-0.42");
  await expect(page.getByRole("radio", { name: /One for each segment/ })).toHaveCount(0);
  await page.getByLabel("or for", { exact: true }).fill("20 mA");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Setting resistor")).toHaveValue("1 kΩ");
  await page.getByRole("link", { name: "Current" }).click();
  await expect(page.getByText("U1 outputs, heat", { exact: true })).toBeVisible();
  await expect(
    page.getByText("One resistor or seven: brightness of a 1 and an 8", { exact: false }),
  ).toHaveCount(0);
});

test("Plan: an expander for each digit; its bytes on Glyphs, its addresses on the tape", async ({ page }) => {
  await openStation(page, "plan", "river-level");
  await page.getByLabel("Kind of display").selectOption("1");
  await page.getByRole("button", { name: "Build: A PCF8574 for each digit, on I²C" }).click();
  await expect(page.getByRole("radio", { name: /One for each segment/ })).toBeVisible();
  await page.getByRole("link", { name: "Glyphs" }).click();
  const bit = page.getByRole("button", { name: /Bit 0 of U1 ports is 0, segment a: flip it/ });
  await page.getByRole("button", { name: /^shape of 8 / }).click();
  await bit.click();
  await expect(page.getByRole("button", { name: /Bit 0 of U1 ports is 1, segment a/ })).toBeVisible();
  await page.getByRole("link", { name: "Writes" }).click();
  await expect(page.getByText("ports", { exact: true }).first()).toBeVisible();
});

test("Glyphs: a driver chip's byte is typed, its bits are flipped, and the digit follows", async ({
  page,
}) => {
  await openListed(page, "glyphs", "water-warmth");
  await page.getByLabel("U1 grid 1", { exact: true }).fill("0x5B");
  await page.keyboard.press("Enter");
  await expect(page.getByText("abdeg", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Bit 2 of U1 grid 1 is 0, segment c: flip it" }).click();
  await expect(page.getByText("abcdeg", { exact: true })).toBeVisible();
});
