import { existsSync } from "node:fs";
import { bin, step } from "./steps.mjs";

/** `npm run mutate -- core/bus core/chips`: changes their lines one by one and counts what their tests notice. */
const folders = process.argv
  .slice(2)
  .map((folder) => `src/${folder.replace(/^src\//, "").replace(/\/$/, "")}`);
const missing = folders.filter((folder) => !existsSync(folder));
if (folders.length === 0 || missing.length > 0) {
  console.error(
    missing.length > 0
      ? `There is no folder ${missing.join(", ")}.`
      : "Say which folders: npm run mutate -- core/bus core/chips",
  );
  process.exit(1);
}
process.env.MUTATED = folders.join(" ");
step("Changing lines one by one", bin("stryker"), ["run"]);
