// npm run bench
import { bin, install, step } from "./steps.mjs";

process.exit(install() && step("Measuring", bin("tsx"), ["scripts/bench.ts"]) ? 0 : 1);
