import { expect, test } from "@playwright/test";
import { face, openStation } from "./helpers";

test("a countdown from nothing: begun, set to its next preset, started by a key, kept as a tape and checked", async ({
  page,
}) => {
  test.slow();
  await openStation(page, "show", "river-level");
  const card = page.locator(".start-card").filter({ hasText: "Countdown" });
  await card.getByRole("button", { name: "Start with this" }).click();
  await expect(face(page)).toHaveAttribute("aria-label", /01\.00/);
  const controls = page.getByRole("region", { name: "Controls of the rig" });
  await expect(controls.getByRole("button", { name: "SW3" })).toBeVisible();
  // A finger stays on a button for a moment.
  await controls.getByRole("button", { name: "SW3" }).click({ delay: 200 });
  await expect(face(page)).toHaveAttribute("aria-label", /03\.00/);
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("q", { delay: 250 });
  await expect(face(page)).toHaveAttribute("aria-label", /02\.5\d/);
  await controls.getByRole("button", { name: "Keep these moves as a tape" }).click();
  const tapes = page.getByRole("region", { name: "Tapes" });
  await tapes.getByLabel("Text", { exact: true }).fill("01.00");
  await tapes.getByLabel("At", { exact: true }).fill("0.3 s");
  await tapes.getByRole("button", { name: "Add", exact: true }).click();
  await tapes.getByRole("button", { name: "Check" }).click();
  await expect(tapes.getByText(/happened as expected/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.reload();
  await expect(page.getByText("left counts down from 60 s, 180 s, 300 s")).toBeVisible();
});

test("a knob is turned and a lamp is switched by what it shows", async ({ page }) => {
  await openStation(page, "show", "slip-gate");
  await page
    .locator(".start-card")
    .filter({ hasText: "Knob" })
    .getByRole("button", { name: "Start with this" })
    .click();
  await expect(face(page)).toHaveAttribute("aria-label", /5/);
  await page.getByRole("slider", { name: /RV1/ }).fill("91");
  await expect(face(page)).toHaveAttribute("aria-label", /9/);
  await page.getByRole("button", { name: "Add an input or output part" }).click();
  await page.getByRole("button", { name: "A lamp: an LED with its resistor" }).click();
  await page.getByRole("button", { name: "Event", exact: true }).click();
  await page.getByRole("button", { name: "Change event 1" }).click();
  const events = page.getByRole("region", { name: "Events" });
  await events.getByLabel("Comparison").selectOption("is above");
  await events.getByLabel("Number").fill("6");
  await events.getByLabel("Number").press("Enter");
  await events.getByLabel("How").selectOption("on");
  // The event says what it does in the same words.
  const outputs = page.getByRole("region", { name: "Controls of the rig" });
  await expect(outputs.getByText("LED1 off")).toBeVisible();
  await page.getByRole("slider", { name: /RV1/ }).fill("91");
  await expect(outputs.getByText("LED1 on")).toBeVisible();
});

test("boats are counted out in programmable logic: pressed, seen, told, and printed as registers", async ({
  page,
}) => {
  test.slow();
  await openStation(page, "show", "boats-out");
  await expect(face(page)).toHaveAttribute("aria-label", /00\.24/);
  const controls = page.getByRole("region", { name: "Controls of the rig" });
  await controls.getByRole("button", { name: "SW1" }).click({ delay: 200 });
  await expect(controls.getByText("LED1 on")).toBeVisible();
  const work = page.getByRole("region", { name: "The program at work" });
  await expect(work.getByText("out is 1")).toBeVisible();
  await expect(work.getByText("LED1 is switched on")).toBeVisible();
  await expect(face(page)).toHaveAttribute("aria-label", /01\.24/);
  await openStation(page, "code", "boats-out");
  await expect(
    page.getByText("Registers and steps for programmable logic: the same program the face runs."),
  ).toBeVisible();
  await expect(page.getByText("input wire SW1_LINE")).toBeVisible();
});

test("a distance is read by its echo, and the sensor is wired to lines of its own", async ({ page }) => {
  await openStation(page, "show", "river-level");
  await page
    .locator(".start-card")
    .filter({ hasText: "Distance" })
    .getByRole("button", { name: "Start with this" })
    .click();
  await page.getByRole("slider", { name: /SE1/ }).fill("137");
  await expect(face(page)).toHaveAttribute("aria-label", /137/);
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
});
