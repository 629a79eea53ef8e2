// npm run words: walks every station of every demo rig of a served build (PORT, 3000 unless told) and lists, for reading,
// sentences without a verb and figures without a unit.
import { chromium } from "@playwright/test";
import { BROWSER } from "./steps.mjs";

const root = `http://localhost:${process.env.PORT ?? "3000"}`;
const STATIONS = ["plan", "wires", "current", "glyphs", "scan", "writes", "frames", "show", "bench", "code"];

/** Words that make a sentence one; what ends in s, ed or ing behind a noun is taken for a verb as well. */
const VERB =
  /\b(is|are|was|were|be|has|have|had|do|does|can|could|may|might|must|need|needs|will|would|take|takes|use|uses|put|set|see|read|make|add|load|choose|click|type|press|switch|check|drag|wire|let|gives?|shows?|lights?|goes|go|runs?|comes?|keeps?|holds?|lasts?|\w{3,}(s|ed|ing))\b/i;
/** A number that stands alone, where no word or unit tells what it counts. */
const BARE = /^[\d.,]+$/;

const browser = await chromium.launch(BROWSER);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
await page.goto(root);
await page.getByRole("link", { name: "Open Slip gate" }).waitFor();
const rigs = await page.evaluate(() => [
  ...new Set(
    [...document.querySelectorAll('a[href^="/rig/"]')].map((link) => link.getAttribute("href").split("/")[2]),
  ),
]);
const known = new Set();
for (const rig of rigs)
  for (const station of STATIONS) {
    await page.goto(`${root}/rig/${rig}/${station}`);
    await page.waitForTimeout(1500);
    const texts = await page.evaluate(() =>
      [...document.querySelectorAll(".station p, .station li, .station td, .station dd, .station .quiet")]
        .filter((element) => !element.closest("pre, code, svg"))
        .map((element) => ({
          text: element.innerText.replace(/\s+/g, " ").trim(),
          head: element.matches("td")
            ? (element.closest("table")?.querySelectorAll("th")[element.cellIndex]?.innerText ?? "")
            : "",
        })),
    );
    for (const { text, head } of texts) {
      const noVerb = /[a-z]\.$/.test(text) && !VERB.test(text);
      const noUnit = BARE.test(text) && head === "";
      if ((!noVerb && !noUnit) || known.has(text)) continue;
      known.add(text);
      console.log(`${rig}/${station}  ${noVerb ? "no verb" : "no unit"}  ${text.slice(0, 160)}`);
    }
  }
await browser.close();
console.log(`${known.size} to read`);
