// npm run fuzz -- --seed 1 --runs 10000: hostile requests against all routes; --tell also names those sent away with 503.
import { bin, buildAnswers, install, step } from "./steps.mjs";

const bundle = "node_modules/.cache/fuzz.mjs";
const flags = [
  "--bundle",
  "--platform=node",
  "--format=esm",
  "--main-fields=module,main",
  "--external:piscina",
  "--external:busboy",
  "--external:fast-check",
  "--log-level=error",
];
const bundling = ["scripts/fuzz.ts", ...flags, `--outfile=${bundle}`];
const running = [bundle, ...process.argv.slice(2)];
process.exit(
  install() &&
    buildAnswers() &&
    step("Bundling", bin("esbuild"), bundling) &&
    step("Fuzzing", process.execPath, running)
    ? 0
    : 1,
);
