import { expect, test } from "@playwright/test";
import { expectFace, face, openStation, trail } from "./helpers";

test("many digits: the face reads them, each LED has its trail, the pick moves over the edge of a digit", async ({
  page,
}) => {
  await openStation(page, "plan", "river-level");
  await page.getByRole("radio", { name: /One only/ }).click();
  await expectFace(page, " 2.35");
  await face(page).getByRole("button", { name: "Pick digit 2 segment b, lit" }).click();
  await expect(trail(page)).toContainText("digit 2 · segment b");
  await expect(trail(page)).toContainText(/lit 1\.7\d ms of every 8\.08 ms/);
  await expect(trail(page)).toContainText("DS1 digit 2 +, leg 9 → Q2 collector");
  await expect(trail(page)).toContainText("on while U2 QB, leg 1 through R10 is low");
  await page.locator("body").press("ArrowRight");
  await expect(trail(page)).toContainText("digit 3 · segment f");
  await page.getByLabel("Text", { exact: true }).fill("-1.5");
  await page.keyboard.press("Enter");
  await expectFace(page, " -1.5");
});

test("Plan: the ways are compared, one is recommended with its reasons, and one click builds another", async ({
  page,
}) => {
  await openStation(page, "plan", "moorings-free");
  const ways = page.getByRole("table", { name: "Ways to drive the display" });
  await expect(ways.getByRole("row")).not.toHaveCount(1);
  await expect(ways.getByText("recommended")).toBeVisible();
  await expect(page.getByText(/it uses no line that has another job/)).toBeVisible();
  await page.getByText(/ways? that do(es)? not fit, and why/).click();
  await expect(page.getByText("it needs a board with programmable logic")).toBeVisible();
  await page.getByRole("button", { name: "Build: Two registers, digits by transistors" }).click();
  await expect(trail(page)).toContainText("U1 QA, leg 15");
  await expectFace(page, "  16");
  await page.getByLabel("Kind of display").selectOption("clock");
  await page.getByRole("radio", { name: /One only/ }).click();
  await page.getByLabel("Text", { exact: true }).fill("12:30");
  await page.keyboard.press("Enter");
  await expectFace(page, "12:30");
});

test("Plan: a display is entered leg by leg, and what cannot be one is said", async ({ page }) => {
  await openStation(page, "plan", "moorings-free");
  await page.getByRole("radio", { name: /One only/ }).click();
  await page.getByLabel("Kind of display").selectOption("own");
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/^Leg 12,/).selectOption("not-used");
  await expect(dialog.getByRole("alert")).toContainText("Digit 1 has no common, and digit 2 has one");
  await dialog.getByLabel(/^Leg 12,/).selectOption("digit-2");
  await dialog.getByLabel(/^Leg 9,/).selectOption("digit-1");
  await dialog.getByRole("button", { name: "Use this display" }).click();
  await expect(trail(page)).toContainText("DS1 digit 1 −, leg 9");
  await expectFace(page, "  17");
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
  await page.reload();
  await expect(trail(page)).toContainText("DS1 digit 1 −, leg 9");
});

test("Wires: parts are seated hole by hole, and untangling lessens the crossings and moves the bytes", async ({
  page,
}) => {
  await openStation(page, "wires", "river-level");
  await page.getByRole("button", { name: "On a breadboard" }).click();
  await expect(page.getByText(/One board is enough/)).toBeVisible();
  await expect(page.getByRole("heading", { name: /^Rails and strip/ })).toBeVisible();
  await expect(page.getByText(/board 5 V → upper \+ rail at 3/)).toBeVisible();
  await page.getByRole("checkbox", { name: "Seated: DS1" }).check();
  await expect(page.getByText("1 of 21")).toBeVisible();
  await expect(page.getByRole("button", { name: /^U1 QA, leg 15 hole \d+a/ })).toBeVisible();
  await page.getByLabel("Breadboard", { exact: true }).selectOption("400");
  await expect(page.getByText(/It takes 2 boards of 400 points/)).toBeVisible();
  await page.getByLabel("Rails", { exact: true }).selectOption("broken");
  await expect(page.getByText("Board 2", { exact: true })).toBeVisible();
  await page.getByLabel("Rails", { exact: true }).selectOption("through");
  await page.getByLabel("Breadboard", { exact: true }).selectOption("830");
  await page.getByRole("button", { name: "Untangle" }).click();
  const panel = page.getByRole("region", { name: "Untangle" });
  await expect(panel.getByRole("status")).toContainText("Crossings");
  await panel.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await expect(face(page)).toHaveAttribute("aria-label", /Face: -0\.42|Face: -0\.17/);
});

