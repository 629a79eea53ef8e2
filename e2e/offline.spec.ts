import { expect, test, type Page } from "@playwright/test";
import { readFileSync, writeFileSync } from "node:fs";
import { expectFace } from "./helpers";

test.use({ serviceWorkers: "allow" });

/** Opens the shelf and waits until all of the application is kept. */
async function firstVisit(page: Page) {
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Open Slip gate" })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
}

test("after one visit everything works with the server off, in mid-work and from the start", async ({
  page,
  context,
}) => {
  await firstVisit(page);
  // In mid-work: the server goes off while a rig is open.
  await page.goto("/rig/river-level/plan");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Plan");
  await context.setOffline(true);
  for (const [key, title] of [
    ["2", "Wires"],
    ["3", "Current"],
    ["5", "Scan"],
    ["6", "Writes"],
    ["8", "Show"],
    ["9", "Bench"],
    ["0", "Code"],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(title);
  }
  // From the start: every page is opened anew, a rig and a station that were never seen before among them.
  await page.goto("/rig/tide-notice/frames");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Frames");
  await page.goto("/rig/slip-gate/wires");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await expectFace(page, "0");
  await page.goto("/new?from=module");
  await expect(page.getByLabel("Name of the rig")).toHaveValue("My module");
  await page.getByRole("button", { name: "Build it and show the wires" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await page.goto("/look/timer");
  await expect(page.getByRole("table", { name: "Timer settings, best first" })).toBeVisible();
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Open My module" })).toBeVisible();
});

test("a newer version says so, and takes over when it is asked to, with everything stored", async ({
  page,
}) => {
  await firstVisit(page);
  await page.goto("/rig/slip-gate/plan");
  const notice = page.getByText("A new version of Bold Pip is ready.");
  const name = page.getByLabel("Name of the rig");
  await expect(name).toHaveValue("Slip gate");
  await expect(notice).toBeHidden();
  const kept = readFileSync("public/sw.js", "utf8");
  try {
    writeFileSync("public/sw.js", `${kept}\n// newer`);
    await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
    await expect(notice).toBeVisible();
    await name.fill("Slip gate, south");
    const loaded = page.waitForEvent("load");
    await page.getByRole("button", { name: "Use it now" }).click();
    await loaded;
    await expect(name).toHaveValue("Slip gate, south");
    await expect(notice).toBeHidden();
  } finally {
    writeFileSync("public/sw.js", kept);
  }
});

test("it can be installed: name, icons and start page", async ({ page, request }) => {
  await page.goto("/");
  const href = await page.locator('link[rel="manifest"]').getAttribute("href");
  const manifest = (await (await request.get(href!)).json()) as {
    name: string;
    display: string;
    icons: readonly { src: string }[];
  };
  expect(manifest).toMatchObject({ name: "Bold Pip", display: "standalone", start_url: "/" });
  for (const { src } of manifest.icons) expect((await request.get(src)).ok()).toBe(true);
});
