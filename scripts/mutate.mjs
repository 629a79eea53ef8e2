import { existsSync } from "node:fs";
import { bin, step } from "./steps.mjs";

/**
 * `npm run mutate -- core/bus core/chips`: changes their lines one by one and counts what their tests notice.
 * `npm run mutate -- --one-in 6 core/trace`: only one stretch of lines in six, spread over all files, for a first idea.
 */
const given = process.argv.slice(2);
const at = given.indexOf("--one-in");
const oneIn = at < 0 ? 1 : Number(given.splice(at, 2)[1]);
const folders = given.map((folder) => `src/${folder.replace(/^src\//, "").replace(/\/$/, "")}`);
const missing = folders.filter((folder) => !existsSync(folder));
const wrong =
  missing.length > 0
    ? `There is no folder ${missing.join(", ")}.`
    : folders.length === 0
      ? "Say which folders: npm run mutate -- core/bus core/chips"
      : Number.isInteger(oneIn) && oneIn >= 1
        ? undefined
        : "Say one stretch in how many: npm run mutate -- --one-in 6 core/trace";
if (wrong) {
  console.error(wrong);
  process.exit(1);
}
process.env.MUTATED = folders.join(" ");
process.env.MUTATED_ONE_IN = String(oneIn);
step("Changing lines one by one", bin("stryker"), ["run"]);
