import { expect, test, type Page } from "@playwright/test";
import { openStation } from "./helpers";

const rigName = (page: Page) => page.getByLabel("Name of the rig");

async function rename(page: Page, name: string): Promise<void> {
  await rigName(page).fill(name);
  await page.keyboard.press("Enter");
}

test("two pages on one rig: each follows the other at once; edits of different parts are joined", async ({
  page,
  context,
}) => {
  await openStation(page, "plan");
  const other = await context.newPage();
  await openStation(other, "plan");
  await rename(page, "Slip gate, north");
  await expect(rigName(other)).toHaveValue("Slip gate, north");
  await other.getByLabel("Time each").fill("2 s");
  await other.getByLabel("Time each").press("Enter");
  await expect(page.getByLabel("Time each")).toHaveValue("2 s");
  // What came from the other page is one step of undo here.
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Time each")).toHaveValue("1 s");
  await expect(other.getByLabel("Time each")).toHaveValue("1 s");
});

test("deleted in another page: it is said, and the rig can be kept", async ({ page, context }) => {
  await openStation(page, "plan");
  const shelf = await context.newPage();
  await shelf.goto("/");
  await shelf.getByRole("button", { name: "More for Slip gate", exact: true }).click();
  await shelf.locator(".dropdown-menu.show").getByText("Delete").click();
  await expect(page.getByText("This rig was deleted in another tab.")).toBeVisible();
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("This rig was deleted in another tab.")).toBeHidden();
  await expect(shelf.getByRole("link", { name: "Open Slip gate" })).toBeVisible();
});

test("an edit the moment before a reload is there after it", async ({ page }) => {
  await openStation(page, "plan");
  for (let round = 0; round < 5; round += 1) {
    await rename(page, `Round ${round}`);
    await page.reload();
    await expect(rigName(page)).toHaveValue(`Round ${round}`);
  }
});

test("storage that is full: a line that cannot be overlooked, the edit kept and tried again, a question before leaving", async ({
  page,
}) => {
  await openStation(page, "plan");
  // The database is a worker's, and none of them has any room.
  // One that works for a moment may end meanwhile.
  await Promise.allSettled(
    page.workers().map((worker) =>
      worker.evaluate(() => {
        const { prototype } = IDBObjectStore;
        const store = globalThis as unknown as { full: boolean };
        store.full = true;
        const { put } = prototype;
        prototype.put = function (this: IDBObjectStore, ...given: Parameters<typeof put>) {
          if (store.full) throw new DOMException("no room", "QuotaExceededError");
          return put.apply(this, given);
        } as typeof put;
      }),
    ),
  );
  await rename(page, "No room for this");
  const line = page.locator(".save-line[role=alert]");
  await expect(line).toContainText("Your last changes are not saved");
  await expect(line).toContainText("storage is full");
  await expect(rigName(page)).toHaveValue("No room for this");
  let asked = "";
  page.once("dialog", (dialog) => {
    asked = dialog.type();
    void dialog.dismiss();
  });
  await page.close({ runBeforeUnload: true });
  await expect.poll(() => asked).toBe("beforeunload");
  await Promise.allSettled(
    page
      .workers()
      .map((worker) => worker.evaluate(() => ((globalThis as unknown as { full: boolean }).full = false))),
  );
  await page.getByRole("button", { name: "Try now" }).click();
  await expect(line).toBeHidden();
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
});

test("the bin: what was deleted is listed, comes back, or goes for good", async ({ page }) => {
  await page.goto("/");
  for (const name of ["Oar rack", "Wind arrow"]) {
    await page.getByRole("button", { name: `More for ${name}` }).click();
    await page.locator(".dropdown-menu.show").getByText("Delete").click();
  }
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("button", { name: "Bin", exact: true }).click();
  const bin = page.getByRole("dialog", { name: "Bin" });
  await expect(bin.getByRole("listitem")).toHaveCount(2);
  await bin.getByRole("button", { name: "Restore Oar rack" }).click();
  await expect(bin.getByRole("listitem")).toHaveCount(1);
  await bin.getByRole("button", { name: "Empty the bin" }).click();
  await bin.getByRole("button", { name: "Delete for good" }).click();
  await expect(bin).toContainText("The bin is empty");
  await bin.getByRole("button", { name: "Close" }).click();
  await expect(page.locator(".shelf-card")).toHaveCount(16);
});

test("a back-up brings everything back, beside what was changed since; a damaged file is refused in a dialog", async ({
  page,
}) => {
  await page.goto("/");
  const more = () => page.getByRole("button", { name: "More", exact: true }).click();
  await more();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Back up everything" }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^bold-pip-\d{4}-\d{2}-\d{2}\.zip$/);
  const file = (await download.path())!;
  await page.getByRole("button", { name: "More for Oar rack" }).click();
  await page.locator(".dropdown-menu.show").getByText("Delete").click();
  await page.getByRole("button", { name: "More for Ladder step" }).click();
  await page.getByRole("button", { name: "Name and note" }).click();
  await page.getByLabel("Note", { exact: true }).fill("changed since");
  await page.getByRole("button", { name: "Save" }).click();
  await page.getByLabel("Back-up to restore").setInputFiles(file);
  const report = page.getByRole("dialog");
  await expect(report).toContainText("Back on the shelf: 1");
  await expect(report).toContainText("Ladder step: now Ladder step 2");
  await report.getByRole("button", { name: "Close" }).click();
  await expect(page.getByRole("link", { name: "Open Oar rack" })).toBeVisible();
  await expect(page.getByText("changed since")).toBeVisible();
  await page
    .getByLabel("Back-up to restore")
    .setInputFiles({ name: "torn.zip", mimeType: "application/zip", buffer: Buffer.from("PK torn") });
  await expect(page.getByRole("dialog")).toContainText("torn.zip was not restored");
  await expect(page.getByRole("dialog")).toContainText("Nothing on the shelf was changed");
});

