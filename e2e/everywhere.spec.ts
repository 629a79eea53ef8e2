import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { expectFace, face, openStation, trail } from "./helpers";

// Each of them has a browser of its own to itself: they need not wait for one another.
test.describe.configure({ mode: "parallel" });

const STATIONS = ["plan", "wires", "current", "glyphs", "scan", "writes", "show", "bench", "code"];
const VIEWS = [
  "/",
  "/new",
  ...STATIONS.map((station) => `/rig/slip-gate/${station}`),
  ...STATIONS.map((station) => `/rig/river-level/${station}`),
  ...["plan", "wires", "scan", "writes"].map((station) => `/rig/crew-tally/${station}`),
  ...["plan", "wires", "current", "scan", "frames", "code"].map((station) => `/rig/wind-arrow/${station}`),
  ...["writes", "frames"].map((station) => `/rig/tide-notice/${station}`),
  ...["show", "wires"].map((station) => `/rig/lap-bell/${station}`),
  "/rig/slip-gate/sheet",
  ...["chip", "glyphs", "table", "capture", "pinout", "timer", "resistor"].map((name) => `/look/${name}`),
];

test("the keyboard: stations, pip, run and step, finder, list of keys, large face", async ({ page }) => {
  await openStation(page, "plan");
  await expect(face(page)).toHaveAttribute("aria-label", /Face: \d/);
  await page.keyboard.press("Space");
  await expect(page.getByRole("button", { name: "Run" })).toBeVisible();
  const label = (await face(page).getAttribute("aria-label"))!;
  await page.keyboard.press(".");
  await expect(face(page)).not.toHaveAttribute("aria-label", label);
  for (const [key, title] of [
    ["2", "Wires"],
    ["3", "Current"],
    ["4", "Glyphs"],
    ["5", "Scan"],
    ["6", "Writes"],
    ["8", "Show"],
    ["0", "Code"],
    ["1", "Plan"],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(title);
  }
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowDown");
  await expect(trail(page)).toContainText("DS1 c, leg 4");

  await page.keyboard.press("/");
  await page.getByRole("combobox", { name: "What to find" }).fill("0x5B");
  await expect(page.getByRole("listbox").getByRole("option").first()).toContainText("reads 2 on this wiring");
  await page.getByRole("combobox", { name: "What to find" }).fill("leg 12");
  await expect(page.getByRole("listbox").getByRole("option", { selected: true })).toContainText(
    "U1 RCLK, leg 12",
  );
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await expect(page.locator(".wire-row.is-spotted")).toContainText("U1 RCLK, leg 12");

  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("step to the next change");
  await page.keyboard.press("Escape");
  await page.keyboard.press("f");
  await expect(page.getByRole("dialog", { name: "The face, large" })).toBeVisible();
});

type Rules = Parameters<AxeBuilder["options"]>[0]["runOnly"];

/** What keeps somebody from using the page. What passes is not listed, and there are no frames to look into. */
const violations = async (page: Page, runOnly: Rules) =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode()
      .options({ resultTypes: ["violations"], runOnly })
      .analyze()
  ).violations;

/** How many pixels run over the right edge of the page. */
const runsOver = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

for (const view of VIEWS) {
  test(`${view} can be used by everybody, by day and by night, and on a phone`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
    await page.goto(view);
    await expect(page.locator("h1")).toBeVisible();
    const day = await violations(page, ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]);
    // The night changes colours and nothing else.
    await page.emulateMedia({ colorScheme: "dark", reducedMotion: "reduce" });
    const night = await violations(page, { type: "rule", values: ["color-contrast"] });
    expect([...day, ...night].map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)).toEqual([]);
    // Text twice as large: nothing runs over the edge of the page.
    await page.evaluate(() => (document.documentElement.style.fontSize = "200%"));
    await expect.poll(() => runsOver(page)).toBe(0);
    await page.evaluate(() => (document.documentElement.style.fontSize = ""));
    await page.setViewportSize({ width: 390, height: 844 });
    await expect.poll(() => runsOver(page)).toBe(0);
  });
}

test("what every station offers is named: no button, field or picture without a word", async ({ page }) => {
  for (const view of ["/", "/rig/river-level/plan", "/rig/river-level/scan", "/rig/tide-notice/frames"]) {
    await page.goto(view);
    await expect(page.locator("h1")).toBeVisible();
    const tree = await page.locator("body").ariaSnapshot();
    expect(tree).toContain("heading");
    // A role without a name stands alone on its line.
    const nameless = tree
      .split("\n")
      .filter((line) => /^\s*- (button|link|textbox|combobox|checkbox|radio|slider|img)(:|$)/.test(line));
    expect({ view, nameless }).toEqual({ view, nameless: [] });
  }
});

test("at 390 px the face is on top and stays in sight, the trail folds", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto("/rig/slip-gate/wires");
  await expectFace(page, "0");
  // The trail is folded until it is asked for, and the face stays in sight.
  const trail = page.getByRole("list", { name: "Trail of the picked pip" });
  await expect(trail).toBeHidden();
  await page.getByRole("button", { name: /^Trail of segment a/ }).click();
  await expect(trail).toBeVisible();
  await page.mouse.wheel(0, 1500);
  await expect(page.getByRole("heading", { level: 1 })).not.toBeInViewport();
  await expect(page.locator(".side-lens")).toBeInViewport();
  await expect(page.getByRole("navigation", { name: "Stations" })).toBeInViewport();
});

test("an address that leads nowhere says so, and the routes for scripts answer", async ({
  page,
  request,
}) => {
  await page.goto("/rig/none/plan");
  await expect(page.getByRole("heading", { name: "There is no such rig in this browser" })).toBeVisible();
  await page.goto("/rig/slip-gate/elsewhere");
  await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
  const refused = await request.post("/api/check", {
    data: Buffer.from("{"),
    headers: { "content-type": "application/json" },
  });
  expect(refused.status()).toBe(400);
  expect(await refused.json()).toMatchObject({ problems: [{ path: "line 1, column 2" }] });
});
