// npm run kill -- --runs 60: a browser is killed in mid-edit, again and again, and what it had is looked for afterwards.
// Needs a running server (PORT, 3000 where it is not given). Prints how old the oldest edit was that a kill took away.
import { chromium } from "@playwright/test";
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { BROWSER } from "./steps.mjs";

const address = `http://localhost:${process.env.PORT ?? "3000"}`;
const at = process.argv.indexOf("--runs");
const runs = at > 0 ? Number(process.argv[at + 1]) : 60;
const folder = mkdtempSync(join(tmpdir(), "bold-pip-kill-"));
const EDIT_MS = 120;

const open = () => chromium.launchPersistentContext(folder, BROWSER);

/** Ends every process of the browser at once, as a power cut would. */
function kill() {
  const found = spawnSync("pgrep", ["-f", folder]).stdout.toString().trim().split("\n").filter(Boolean);
  for (const pid of found) spawnSync("kill", ["-9", pid]);
}

async function nameOf(context) {
  const page = await context.newPage();
  await page.goto(`${address}/rig/slip-gate/plan`);
  const field = page.getByLabel("Name of the rig");
  await field.waitFor({ timeout: 30_000 });
  return { page, field, name: await field.inputValue() };
}

let oldest = 0;
let lost = 0;
let unreadable = 0;
let number = 0;
let context = await open();
const first = await context.newPage();
await first.goto(address);
await first.waitForSelector(".shelf-card");
for (let run = 0; run < runs; run += 1) {
  const { page, field } = await nameOf(context);
  const made = new Map();
  const until = performance.now() + 300 + Math.random() * 2500;
  while (performance.now() < until) {
    number += 1;
    await field.fill(`Edit ${number}`);
    await page.keyboard.press("Enter");
    made.set(number, performance.now());
    await page.waitForTimeout(EDIT_MS);
  }
  const killed = performance.now();
  kill();
  await context.close().catch(() => {});
  context = await open();
  const { name } = await nameOf(context).catch(() => ({ name: "" }));
  const kept = Number(/^Edit (\d+)$/.exec(name)?.[1] ?? NaN);
  if (Number.isNaN(kept)) {
    unreadable += 1;
    console.log(`run ${run + 1}: the rig reads “${name}”`);
    continue;
  }
  const gone = [...made].filter(([edit]) => edit > kept);
  lost += gone.length;
  const age = gone.length > 0 ? killed - gone[0][1] : 0;
  oldest = Math.max(oldest, age);
  if (gone.length > 0)
    console.log(`run ${run + 1}: ${gone.length} lost, the oldest ${Math.round(age)} ms old`);
}
await context.close();
rmSync(folder, { recursive: true, force: true });
console.log(
  `${runs} kills, ${number} edits; lost ${lost}, the oldest ${Math.round(oldest)} ms old; not readable ${unreadable}`,
);
process.exit(unreadable > 0 || oldest > 1000 ? 1 : 0);
