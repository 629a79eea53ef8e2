import { expect, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { expectFace, face, openStation, trail } from "./helpers";

test("Plan: the show, the display, the resistors; findings with numbers; undo and redo; autosave", async ({
  page,
}) => {
  await openStation(page, "plan");
  await page.getByRole("radio", { name: /One only/ }).click();
  await expectFace(page, "8");
  await page.getByLabel("Character", { exact: true }).fill("3.");
  await page.keyboard.press("Enter");
  await expectFace(page, "3.");

  await page.getByRole("radio", { name: /One in the common leg/ }).click();
  await page.getByRole("button", { name: /1 caution/ }).click();
  await expect(page.getByRole("dialog")).toContainText("R1 is shared by 8 LEDs: an 8 is dimmer than a 1");
  await expect(page.getByRole("dialog")).toContainText("% less light");
  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.keyboard.press("Control+Shift+Z");
  await expect(page.getByRole("button", { name: /1 caution/ })).toBeVisible();
  await page.keyboard.press("Control+z");

  const resistor = page.getByLabel("Resistor value");
  await resistor.fill("lots");
  await expect(page.getByText(/is not a number of Ω; write it like 470 or 4k7/)).toBeVisible();
  await resistor.fill("100");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /fault/ })).toBeVisible();

  await page.getByRole("button", { name: "dp 18.8 mA" }).click();
  await expect(trail(page)).toContainText("DS1 dp, leg 5");
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
  await page.reload();
  await expect(resistor).toHaveValue("100 Ω");
  await expectFace(page, "3.");
});

test("Wires: ticks are kept; a swap changes the bytes, or, with the code kept, what the face shows", async ({
  page,
}) => {
  await openStation(page, "plan");
  await page.getByRole("radio", { name: /One only/ }).click();
  await page.getByLabel("Character", { exact: true }).fill("1");
  await page.keyboard.press("Enter");
  await page.getByRole("link", { name: "Wires" }).click();
  await expect(page.getByText("second from the notch on the right").first()).toBeVisible();
  await page.getByRole("checkbox", { name: "Placed: board 5 V to U1 VCC, leg 16" }).check();
  await expect(page.getByLabel("1 of 26 placed")).toBeVisible();

  await page.getByRole("button", { name: /^U1 QB, leg 1 first/ }).click();
  await expect(trail(page)).toContainText("segment b");
  await page.getByRole("button", { name: "Swap with another" }).click();
  await page.getByRole("button", { name: /^U1 QG, leg 6 sixth/ }).click();
  await expectFace(page, "1");
  await expect(trail(page)).toContainText("bit 6 of byte 1");
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Keep the old code" }).click();
  await expectFace(page, "no character");
  await expect(face(page).locator("[data-segment=g]")).toHaveAttribute("data-state", "lit");
  await expect(page.getByRole("button", { name: /1 fault/ })).toBeVisible();
  await page.getByRole("button", { name: "Bytes follow the wires" }).click();
  await expectFace(page, "1");

  await page.getByRole("button", { name: /^board line 7 marked/ }).click();
  await page.getByRole("button", { name: "Move end at board line 7" }).click();
  await page.getByLabel("Leg", { exact: true }).selectOption("MCU1.GND1");
  await expect(page.getByRole("button", { name: /1 fault/ })).toBeVisible();
  await expectFace(page, "unknown");
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("checkbox", { name: "Placed: board 5 V to U1 VCC, leg 16" })).toBeChecked();
});

