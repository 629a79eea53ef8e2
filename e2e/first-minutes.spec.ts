import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { openStation } from "./helpers";

test.describe.configure({ mode: "parallel" });

/** Types into the finder and takes what stands first. */
async function find(page: Page, words: string) {
  await page.keyboard.press("/");
  await page.getByRole("combobox", { name: "What to find" }).fill(words);
  await page.keyboard.press("Enter");
}

/** What has the focus, by its label. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const { activeElement: element } = document;
    const input = element as HTMLInputElement;
    return (
      element?.getAttribute("aria-label") ?? input.labels?.[0]?.textContent ?? element?.textContent ?? ""
    );
  });

for (const [words, title, field] of [
  ["blanking time", "Scan", "Blanking time"],
  ["supply", "Plan", "Powered from"],
  ["lookup table", "Glyphs", "alphabet"],
  ["logic analyser", "Writes", "Open a capture"],
  ["find the pinout", "Bench", "What it looks like"],
] as const)
  test(`the finder: “${words}” opens ${title} with the field in focus`, async ({ page }) => {
    await openStation(page, "wires", "river-level");
    await find(page, words);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(title);
    await expect.poll(() => focused(page)).toContain(field);
  });

test("the finder knows rigs, words and what is looked up, on every page", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Open Slip gate" })).toBeVisible();
  await find(page, "wind arrow");
  await expect(page).toHaveURL(/\/rig\/wind-arrow\/plan$/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Plan");
  await find(page, "duty cycle");
  await expect(page.getByRole("dialog")).toContainText("share of the time an LED is on");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await find(page, "led resistor");
  await expect(page.getByRole("heading", { name: "LED resistor" })).toBeVisible();
  // A field of a station, with no rig open: in the rig that has it.
  await page.keyboard.press("/");
  await page.getByRole("combobox", { name: "What to find" }).fill("blanking");
  await page.getByRole("option", { name: /^Blanking time.*River level/ }).click();
  await expect(page).toHaveURL(/\/rig\/river-level\/scan$/);
  await expect.poll(() => focused(page)).toContain("Blanking time");
});

test("three ways in: a demo rig, what is on the table, something to look up", async ({ page }) => {
  await page.goto("/");
  const ways = page.getByRole("region", { name: "Ways to begin" });
  await ways.getByRole("link", { name: "A module you bought" }).click();
  await expect(page.getByRole("heading", { name: "New rig" })).toBeVisible();
  await expect(page.getByLabel("Name of the rig")).toHaveValue("My module");
  await page.goto("/");
  await ways.getByRole("link", { name: "Segment bytes" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Segment bytes");
  const zero = page.getByRole("region", { name: /alphabet/ }).getByRole("button", { name: "shape of 0" });
  await expect(zero).toContainText("0x3F");
  await page.getByRole("button", { name: "Common anode" }).click();
  await expect(zero).toContainText("0xC0");
  await page.getByRole("button", { name: "Bit 0 is the point" }).click();
  await expect(zero).toContainText("0x03");
  await page.goto("/");
  await ways.getByRole("button", { name: "Hide the ways to begin" }).click();
  await expect(ways).toBeHidden();
  await page.reload();
  await expect(page.getByRole("link", { name: "Open Slip gate" })).toBeVisible();
  await expect(ways).toBeHidden();
});

test("a rig travels as a link, and is opened as a copy", async ({ page, context, browser }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openStation(page, "code");
  await page.getByRole("button", { name: "Link" }).click();
  await expect(page.getByText(/Link to a copy of Slip gate, [\d,]+ characters, copied/)).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  const other = await (await browser.newContext()).newPage();
  const asked: string[] = [];
  other.on("request", (request) => asked.push(request.url()));
  await other.goto(link);
  await expect(other.getByRole("heading", { level: 1 })).toHaveText("Plan");
  await expect(other.getByLabel("Name of the rig")).toHaveValue(/^Slip gate/);
  expect(asked.filter((url) => url.includes(link.split("#")[1]!.slice(0, 20)) && !url.includes("#"))).toEqual(
    [],
  );
  await other.goto(link.slice(0, -50));
  await other.reload();
  await expect(other.getByRole("heading", { name: "The rig of this link was not opened" })).toBeVisible();
});

test("a wire that is missing is put back by the button of its finding", async ({ page }) => {
  await openStation(page, "wires");
  await page.getByRole("button", { name: /^U1 OE̅, leg 13.*U1 GND, leg 8/ }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  await page.getByRole("button", { name: "2 faults" }).click();
  const findings = page.getByRole("dialog");
  await findings
    .getByRole("button", { name: /^Add the missing wire: U1 OE̅, leg 13 to U1 GND, leg 8/ })
    .click();
  await expect(findings.getByText("Nothing found against this rig")).toBeVisible();
});

test("a file dropped anywhere goes where it belongs", async ({ page }) => {
  await openStation(page, "plan", "water-warmth");
  const text = readFileSync("public/captures/water-warmth.vcd", "utf8");
  await page.evaluate((content) => {
    const dataTransfer = new DataTransfer();
    dataTransfer.items.add(new File([content], "mine.vcd"));
    window.dispatchEvent(new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true }));
  }, text);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Writes");
  await expect(page.getByText("mine.vcd", { exact: true })).toBeVisible();
});

test("one wire at a time, by the key of a foot pedal, on a phone", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openStation(page, "wires");
  await page.getByRole("button", { name: "One at a time" }).click();
  const card = page.getByRole("dialog");
  await expect(card.getByText("0 of 26 placed")).toBeVisible();
  for (let wire = 0; wire < 6; wire += 1) await page.keyboard.press("PageDown");
  await expect(card.getByRole("heading", { name: "Stop: measure supply and ground" })).toBeVisible();
  await expect(card.getByRole("row", { name: /U1 VCC/ })).toContainText("4.5 V to 5.5 V");
  await card.getByRole("button", { name: "Close" }).click();
  await expect(page.getByLabel("6 of 26 placed")).toBeVisible();
});

test("a rig on paper: parts, wires in order, bytes, program; what is left out; dark ink in the night theme too", async ({
  page,
}) => {
  await page.goto("/rig/slip-gate/sheet");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Slip gate");
  for (const part of [
    "Parts",
    "Wires, in the order to place them",
    "Bytes of each character",
    "Findings",
    "Program",
  ])
    await expect(page.getByRole("heading", { name: part })).toBeVisible();
  await expect(page.getByText("void loop()")).toBeVisible();
  await page.getByRole("button", { name: "Switch to the night theme" }).click();
  const ink = () => page.evaluate(() => getComputedStyle(document.body).color);
  const ofNight = await ink();
  await page.emulateMedia({ media: "print" });
  expect(await ink()).toBe("rgb(30, 26, 21)");
  expect(ofNight).not.toBe("rgb(30, 26, 21)");
  await expect(page.getByRole("group", { name: "On paper" })).toBeHidden();
  await expect(page.getByRole("navigation", { name: "Stations" })).toBeHidden();
  await page.emulateMedia({ media: "screen" });
  await page.getByRole("checkbox", { name: "Program" }).uncheck();
  await expect(page.getByText("void loop()")).toBeHidden();
});
