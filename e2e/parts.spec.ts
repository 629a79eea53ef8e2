import { expect, test } from "@playwright/test";
import { openListed, openStation, trail } from "./helpers";

test("an LED of one's own: added, wired with its resistor, kept lit, seen on the face, still there after a new plan", async ({
  page,
}) => {
  await openStation(page, "wires");
  const add = async (part: string) => {
    await page.getByRole("button", { name: "Add a part" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Part", { exact: true }).selectOption(part);
    await dialog.getByRole("button", { name: "Add this part" }).click();
    await expect(page.getByRole("region", { name: "Selected part" })).toBeVisible();
  };
  const wire = async (from: string, to: string) => {
    await page.getByRole("button", { name: "Add a wire" }).click();
    await page.getByLabel("Leg", { exact: true }).selectOption(from);
    await page.getByLabel("Leg", { exact: true }).selectOption(to);
  };
  await add("led");
  await add("resistor");
  await wire("MCU1.9", "R9.1");
  await wire("R9.2", "LED1.1");
  await wire("LED1.2", "MCU1.GND1");
  await page.getByLabel("Part", { exact: true }).selectOption("LED1");
  await page.getByRole("checkbox", { name: "controlled by the program" }).check();
  const lamp = page.locator(".rig-face").getByRole("button", { name: /^Pick LED1/ });
  await expect(lamp).toHaveAttribute("data-state", "lit");
  await lamp.click();
  await expect(trail(page)).toContainText("kept lit");
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.getByRole("link", { name: "Code" }).click();
  await expect(page.locator(".cm-content, .sketch").first()).toContainText("line 9 -> R9");
  await page.getByRole("link", { name: "Plan" }).click();
  await page.getByLabel("Powered from").selectOption("usb");
  await page.reload();
  await expect(lamp).toHaveAttribute("data-state", "lit");
});

test("eight digits beside a sign, on its chain: a text with each scene, wired by its header", async ({
  page,
}) => {
  await openListed(page, "plan", "tide-notice");
  await page.getByLabel("Add a display to the same chain or bus").selectOption("digits-8-max7219");
  await page.getByRole("button", { name: "Add this display" }).click();
  await page.getByLabel(/^Its texts, one a line/).fill("12.5\n3.1");
  await page.getByLabel(/^Its texts, one a line/).press("Tab");
  const beside = page.locator(".rig-face").getByRole("group", { name: /^eight digits on a MAX7219/ });
  await expect(beside.locator('[data-state="lit"]').first()).toBeVisible();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.getByRole("link", { name: "Wires" }).click();
  await expect(page.getByRole("checkbox", { name: "Placed: M1 DOUT, pin 8 to M2 DIN, pin 3" })).toBeVisible();
  await page.reload();
  await expect(beside.locator('[data-state="lit"]').first()).toBeVisible();
});

test("a chip is put on another column and stays there", async ({ page }) => {
  await openStation(page, "wires");
  await page.getByRole("button", { name: "On a breadboard" }).click();
  await page.getByLabel("Part", { exact: true }).selectOption("U1");
  await page.getByLabel("From column").fill("44");
  await page.getByLabel("From column").press("Enter");
  await expect(page.getByText(/leg 1 in 44f/)).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "On a breadboard" }).click();
  await expect(page.getByText(/leg 1 in 44f/)).toBeVisible();
});
