// Part of npm run bench: how much longer a page and a small question take while the heaviest question is answered.
import { spawn } from "node:child_process";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import { bin } from "./steps.mjs";

const PORT = "3418";
const address = `http://127.0.0.1:${PORT}`;
const TIMES = 21;

if (!existsSync(".next/BUILD_ID")) {
  console.log("No build: npm run build first, for the server's figures.");
  process.exit(0);
}
const demo = ".answers/demo";
const rigs = existsSync(demo) ? readdirSync(demo) : [];
const rig = (id) => readFileSync(`${demo}/${id}.json`, "utf8");
const server = spawn(bin("next"), ["start", "-H", "127.0.0.1", "-p", PORT], { stdio: "ignore" });

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
async function took(ask) {
  const began = performance.now();
  const response = await ask();
  await response.arrayBuffer();
  return { ms: performance.now() - began, status: response.status };
}
const median = (list) => [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)];
const post = (path, body) => fetch(`${address}/api/${path}`, { method: "POST", body });
let asked = 0;
/** Never the same question twice: what is remembered is not measured. */
const small = () => post("check", rig("slip-gate").replace("Slip gate", `Slip gate ${(asked += 1)}`));
const page = () => fetch(`${address}/`);

async function medians() {
  const figures = { page: [], small: [] };
  for (let time = 0; time < TIMES; time += 1) {
    figures.page.push((await took(page)).ms);
    figures.small.push((await took(small)).ms);
  }
  return { page: median(figures.page), small: median(figures.small) };
}

try {
  for (let tries = 0; ; tries += 1) {
    const up = await page().catch(() => undefined);
    if (up?.ok) break;
    if (tries > 100) throw new Error("the server did not start");
    await wait(200);
  }
  await medians();
  const idle = await medians();
  const heavy = () =>
    post("simulate?parts=all", JSON.stringify({ rig: JSON.parse(rig("regatta-board")), seconds: 120 }));
  const slow = took(heavy);
  await wait(500);
  const busy = await medians();
  const ended = await slow;
  console.log(
    `\nServer, medians of ${TIMES}; beside the heaviest question (ended with ${ended.status} after its deadline):`,
  );
  for (const what of ["page", "small"])
    console.log(
      `  ${what === "page" ? "a page" : "a small check"}: ${(busy[what] / idle[what]).toFixed(2)} × its idle time (${idle[what].toFixed(0)} ms)`,
    );
  console.log("\nEvery demo rig on every route, as it is asked by default:");
  for (const file of rigs) {
    const text = readFileSync(`${demo}/${file}`, "utf8");
    const routes = ["check", "export/sketch", "export/frames", "export/writes"];
    const figures = [];
    for (const route of routes) {
      const began = performance.now();
      const response = await post(route, text);
      const size = (await response.arrayBuffer()).byteLength;
      const seconds = (performance.now() - began) / 1000;
      if (response.status !== 422)
        figures.push(`${route} ${seconds.toFixed(1)} s ${(size / 1e6).toFixed(2)} MB`);
    }
    console.log(`  ${file.replace(".json", "")}: ${figures.join("; ")}`);
  }
} finally {
  server.kill();
}
