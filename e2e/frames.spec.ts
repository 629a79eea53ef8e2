import { expect, test } from "@playwright/test";
import { openStation, trail } from "./helpers";

test("frames: a text is changed and queued, letters a font lacks are named, a file is saved", async ({
  page,
}) => {
  await openStation(page, "frames", "tide-notice");
  await expect(page.getByRole("img", { name: /^Frame \d+ of 159, HIGH 14:32/ })).toBeVisible();
  await page.getByLabel("Text", { exact: true }).fill("Ebb ж");
  await expect(page.getByText(/lacks 1 character/)).toBeVisible();
  await page.getByLabel("It", { exact: true }).selectOption("hold");
  await page.getByLabel("Each for").fill("3");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("listitem").filter({ hasText: "Ebb ж" })).toContainText("hold · 3 s");
  await page.getByRole("button", { name: "Text", exact: true }).click();
  await expect(page.getByLabel("Text", { exact: true })).toHaveValue("new text");
  await page.getByRole("button", { name: "Delete new text" }).click();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Delete new text" })).toBeVisible();

  await page.getByRole("button", { name: "Cost and bytes" }).click();
  await expect(page.getByRole("cell", { name: "texts as columns, pictures whole" })).toBeVisible();
  await page.getByLabel("Format").selectOption("c");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save" }).click();
  expect((await download).suggestedFilename()).toBe("tide-notice.h");
});

test("pictures: drawn dot by dot, moved, copied, and taken in from a file; a broken one gets a clear word", async ({
  page,
}) => {
  await openStation(page, "frames", "wind-arrow");
  const drawing = page.getByRole("img", { name: "Picture 1 of 16, 8 × 8 dots" });
  const box = (await drawing.boundingBox())!;
  await drawing.click({ position: { x: box.width / 16, y: box.height / 16 } });
  await expect(trail(page)).toContainText("row 1 · column 1");
  await page.getByRole("button", { name: "Copy this picture behind it" }).click();
  await expect(page.getByRole("button", { name: "Picture 17, 600 ms" })).toBeVisible();
  await page.getByRole("button", { name: "Invert" }).click();
  const input = page.locator("input[type=file]");
  const file = (name: string, text: string) => ({
    name,
    mimeType: "image/x-portable-bitmap",
    buffer: Buffer.from(text),
  });
  await input.setInputFiles(file("cut.pbm", "P4\n80 60\n"));
  await expect(page.locator(".sheet [role=alert], .modal [role=alert]")).toContainText(
    "ends after 0 of 600 bytes",
  );
  await page.getByRole("button", { name: "Leave it" }).click();
  await input.setInputFiles(file("boat.pbm", "P1\n2 2\n10 01\n"));
  await page.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByRole("button", { name: "Picture 18, 500 ms" })).toBeVisible();
});

test("modules that are turned: three questions find how they stand, and the bytes follow", async ({
  page,
}) => {
  await openStation(page, "frames", "tide-notice");
  await page.getByRole("button", { name: "Modules", exact: true }).click();
  await page.getByRole("button", { name: "Find out which way round" }).click();
  await page.getByRole("button", { name: "Look 3 of 8" }).click();
  await page.getByRole("button", { name: "Row 1, place 4" }).click();
  await expect(
    page.getByText(/turned 180° clockwise, 4 side by side, the chain from the top right/),
  ).toBeVisible();
  await page.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByRole("button", { name: "Module 1, turned 180° clockwise" })).toBeVisible();
  await page.getByRole("button", { name: "Mirror", exact: true }).click();
  await expect(page.getByRole("button", { name: "Module 1, turned 180° clockwise, mirrored" })).toBeVisible();
});

test("fonts: a BDF file is taken in and used, a broken one is refused with its line", async ({ page }) => {
  await openStation(page, "frames", "tide-notice");
  await page.getByRole("button", { name: "Fonts" }).click();
  await expect(page.getByText(/237 characters/)).toBeVisible();
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "BDF" }).nth(1).click();
  const path = await (await saved).path();
  const input = page.locator("input[type=file]");
  await input.setInputFiles({
    name: "broken.bdf",
    mimeType: "text/plain",
    buffer: Buffer.from("STARTFONT 2.1\nFONTBOUNDINGBOX 9000 2 0 0\n"),
  });
  await expect(page.locator(".sheet [role=alert], .modal [role=alert]")).toContainText("Line 2");
  await input.setInputFiles(path);
  await expect(page.getByRole("button", { name: "Take out" })).toBeVisible();
  await page.getByRole("option", { name: /^B U/ }).click();
  await page.getByRole("button", { name: "One column more" }).click();
  await expect(page.getByRole("img", { name: "B, 6 × 8 dots" })).toBeVisible();
});
