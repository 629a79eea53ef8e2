import { expect, test } from "@playwright/test";
import { openStation } from "./helpers";

test("a fault is found: seen, measured, marked, and noted", async ({ page }) => {
  test.slow();
  await openStation(page, "bench", "slip-gate");
  await page.getByRole("button", { name: "Find the fault", exact: true }).click();
  await page.getByRole("button", { name: "Search", exact: true }).click();
  await page.getByLabel("Name", { exact: true }).fill("Since this morning");
  await page.getByLabel("Name", { exact: true }).press("Enter");
  // Everything should be lit, and f stays dark.
  await page.getByRole("button", { name: "Change segment f, lit" }).click();
  await page.getByRole("button", { name: "This is what I see" }).click();
  const may = page.getByRole("region", { name: "What it may be" });
  await expect(may.getByText(/The wire from U1 QF, leg 5 to R6 end 1 is missing/)).toBeVisible({
    timeout: 60_000,
  });
  await may.getByRole("button", { name: "Show where" }).click();
  await may.getByRole("button", { name: "That was it" }).click();
  await expect(page.getByText(/^Found: the wire from U1 QF/)).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Find the fault", exact: true }).click();
  await page.getByLabel("Search", { exact: true }).selectOption({ label: "Since this morning" });
  await expect(page.getByText(/^Found: the wire from U1 QF/)).toBeVisible();
});

test("a rig is brought up on the stand-in, a step after the other", async ({ page }) => {
  test.slow();
  await openStation(page, "bench", "river-level");
  await page.getByRole("button", { name: "Use a simulated board" }).click();
  await expect(page.getByText(/Simulated board: connected/)).toBeVisible();
  await page.getByRole("button", { name: "Everything lit" }).click();
  await page.getByRole("button", { name: "On the simulated board" }).click();
  const face = page.getByRole("img", { name: "Face of the simulated board" });
  await expect.poll(() => face.locator('[data-state="lit"]').count()).toBeGreaterThan(6);
  await page.getByRole("button", { name: "Yes, as expected" }).click();
  await page.keyboard.press("1");
  await expect(page.getByRole("heading", { level: 1, name: "Plan" })).toBeVisible();
  await page.keyboard.press("9");
  await expect(page.getByText("1 of 10 right")).toBeVisible();
});

test("an unmarked display goes on where it was left, and a value goes into the log", async ({ page }) => {
  await openStation(page, "bench", "slip-gate");
  await page.getByRole("button", { name: "Find the pinout" }).click();
  await expect(page.getByText("5 of 12 legs, common cathode")).toBeVisible();
  await page.getByRole("button", { name: "Nothing lights" }).click();
  await expect(page.getByText(/^6 probings/)).toBeVisible();
  await page.getByRole("button", { name: "Log", exact: true }).click();
  await expect(page.getByText("8 values")).toBeVisible();
  await expect(page.getByText(/R3 is nearer 220/)).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "CSV" }).click();
  expect((await download).suggestedFilename()).toBe("slip-gate-log.csv");
});
