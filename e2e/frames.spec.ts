import { expect, test, type Page } from "@playwright/test";
import { openListed, openStation, trail } from "./helpers";

test("frames: a text is changed and queued, letters a font lacks are named, a file is saved", async ({
  page,
}) => {
  await openListed(page, "frames", "tide-notice");
  await expect(page.getByRole("img", { name: /^Frame \d+ of 159, HIGH 14:32/ })).toBeVisible();
  await page.getByLabel("Text", { exact: true }).fill("Ebb ж");
  await expect(page.getByText(/lacks 1 character/)).toBeVisible();
  await page.getByLabel("Motion", { exact: true }).selectOption("hold");
  await page.getByLabel("Time each").fill("3");
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
  await page.getByRole("button", { name: "Cancel" }).click();
  await input.setInputFiles(file("boat.pbm", "P1\n2 2\n10 01\n"));
  await page.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByRole("button", { name: "Picture 18, 500 ms" })).toBeVisible();
});

/** How many dots of a picture are lit, by the middle of each on its canvas. */
const litDots = (page: Page, name: string, width: number, height: number): Promise<number> =>
  page.getByRole("img", { name }).evaluate(
    (element, [across, down]) => {
      const canvas = element as HTMLCanvasElement;
      const context = canvas.getContext("2d")!;
      const pitch = canvas.width / across;
      let lit = 0;
      for (let y = 0; y < down; y += 1)
        for (let x = 0; x < across; x += 1) {
          const [red, green, blue] = context.getImageData((x + 0.5) * pitch, (y + 0.5) * pitch, 1, 1).data;
          if (Math.max(red!, green!, blue!) > 140) lit += 1;
        }
      return lit;
    },
    [width, height] as const,
  );

test("a stroke over 24 dots lights 24, however fast, and is one step of undo", async ({ page }) => {
  await openListed(page, "frames", "tide-notice");
  await page.getByRole("button", { name: "Pictures", exact: true }).click();
  const name = "Picture 1 of 1, 32 × 8 dots";
  const box = (await page.getByRole("img", { name }).boundingBox())!;
  const at = (column: number, row: number) =>
    [box.x + ((column + 0.5) * box.width) / 32, box.y + ((row + 0.5) * box.height) / 8] as const;
  expect(await litDots(page, name, 32, 8)).toBe(0);
  await page.mouse.move(...at(4, 3));
  await page.mouse.down();
  // Two movements for all of it: what lies between is drawn all the same.
  await page.mouse.move(...at(20, 3));
  await page.mouse.move(...at(27, 3));
  await page.mouse.up();
  await expect.poll(() => litDots(page, name, 32, 8)).toBe(24);
  await page.keyboard.press("Control+z");
  await expect.poll(() => litDots(page, name, 32, 8)).toBe(0);
  await page.keyboard.press("Control+Shift+z");
  await expect.poll(() => litDots(page, name, 32, 8)).toBe(24);
});

test("order by keyboard: said in words, and undone the same scene stays chosen", async ({ page }) => {
  await openListed(page, "frames", "tide-notice");
  const text = page.getByLabel("Text", { exact: true });
  for (const words of ["Second", "Third"]) {
    await page.getByRole("button", { name: "Text", exact: true }).click();
    await text.fill(words);
  }
  const rows = page.getByRole("listitem").filter({ has: page.getByRole("button", { name: /^Delete / }) });
  await expect(rows).toHaveCount(4);
  const grip = page.getByRole("button", { name: "Move Third" });
  await grip.focus();
  await page.keyboard.press("Space");
  await expect(page.getByText(/Third, third of four\.$/)).toBeAttached();
  // What is picked up takes keys a turn of the page later.
  await page.evaluate(() => new Promise((turned) => setTimeout(turned)));
  await page.keyboard.press("ArrowUp");
  await expect(page.getByText("Third, second of four.", { exact: true })).toBeAttached();
  await page.keyboard.press("Space");
  await expect(page.getByText("Put down: Third, second of four.")).toBeAttached();
  await expect(rows.nth(1)).toContainText("Third");
  await expect(text).toHaveValue("Third");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(rows.nth(2)).toContainText("Third");
  await expect(text).toHaveValue("Third");
});

test("steps the board cannot keep: said on the face, in the list and with the text, and mended by a click", async ({
  page,
}) => {
  await openListed(page, "frames", "tide-notice");
  await page.getByLabel("Time per column").fill("5 ms");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: /a step takes .* ms, not 5 ms/ })).toBeVisible();
  await expect(page.getByText(/A step takes .* ms, not 5 ms:/)).toBeVisible();
  await expect(page.getByRole("listitem").filter({ hasText: "HIGH 14:32" })).toContainText("asked:");
  await page.getByRole("button", { name: /^ask for \d+ ms$/ }).click();
  await expect(page.getByRole("link", { name: /a step takes/ })).toHaveCount(0);
});

test("a black drawing on a transparent ground is asked about", async ({ page }) => {
  await openStation(page, "frames", "wind-arrow");
  // A PNG of 2 × 2: black where opaque, one dot of it.
  const png =
    "iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAYAAABytg0kAAAAD0lEQVR4nGNgYGD4z4AMAA4EAQCt5tnOAAAAAElFTkSuQmCC";
  await page
    .locator("input[type=file]")
    .setInputFiles({ name: "dot.png", mimeType: "image/png", buffer: Buffer.from(png, "base64") });
  await expect(page.getByText(/black on a transparent ground: what is to be lit/)).toBeVisible();
  await page.getByLabel("the ground around it").check();
  await page.getByLabel("the drawing").check();
  await page.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByRole("button", { name: "Picture 17, 500 ms" })).toBeVisible();
});

test("modules that are turned: three questions find how they stand, and the bytes follow", async ({
  page,
}) => {
  await openListed(page, "frames", "tide-notice");
  await page.getByRole("button", { name: "Modules", exact: true }).click();
  await page.getByRole("button", { name: "Find the orientation" }).click();
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
  await openListed(page, "frames", "tide-notice");
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
  await page.getByRole("button", { name: "One column wider" }).click();
  await expect(page.getByRole("img", { name: "B, 6 × 8 dots" })).toBeVisible();
});
