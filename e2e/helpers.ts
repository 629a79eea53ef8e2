import { expect, type Page } from "@playwright/test";

/** Opens a demo rig's station from the shelf's address, with the show paused at a known place. */
export async function openStation(page: Page, station: string, rig = "slip-gate"): Promise<void> {
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Open Slip gate" })).toBeVisible();
  await page.goto(`/rig/${rig}/${station}`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(new RegExp(station, "i"));
}

/** The same with a demo rig that reacts gone back to the list of texts, or the scenes, it had before. */
export async function openListed(page: Page, station: string, rig: string): Promise<void> {
  await openStation(page, "show", rig);
  await page.getByRole("button", { name: "Start over" }).click();
  await page.getByRole("button", { name: /^Back to/ }).click();
  await expect(page.getByRole("heading", { name: "Ready-made starts" })).toBeVisible();
  await page.goto(`/rig/${rig}/${station}`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(new RegExp(station, "i"));
}

/** The face of the rig column. */
export const face = (page: Page) => page.locator(".rig-face [role=group]").first();

/** What the face reads as, once it does. */
export const expectFace = (page: Page, reads: string) =>
  expect(face(page)).toHaveAttribute("aria-label", `Face: ${reads}`);

export const trail = (page: Page) => page.getByRole("list", { name: "Trail of the picked pip" });
