// args: rig:station:js-action ...
import { chromium } from "@playwright/test";
import { BROWSER } from "./scripts/steps.mjs";
const vp = (process.env.VP ?? "1280x800").split("x").map(Number);
const b = await chromium.launch(BROWSER);
const p = await b.newPage({ viewport: { width: vp[0], height: vp[1] }, colorScheme: process.env.DARK ? "dark" : "light" });
p.on("pageerror", (e) => console.log("ERR", e.message));
await p.goto("http://localhost:3111/");
await p.locator(".rig-card, article, li a").first().waitFor({ timeout: 60000 });
let i = 0;
for (const a of process.argv.slice(2)) {
  const [rig, station, ...act] = a.split(":");
  if (rig !== "-") { await p.goto(`http://localhost:3111/${rig === "shelf" ? "" : `rig/${rig}/${station}`}`); await p.waitForTimeout(2500); }
  if (act.length) { const f = new (Object.getPrototypeOf(async function () {}).constructor)("p", act.join(":")); const r = await f(p); if (r !== undefined) console.log(JSON.stringify(r, null, 1)); await p.waitForTimeout(800); }
  await p.screenshot({ path: `/tmp/t/shots/${process.env.N ?? "s"}${i++}.png`, fullPage: !!process.env.FULL });
}
await b.close();
