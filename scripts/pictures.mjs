// npm run pictures: one picture of each main view, from the demo rigs, into docs/screenshots. Needs a running server.
import { chromium } from "@playwright/test";
import { BROWSER } from "./steps.mjs";

const address = `http://localhost:${process.env.PORT ?? "3000"}`;
const folder = "docs/screenshots";
const browser = await chromium.launch(BROWSER);

async function takePicture(
  name,
  path,
  { night = false, width = 1280, height = 800, act = async () => {} } = {},
) {
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme: night ? "dark" : "light",
    serviceWorkers: "block",
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.waitForSelector(".shelf-card");
  await page.goto(address + path);
  await page.waitForSelector("h1");
  await page.waitForTimeout(1500);
  await act(page);
  await page.waitForTimeout(300);
  await page.screenshot({ path: `${folder}/${name}.png` });
  await context.close();
  console.log(`${folder}/${name}.png`);
}

await takePicture("shelf", "/");
await takePicture("new-rig", "/new");
await takePicture("plan", "/rig/slip-gate/plan");
await takePicture("wires", "/rig/slip-gate/wires");
await takePicture("glyphs", "/rig/ladder-step/glyphs");
await takePicture("writes", "/rig/slip-gate/writes", {
  act: async (page) => {
    await page.getByLabel("Character").selectOption("5");
    for (let bit = 0; bit < 6; bit += 1) await page.getByRole("button", { name: "Bit", exact: true }).click();
  },
});
await takePicture("code", "/rig/river-level/code", {
  act: async (page) => {
    await page.getByLabel("Written as").selectOption("unit");
    await page.getByRole("button", { name: "display.h" }).click();
    await page.waitForTimeout(800);
  },
});
await takePicture("scan", "/rig/river-level/scan");
await takePicture("breadboard", "/rig/river-level/wires", {
  act: async (page) => {
    await page.getByRole("button", { name: "Untangle" }).click();
    await page.getByRole("button", { name: "Take it" }).click();
    await page.waitForTimeout(1500);
  },
});
await takePicture("current-digits", "/rig/river-level/current", { act: (page) => page.waitForTimeout(4000) });
await takePicture("capture", "/rig/crew-tally/writes", {
  act: async (page) => {
    await page.getByRole("button", { name: "A capture" }).click();
    await page.getByRole("button", { name: /Sample/ }).click();
    await page.waitForTimeout(2500);
  },
});
await takePicture("frames", "/rig/tide-notice/frames");
await takePicture("look-up", "/look/chip", {
  act: async (page) => {
    await page.getByRole("button", { name: "Send the usual set-up" }).click();
    await page.waitForTimeout(1500);
  },
});
await takePicture("show", "/rig/berth-board/show", {
  act: async (page) => {
    await page.getByRole("button", { name: "5", exact: true }).first().click();
    await page.waitForTimeout(3000);
  },
});
await takePicture("bring-up", "/rig/slip-gate/bench", {
  act: async (page) => {
    await page.getByRole("button", { name: "Use a simulated board" }).click();
    await page.getByRole("button", { name: "One segment" }).click();
    await page.getByRole("button", { name: "On the simulated board" }).click();
    await page.waitForTimeout(2500);
  },
});
await takePicture("fault", "/rig/slip-gate/bench", {
  act: async (page) => {
    await page.getByRole("button", { name: "Find the fault", exact: true }).click();
    await page.getByRole("button", { name: "Show where" }).waitFor({ timeout: 60000 });
    await page
      .getByRole("region", { name: "Which search" })
      .evaluate((element) => element.scrollIntoView({ block: "start" }));
    await page.waitForTimeout(1500);
  },
});
await takePicture("pins", "/rig/slip-gate/bench", {
  act: async (page) => {
    await page.getByRole("button", { name: "Find the pinout" }).click();
    await page.waitForTimeout(2000);
  },
});
await takePicture("compiled", "/rig/river-level/code", {
  act: async (page) => {
    await page.getByRole("button", { name: "Run a compiled program" }).click();
    await page.getByRole("button", { name: "Run it on the face" }).click();
    await page.getByText("What would have to change").waitFor({ timeout: 90000 });
    await page.waitForTimeout(2500);
  },
});
await takePicture("phone", "/rig/slip-gate/wires", {
  width: 390,
  height: 844,
  act: async (page) => {
    await page.getByRole("button", { name: "One at a time" }).click();
    for (let wire = 0; wire < 8; wire += 1) await page.keyboard.press("PageDown");
    await page.waitForTimeout(1500);
  },
});
await browser.close();
