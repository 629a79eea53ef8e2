import { expect, test } from "@playwright/test";
import { expectFace, face, openStation, trail } from "./helpers";

test("every choice of the plan reaches the wires, the bytes and the face", async ({ page }) => {
  await openStation(page, "plan");
  await page.getByRole("radio", { name: /One only/ }).click();
  await page.getByRole("radio", { name: /Common anode/ }).click();
  await expect(trail(page)).toContainText("0 lights it");
  await page.getByRole("radio", { name: /Least significant bit first/ }).click();
  await expect(trail(page)).toContainText("least significant bit first");
  await page.getByLabel("LED colour").selectOption("blue");
  await expect(page.getByLabel("Forward voltage")).toHaveValue("3.1 V");
  await page.getByLabel("Latch line").selectOption("A2");
  await expect(trail(page)).toContainText("latch on A2");
  await page.getByLabel("Leg names used in your data sheet").selectOption("numbers");
  await expect(trail(page)).toContainText("U1 Q0, leg 15");
  await page.getByRole("combobox", { name: "Powered from" }).selectOption("separate");
  await expect(page.getByText("separate supply 5 V")).toBeVisible();
  await expectFace(page, "8");
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
  await page.getByLabel("Board", { exact: true }).selectOption("ESP32-module");
  await expect(trail(page)).toContainText("line 4");
  await expect(page.getByText("separate supply 3.3 V")).toBeVisible();
  await page.getByRole("link", { name: "Wires" }).click();
  await expect(page.getByText("PS1 plus").first()).toBeVisible();
  await page.reload();
  await expect(trail(page)).toContainText("U1 Q0, leg 15");
});

test("a show of rounds ends and goes blank; it can be started again from power-up", async ({ page }) => {
  await openStation(page, "plan");
  await page.getByLabel(/Characters, in order/).fill("3.A");
  await page.keyboard.press("Enter");
  await page.getByLabel("Time each").fill("700ms");
  await page.keyboard.press("Enter");
  await page.getByLabel("Repeats").fill("1");
  await page.keyboard.press("Enter");
  await page.getByLabel("At the end").selectOption("blank");
  await expect(page.getByText("2 places, 1.4 s in all")).toBeVisible();
  await expect(page.getByRole("timer")).toHaveText("ended");
  await expectFace(page, "blank");
  await page.getByRole("button", { name: "Start again from power-up" }).click();
  await expectFace(page, "3.");
  await expectFace(page, "A");
});

test("wires are added, moved by clicking legs, and taken out; a plan laid again asks first", async ({
  page,
}) => {
  await openStation(page, "wires");
  await page.getByRole("button", { name: /^U1 OE̅, leg 13 fourth/ }).click();
  await page.getByRole("button", { name: "Remove" }).click();
  // The open input, and what it does to the texts.
  await expect(page.getByRole("button", { name: "2 faults" })).toBeVisible();
  await page.getByRole("button", { name: "Add a wire" }).click();
  await page.getByRole("button", { name: "U1 OE̅, leg 13", exact: true }).click();
  await page.getByRole("button", { name: "U1 GND, leg 8", exact: true }).click();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();

  await page.getByRole("button", { name: /^R2 end 2 the end/ }).click();
  await page.getByRole("button", { name: "Move end at DS1 b, leg 6" }).click();
  await page.getByRole("button", { name: "R2 end 2", exact: true }).click();
  await expect(page.locator(".field-error")).toContainText("already at R2 end 2");
  await page.getByRole("button", { name: "DS1 c, leg 4", exact: true }).click();
  await expect(page.getByRole("button", { name: /2 faults/ })).toBeVisible();
  await page.locator(".side-findings button").click();
  await expect(page.getByRole("dialog")).toContainText("Segment b can never light");
  await expect(page.getByRole("dialog")).toContainText("Segment c is driven twice");
  await page.getByRole("button", { name: "Show me" }).first().click();
  await expect(page.locator(".wire-row.is-spotted, .leg.is-spotted").first()).toBeVisible();

  await page.getByRole("link", { name: "Plan" }).click();
  await page.getByRole("radio", { name: /Common anode/ }).click();
  await expect(page.getByRole("dialog")).toContainText("Undo restores yours");
  await page.getByRole("button", { name: "Keep my wires" }).click();
  await expect(page.getByRole("radio", { name: /Common cathode/ })).toBeChecked();
  await page.getByRole("radio", { name: /Common anode/ }).click();
  await page.getByRole("button", { name: "Lay them again" }).click();
  await expect(page.getByText("No faults, no cautions")).toBeVisible();
});

test("a shape of one's own is kept, used by the show, and given up again", async ({ page }) => {
  await openStation(page, "glyphs");
  await page.getByRole("button", { name: /shape of 7/ }).click();
  await page.getByRole("button", { name: "Flip segment f, dark" }).click();
  await page.getByLabel("Character to give this shape").fill("7");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await page.getByRole("button", { name: "Hold it on the face" }).click();
  await expect(face(page).locator("[data-segment=f]")).toHaveAttribute("data-state", "lit");
  await page.getByRole("button", { name: "Back to the usual shape" }).click();
  await expect(face(page).locator("[data-segment=f]")).toHaveAttribute("data-state", "dark");
  await expectFace(page, "7");
  await page.getByRole("button", { name: "Binary" }).click();
  await expect(page.getByRole("button", { name: /shape of 7/ })).toContainText("00000111");
});

test("the theme is kept, and a file dropped on the shelf is taken in", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Switch to the night theme" }).click();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-bs-theme", "dark");
  await expect(page.locator(".shelf-card")).toHaveCount(17);
  const transfer = await page.evaluateHandle(() => {
    const data = new DataTransfer();
    data.items.add(new File(["not a rig"], "notes.json", { type: "application/json" }));
    return data;
  });
  await page.dispatchEvent(".page", "drop", { dataTransfer: transfer });
  await expect(page.getByRole("dialog")).toContainText("notes.json was not imported");
  await expect(page.getByRole("dialog")).toContainText("line 1, column 1 is not valid JSON");
});
