// npm run bench: bundled first, as the page's workers are, so that what is measured is what runs there.
import { bin, install, step } from "./steps.mjs";

const bundle = "node_modules/.cache/bench.mjs";
const flags = [
  "--bundle",
  "--platform=node",
  "--format=esm",
  "--main-fields=module,main",
  "--log-level=error",
];
const bundling = ["scripts/bench.ts", ...flags, `--outfile=${bundle}`];

process.exit(
  install() && step("Bundling", bin("esbuild"), bundling) && step("Measuring", process.execPath, [bundle])
    ? 0
    : 1,
);
