import { expect, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { expectFace } from "./helpers";

test("the shelf: demo rigs on the first visit, live; export, import, duplicate, delete with undo", async ({
  page,
}) => {
  await page.goto("/");
  const cards = page.locator(".shelf-card");
  await expect(cards).toHaveCount(17);
  await expect(cards.first().locator("[data-state=lit]").first()).toBeVisible();

  await page.getByRole("button", { name: "More for Slip gate" }).click();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export .pip.json" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("slip-gate.pip.json");
  const file = (await download.path())!;

  const [chooser] = await Promise.all([
    page.waitForEvent("filechooser"),
    page.getByRole("button", { name: "Import" }).click(),
  ]);
  await chooser.setFiles({ name: "mine.pip.json", mimeType: "application/json", buffer: readFileSync(file) });
  await expect(page.getByRole("link", { name: "Open Slip gate 2" })).toBeVisible();

  const [again] = await Promise.all([
    page.waitForEvent("filechooser"),
    page.getByRole("button", { name: "Import" }).click(),
  ]);
  const broken = readFileSync(file, "utf8").replace('"U1.16"', '"U9.16"');
  await again.setFiles({
    name: "broken.pip.json",
    mimeType: "application/json",
    buffer: Buffer.from(broken),
  });
  await expect(page.getByRole("dialog")).toContainText("broken.pip.json was not imported");
  await expect(page.getByRole("dialog")).toContainText(
    "wires[0].to names U9, and no unit has that reference",
  );
  await page.getByRole("button", { name: "Close" }).click();
  await expect(cards).toHaveCount(18);

  await page.getByRole("button", { name: "More for Slip gate 2" }).click();
  await page.getByRole("button", { name: "Name and note" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Far slip");
  await page.getByLabel("Note", { exact: true }).fill("Spare digit from the boathouse");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Spare digit from the boathouse")).toBeVisible();
  await expect(page.getByRole("link", { name: "Open Far slip" })).toBeVisible();

  await page.getByRole("button", { name: "More for Ladder step", exact: true }).click();
  await page.getByRole("button", { name: "Duplicate" }).click();
  await expect(cards).toHaveCount(19);
  await page.getByRole("button", { name: "More for Ladder step", exact: true }).click();
  await page.getByRole("button", { name: "Delete" }).click();
  await expect(cards).toHaveCount(18);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(cards).toHaveCount(19);
});

test("a new rig: from the shelf to a lit digit of one's own, kept over a reload", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "New rig" }).first().click();
  await page.getByRole("radio", { name: /Common anode/ }).click();
  const list = page.getByLabel("Characters, one after the other");
  await list.fill("%");
  await expect(page.getByText("Seven segments cannot show “%”")).toBeVisible();
  await list.fill("7");
  await page.getByLabel("Name of the rig").fill("Buoy 7");
  await page.getByRole("button", { name: "Build it and show the wires" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await expectFace(page, "7");
  await page.reload();
  await expect(page.getByLabel("Name of the rig")).toHaveValue("Buoy 7");
  await expectFace(page, "7");
});
