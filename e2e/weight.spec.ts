import { expect, test, type Page } from "@playwright/test";
import { gzipSync } from "node:zlib";
import { openStation } from "./helpers";

const KIB = 1024;
/** The most script a first visit may fetch for its page, gzip, in KiB; what workers fetch is not the page's. */
const PAGES: ReadonlyArray<readonly [path: string, most: number]> = [
  ["/", 170],
  ["/new", 270],
  ...["plan", "current", "glyphs", "scan", "writes"].map((one) => [`/rig/slip-gate/${one}`, 276] as const),
  ["/rig/slip-gate/wires", 292],
  ["/rig/slip-gate/show", 274],
  ["/rig/lap-bell/show", 298],
  ["/rig/wind-arrow/frames", 270],
  ["/rig/slip-gate/code", 338],
  ["/rig/slip-gate/bench", 246],
];

/** Packed bytes of the scripts a page fetches for itself; each script is weighed once. */
async function scriptOf(page: Page, path: string, weighed: Map<string, number>): Promise<number> {
  await page.goto(path);
  await expect(page.locator("h1")).toBeVisible();
  const scripts = () =>
    page.evaluate(() => [
      ...new Set(
        performance
          .getEntriesByType("resource")
          .map(({ name }) => new URL(name).pathname)
          .filter((name) => name.endsWith(".js")),
      ),
    ]);
  // What a station needs beyond its first picture comes after it: nothing more has come for a while.
  let fetched = await scripts();
  for (let still = 0; still < 4;) {
    await page.waitForTimeout(300);
    const now = await scripts();
    still = now.length === fetched.length ? still + 1 : 0;
    fetched = now;
  }
  let sum = 0;
  for (const name of fetched) {
    const size = weighed.get(name) ?? gzipSync(await (await page.request.get(name)).body()).length;
    weighed.set(name, size);
    sum += size;
  }
  return sum;
}

test("a first visit to any page fetches no more script than it may", async ({ page }) => {
  test.slow();
  await openStation(page, "plan");
  const weighed = new Map<string, number>();
  for (const [path, most] of PAGES) {
    const size = (await scriptOf(page, path, weighed)) / KIB;
    test
      .info()
      .annotations.push({ type: "script", description: `${path} ${size.toFixed(0)} KiB of ${most}` });
    expect(size, path).toBeGreaterThan(50);
    expect(size, path).toBeLessThanOrEqual(most);
  }
});

test("an edit is followed on every station; tasks that held the page up are counted", async ({ page }) => {
  test.slow();
  await openStation(page, "plan", "river-level");
  await page.evaluate(() => {
    const tasks = ((window as unknown as { tasks: number[] }).tasks = [] as number[]);
    new PerformanceObserver((list) =>
      list.getEntries().forEach(({ duration }) => tasks.push(duration)),
    ).observe({
      type: "longtask",
    });
  });
  const taken = () =>
    page.evaluate(() => (window as unknown as { tasks: number[] }).tasks.splice(0).map(Math.round));
  const power = page.getByLabel("Powered from");
  const before = await power.inputValue();
  const other = before === "usb" ? "adapter" : "usb";
  await power.selectOption(other);
  for (const key of ["2", "3", "4", "5", "6", "0", "1"]) {
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await expect(page.getByText(/Checking/)).toBeHidden();
    await taken();
    await page.keyboard.press("Control+z");
    await expect(page.getByRole("button", { name: "Redo" })).toBeEnabled();
    await page.keyboard.press("Control+Shift+z");
    await expect(page.getByRole("button", { name: "Redo" })).toBeDisabled();
    await expect(page.getByText(/Checking/)).toBeHidden();
    const long = await taken();
    test.info().annotations.push({
      type: "long tasks",
      description: `station ${key}: ${long.length} (${long.join(", ")} ms)`,
    });
  }
  await expect(power).toHaveValue(other);
});
