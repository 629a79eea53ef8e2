import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { openStation } from "./helpers";

test("a friend's program runs on the face, is stepped through, and the wires are taken to it", async ({
  page,
}) => {
  test.slow();
  await openStation(page, "code", "river-level");
  await page.getByRole("button", { name: "Run a compiled program" }).click();
  await page.getByRole("button", { name: "Run it on the face" }).click();
  await expect(page.getByText(/compiled program runs/)).toBeVisible();
  const face = page.getByRole("complementary", { name: "Face and trail" });
  await expect(
    face.getByRole("group", { name: /^Face: -0\.h2/ }).or(face.getByLabel(/^Face: -0\.h2/)),
  ).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole("button", { name: "Instruction", exact: true }).click();
  await expect(page.getByText(/^0x[0-9a-f]{4}/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Run", exact: true })).toBeVisible();
  await expect(page.getByText("Its segments b and e are swapped.")).toBeVisible({ timeout: 90_000 });
  await page.getByRole("button", { name: "Change the wires to suit it" }).click();
  await page.getByRole("button", { name: "Run", exact: true }).click();
  await expect(face.getByLabel(/^Face: -?\d\.\d\d/).first()).toBeVisible({ timeout: 60_000 });
  // The program and the wires are kept with the rig.
  await page.reload();
  await page.getByRole("button", { name: "Run a compiled program" }).click();
  await expect(page.getByText("river-of-a-friend.elf")).toBeVisible();
  // What it wrote is read on Writes like any capture.
  await page.getByRole("button", { name: "Its writes and waveform" }).click();
  await expect(page).toHaveURL(/\/rig\/river-level\/writes/);
  await expect(page.getByText("river-level.vcd")).toBeVisible({ timeout: 60_000 });
});

test("a table with a wrong entry is read, and the wires are laid in the order of another", async ({
  page,
}) => {
  await openStation(page, "code", "slip-gate");
  await page.getByRole("button", { name: "Read a byte table" }).click();
  await page.getByRole("button", { name: "Try one" }).click();
  await expect(page.getByText("Entry 13, “d”")).toBeVisible();
  await page
    .getByRole("textbox", { name: "Paste it here" })
    .fill("{252, 96, 218, 242, 102, 182, 190, 224, 254, 246}");
  await expect(page.getByText("Made for other wires:")).toBeVisible();
  await page.getByRole("button", { name: "Change the wires to its order" }).click();
  await expect(page.getByText("Made for wires like these:")).toBeVisible();
  await page.getByRole("button", { name: "Entry 7, 0xE0, reads 7" }).click();
  await expect(page.getByText(/one state held/)).toBeVisible();
});

test("the display goes out as a unit for a program of one's own, in a folder", async ({ page }) => {
  await openStation(page, "code", "lamp-room");
  await page.getByLabel("Written as").selectOption("micropython");
  await expect(page.getByText("from machine import Pin")).toBeVisible();
  await expect(page.getByText(/194 changes of lines/)).toBeVisible();
  await page.getByLabel("Written as").selectOption("unit-micropython");
  await page.getByRole("button", { name: "display.py" }).click();
  await expect(page.getByText("# Saved as display.py on the board")).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Download folder" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("lamp-room.zip");
  const entries = Object.keys(unzipSync(readFileSync((await file.path())!)));
  expect(entries).toEqual(["lamp-room/lamp-room.py", "lamp-room/display.py"]);
});