test("Current: the worst is found and put on the face; a resistor is picked and taken", async ({ page }) => {
  await openStation(page, "current");
  await expect(
    page.getByText("worst case over 256 states of the outputs, all that are possible"),
  ).toBeVisible();
  const supply = page.getByRole("row", { name: /^U1 supply leg/ });
  await expect(supply).toContainText("42.3 mA");
  await expect(supply).toContainText("60 %");
  await page.getByRole("button", { name: "Show the worst case of U1 supply leg on the face" }).click();
  await expectFace(page, "8.");
  await page.getByRole("button", { name: /back to the show/ }).click();
  await expect(page.getByText("one state held")).toBeHidden();
  await page.getByRole("button", { name: "segment e", exact: true }).click();
  await expect(trail(page)).toContainText("segment e");

  await page.getByRole("textbox", { name: "Current" }).fill("9 mA");
  await page.keyboard.press("Enter");
  await page.getByRole("combobox", { name: "Series" }).selectOption("E24");
  await expect(page.getByText("285.6 Ω")).toBeVisible();
  await expect(page.getByRole("row", { name: /^300 Ω/ })).toContainText("over");
  await page
    .getByRole("row", { name: /^330 Ω/ })
    .getByRole("button", { name: "Take" })
    .click();
  await expect(supply).toContainText("68.3 mA");
  await expect(supply).toContainText("near");
  await expect(page.getByRole("button", { name: /1 caution/ })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(supply).toContainText("42.3 mA");
});

test("Glyphs: segments, bits and typed bytes say the same; own shapes; the table is copied", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openStation(page, "glyphs", "ladder-step");
  await expect(page.getByLabel("Byte: 0x3F, 63, 0b111111")).toHaveValue("0x48");
  await page.getByRole("button", { name: "Flip segment g, dark" }).click();
  await expect(page.getByText("8", { exact: true }).and(page.locator("dd"))).toBeVisible();
  await page.getByLabel("Byte: 0x3F, 63, 0b111111").fill("235");
  await page.keyboard.press("Enter");
  await expect(page.locator(".glyph-reading dd").nth(1)).toHaveText("1");
  await page.getByRole("button", { name: /^Bit 1 of byte 1/ }).click();
  await expect(trail(page)).toContainText("segment d");
  await expect(page.locator(".glyph-reading dd").first()).toHaveText("bcd");

  await page.getByLabel("6 without its top bar").check();
  await page.getByRole("button", { name: /shape of 6/ }).click();
  await expect(page.locator(".glyph-reading dd").first()).toHaveText("cdefg");
  await page.getByRole("button", { name: "Copy" }).click();
  await expect(page.getByText("Table copied")).toBeVisible();
  const table = await page.evaluate(() => navigator.clipboard.readText());
  expect(table.split("\n")[2]).toBe("1\tbc\t0xEB\t235\t0b11101011");
});

test("Writes: bits go in on the clock, outputs wait for the latch", async ({ page }) => {
  await openStation(page, "writes");
  await page.getByLabel("Character").selectOption("1");
  await expect(page.getByText("0x06 = 0b00000110")).toBeVisible();
  const row = (name: string) => page.getByRole("row", { name: new RegExp(`^${name}`) }).getByRole("cell");
  await expect(row("outputs")).toHaveText(Array(8).fill("?"));
  for (let bit = 0; bit < 9; bit += 1) await page.getByRole("button", { name: "Bit", exact: true }).click();
  await expect(row("stages")).toHaveText([..."01100000"]);
  await expect(row("outputs")).toHaveText(Array(8).fill("?"));
  await page.getByRole("button", { name: "Edge", exact: true }).last().click();
  await expect(row("outputs")).toHaveText([..."01100000"]);
  await page.getByRole("button", { name: "Bit 6, 1" }).click();
  await expect(trail(page)).toContainText("segment c");
});

test("Code: the sketch marks the picked pip, picks by a click, and is downloaded", async ({ page }) => {
  await openStation(page, "code");
  await expect(page.locator(".cm-pip-line")).toContainText("DS1 a (leg 7)");
  await page.getByText("R4 560 ohm").click();
  await expect(trail(page)).toContainText("segment d");
  await expect(page.locator(".cm-pip-bit").first()).toHaveText("1");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Download" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("slip-gate.ino");
  expect(readFileSync((await download.path())!, "utf8")).toContain("0b01101101,  // 0x6D  '5'");
});

test("a station is fetched when it is opened; one that cannot be fetched says so, and comes with the page", async ({
  page,
}) => {
  await openStation(page, "plan", "river-level");
  await page.route("**/_next/static/chunks/**", (route) => route.abort());
  await page.getByRole("link", { name: "Wires" }).click();
  await expect(page.getByText("Wires could not be fetched", { exact: false })).toBeVisible();
  await page.unroute("**/_next/static/chunks/**");
  await page.getByRole("button", { name: "Load the page again" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Wires" })).toBeVisible();
});

test("an address no station has leads to the shelf", async ({ page }) => {
  await page.goto("/");
  await page.goto("/rig/slip-gate/nothing");
  await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
});
