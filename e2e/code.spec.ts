import { expect, test } from "@playwright/test";
import { openStation } from "./helpers";

test("a friend's program runs on the face, is stepped through, and the wires are taken to it", async ({
  page,
}) => {
  test.slow();
  await openStation(page, "code", "river-level");
  await page.getByRole("button", { name: "Run a compiled one" }).click();
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
  await expect(page.getByText("Its segments b and e are exchanged.")).toBeVisible({ timeout: 90_000 });
  await page.getByRole("button", { name: "Take the wires to the code" }).click();
  await page.getByRole("button", { name: "Run", exact: true }).click();
  await expect(face.getByLabel(/^Face: -?\d\.\d\d/).first()).toBeVisible({ timeout: 60_000 });
  // The program and the wires are kept with the rig.
  await page.reload();
  await page.getByRole("button", { name: "Run a compiled one" }).click();
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
  await page.getByRole("button", { name: "Read a table" }).click();
  await page.getByRole("button", { name: "Try one" }).click();
  await expect(page.getByText("Entry 13, “d”")).toBeVisible();
  await page
    .getByRole("textbox", { name: "Paste it here" })
    .fill("{252, 96, 218, 242, 102, 182, 190, 224, 254, 246}");
  await expect(page.getByText("Made for other wires:")).toBeVisible();
  await page.getByRole("button", { name: "Lay the wires in its order" }).click();
  await expect(page.getByText("Made for wires like these:")).toBeVisible();
  await page.getByRole("button", { name: "Entry 7, 0xE0, reads 7" }).click();
  await expect(page.getByText(/one state held/)).toBeVisible();
});