test("a damaged record stands beside the others and can be taken away as a file", async ({ page }) => {
  await page.goto("/");
  await expect(page.locator(".shelf-card").first()).toBeVisible();
  await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const asked = indexedDB.open("bold-pip");
      asked.onsuccess = () => resolve(asked.result);
    });
    const writing = database.transaction("rigs", "readwrite");
    writing.objectStore("rigs").put({ id: "torn", rig: null, created: 1, changed: Number.NaN });
    await new Promise((resolve) => (writing.oncomplete = resolve));
    database.close();
  });
  await page.reload();
  await expect(page.locator(".shelf-card")).toHaveCount(18);
  await expect(page.getByText("cannot be read")).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export as it is" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("a-rig-without-a-name.pip.json");
});

test("no workers, or a database that does not open: a page that says so", async ({ browser }) => {
  const without = async (spoil: () => void, heading: string) => {
    const context = await browser.newContext();
    const page = await context.newPage();
    // Before every script, those of workers too.
    await page.route("**/*.js", async (route) => {
      const response = await route.fetch();
      await route.fulfill({ response, body: `(${spoil.toString()})();\n${await response.text()}` });
    });
    await page.goto("/");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(heading);
    // Scripts still under way when the heading stands are of no interest.
    await page.unrouteAll({ behavior: "ignoreErrors" });
    await context.close();
  };
  await without(
    () => void Object.defineProperty(globalThis, "Worker", { value: undefined, configurable: true }),
    "This browser does not let the page work in the background",
  );
  await without(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException("not here", "SecurityError");
    };
  }, "The browser’s storage cannot be opened");
  await without(() => {
    // A request that never answers.
    IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest;
  }, "The browser’s storage does not answer");
});

test("pages carry a policy that lets nothing in from elsewhere, and pages of other sites may not ask", async ({
  page,
  request,
}) => {
  const broken: string[] = [];
  page.on("console", (message) => {
    if (/Content Security Policy/i.test(message.text())) broken.push(message.text());
  });
  const response = await page.goto("/");
  const headers = response!.headers();
  expect(headers["content-security-policy"]).toMatch(/default-src 'self'; script-src 'self' 'nonce-/);
  expect(headers["content-security-policy"]).not.toMatch(/script-src[^;]*unsafe/);
  expect(headers).toMatchObject({ "x-content-type-options": "nosniff", "x-frame-options": "DENY" });
  for (const station of ["plan", "wires", "writes", "code"]) await openStation(page, station, "river-level");
  expect(broken).toEqual([]);
  const asked = (origin?: string) =>
    request.post("/api/check", { data: "{}", headers: origin ? { origin } : {} }).then((one) => one.status());
  expect(await asked("http://evil.example")).toBe(403);
  expect(await asked("null")).toBe(403);
  expect(await asked()).toBe(422);
  expect(await asked("http://localhost:3417")).toBe(422);
});

test("Stop stops: the bar goes, nothing comes late, and it can be started again", async ({ page }) => {
  await openStation(page, "plan", "moorings-free");
  const bar = page.getByRole("progressbar", { name: "Comparing the ways" });
  await expect(bar).toBeVisible();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByText("Stopped.")).toBeVisible();
  await page.waitForTimeout(3000);
  await expect(bar).toBeHidden();
  await expect(page.getByText("recommended")).toBeHidden();
  await page.getByRole("button", { name: "Run it again" }).click();
  await expect(page.getByText("recommended")).toBeVisible();
});

test("a page that fails while it is drawn says so, keeps what was changed, and is shown again", async ({
  page,
}) => {
  await openStation(page, "plan", "slip-gate");
  await page.getByLabel("Powered from").selectOption("adapter");
  await expect(page.getByRole("status", { name: "Saved in this browser" })).toBeVisible();
  await page.evaluate(() => {
    Object.assign(window, { whole: Array.prototype.flatMap });
    Array.prototype.flatMap = () => {
      throw new Error("not on this page");
    };
  });
  await page.keyboard.press("2");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("This page stopped working");
  await expect(page.getByText("What failed: not on this page")).toBeVisible();
  await page.evaluate(() => {
    Array.prototype.flatMap = (window as unknown as { whole: typeof Array.prototype.flatMap }).whole;
  });
  await page.getByRole("button", { name: "Show it again" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Wires");
  await page.keyboard.press("1");
  await expect(page.getByLabel("Powered from")).toHaveValue("adapter");
});
