// npm run bench: bundled first, as the page's workers are, so that what is measured is what runs there.
import { bin, buildAnswers, install, step } from "./steps.mjs";

const bundle = "node_modules/.cache/bench.mjs";
const flags = [
  "--bundle",
  "--platform=node",
  "--format=esm",
  "--main-fields=module,main",
  "--log-level=error",
];
const bundling = ["scripts/bench.ts", ...flags, `--outfile=${bundle}`];

const good =
  install() &&
  buildAnswers() &&
  step("Bundling", bin("esbuild"), bundling) &&
  step("Measuring", process.execPath, [bundle]) &&
  step("Writing the demo rigs", bin("tsx"), ["scripts/write-demo.ts"]) &&
  step("Measuring the server", process.execPath, ["scripts/bench-server.mjs"]);
process.exit(good ? 0 : 1);
