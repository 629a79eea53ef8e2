import { expect, test } from "@playwright/test";
import { openListed, expectFace, openStation, trail } from "./helpers";

test("from the shelf to a text on a bought four-in-a-row module", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "New rig", exact: true }).click();
  await page
    .getByLabel("Display", { exact: true })
    .selectOption({ label: "four 8 × 8 dots in a row on MAX7219" });
  await page.getByLabel("Text", { exact: true }).fill("TIDE");
  await page.getByLabel("Name of the rig").fill("Jetty lamp");
  await expect(page.getByText("2 parts, 5 wires, 3 controller lines")).toBeVisible();
  await page.getByRole("button", { name: "Build it and show the wires" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await expect(page.getByLabel("0 of 5 placed")).toBeVisible();
  await page.getByRole("checkbox", { name: "Placed: board 5 V to M1 VCC, pin 1" }).check();
  await expect(page.getByLabel("1 of 5 placed")).toBeVisible();
  await expect(trail(page)).toContainText("in through the header of M1");
  await page.getByRole("button", { name: "Open the module" }).click();
  await expect(page.getByText("Inside the module")).toBeVisible();
  await page.getByRole("link", { name: "Code" }).click();
  await expect(page.locator(".cm-content, .sketch").first()).toContainText("M1 DIN (pin 3)");
});

test("a module is exchanged, another one entered as one's own, and both last over a reload", async ({
  page,
}) => {
  await openListed(page, "plan", "lock-gauge");
  await page
    .getByLabel("Kind of display")
    .selectOption({ label: "eight digits and sixteen keys on a TM1638" });
  await expectFace(page, " 3.42 1.18");
  await page.getByRole("button", { name: "Mine is different…" }).click();
  await page.getByLabel("Name of the module").fill("keys from the fair");
  await page.getByRole("button", { name: "Use this module" }).click();
  await expect(page.getByLabel("Kind of display")).toHaveValue("mine keys from the fair");
  await page.reload();
  await expect(page.getByLabel("Kind of display")).toHaveValue("mine keys from the fair");
  await openStation(page, "plan", "slip-gate");
  await page.getByLabel("Kind of display").selectOption("mine keys from the fair");
  await expect(page.getByRole("list", { name: "Pins of the header" })).toContainText("STB");
});

test("fed by a lithium cell: hours, cautions and what its chips do not stand", async ({ page }) => {
  await openListed(page, "plan", "lock-gauge");
  await page.getByLabel("Powered from").selectOption({ label: "one lithium cell and a 5 V step-up" });
  await expect(page.getByText(/^Lasts about/)).toBeVisible();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.getByLabel("Powered from").selectOption({ label: "one lithium cell, 3.7 V" });
  await expect(page.getByText(/then U1 has less than the 4 V/)).toBeVisible();
  await expect(page.getByText(/faults?$/).first()).toBeVisible();
});