test("Scan: times are set, dragged and nudged; the eye, the timer, the count and the camera follow", async ({
  page,
}) => {
  await openStation(page, "scan", "moorings-free");
  await expect(page.getByText("No LED carries current outside its own slot.")).toBeVisible();
  await page.getByLabel("On-time per digit").fill("10ms");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /1 fault/ })).toBeVisible();
  await expect(page.getByText("flickers", { exact: true }).first()).toBeVisible();
  await page.getByLabel("On-time per digit").fill("2ms");
  await page.keyboard.press("Enter");
  await page.getByLabel("Blanking time", { exact: true }).fill("0");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/% of a lit one/).first()).toBeVisible();

  const handle = page.getByRole("slider", { name: "On-time of digit 2" });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel("On-time for all (now uneven)")).toBeVisible();
  await expect(page.getByText(/The dimmest has \d+ % of the light of the brightest/)).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("All digits are equally bright.")).toBeVisible();

  await page.getByRole("radio", { name: /Timer interrupt/ }).click();
  await expect(page.getByText("Shared values.")).toBeVisible();
  await expect(page.getByRole("row", { name: /timer 1 ÷ 8/ })).toContainText("exact");
  await page.getByLabel("Time by your watch").fill("62.4");
  await page.keyboard.press("Enter");
  await page.getByLabel("Exposure", { exact: true }).fill("1ms");
  await page.keyboard.press("Enter");
  await expect(page.getByText("some digits are missing altogether")).toBeVisible();
});

test("Scan: a rig whose digits do not take turns says so, and leads on", async ({ page }) => {
  await openStation(page, "scan");
  await expect(page.getByRole("heading", { name: "Nothing is multiplexed here" })).toBeVisible();
  await page.getByRole("link", { name: "Look at the ways to drive it" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Plan");
});

test("Code: programmable logic gets a hardware description, direct lines a sketch with its lines", async ({
  page,
}) => {
  await openStation(page, "code", "boats-out");
  await expect(page.getByText("parameter TURN")).toBeVisible();
  await openStation(page, "code", "moorings-free");
  await expect(page.getByText(/KiB of 31.5 KiB flash|B of 31.5 KiB flash/)).toBeVisible();
  await expect(page.getByText(/const uint8_t LINES\[\] PROGMEM = \{2, 3, 4/)).toBeVisible();
});

test("what is over a limit is said at the foot of the page, and a segment may be left out on purpose", async ({
  page,
}) => {
  await openStation(page, "plan", "slip-gate");
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.getByLabel("Resistor value").fill("100");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /faults?/ })).toBeVisible();
  await page.getByRole("link", { name: "Current" }).click();
  await expect(page.getByText("over", { exact: true }).first()).toBeVisible();
  await page.getByRole("button", { name: /faults?/ }).click();
  const found = page.getByRole("dialog");
  await expect(found.getByText(/U1 supply leg carries/)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+z");
  await expect(page.getByText("No faults, no cautions")).toBeVisible();

  await page.getByRole("link", { name: "Wires" }).click();
  await page.getByRole("button", { name: /^R8 end 2 the end/ }).click();
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await page.getByRole("button", { name: /1 fault/ }).click();
  await found.getByRole("button", { name: "Left out on purpose" }).click();
  await expect(found.getByText(/left out on purpose/)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /fault/ })).toHaveCount(0);
});
