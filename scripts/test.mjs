// npm test: installs what is missing, then lint, types, unit tests, build, end-to-end tests. Ends with the count.
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bin, install, installDebianPackages, step } from "./steps.mjs";

const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };
const reports = mkdtempSync(join(tmpdir(), "bold-pip-tests-"));
const unitReport = join(reports, "unit.json");
const pathReport = join(reports, "paths.json");
let passed = 0;
let failed = 0;

/** A step counts as one test of its own. */
function run(what, command, args, extra = {}) {
  const good = step(what, command, args, { env: { ...environment, ...extra } });
  if (good) passed += 1;
  else failed += 1;
  return good;
}

function readReport(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return undefined;
  }
}

function end() {
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed > 0 || passed === 0 ? 1 : 0);
}

if (!install() || !installDebianPackages()) {
  failed += 1;
  end();
}
run("Lint: ESLint", bin("eslint"), ["."]);
run("Lint: formatting", bin("prettier"), ["--check", "--log-level", "warn", "."]);
run("Lint: import boundaries", bin("depcruise"), ["src"]);
run("Lint: nothing unused", bin("knip"), ["--no-progress"]);
run("Types: routes", bin("next"), ["typegen"]);
run("Types", bin("tsc"), ["--noEmit"]);

step("Unit tests", bin("jest"), ["--maxWorkers=100%", "--json", `--outputFile=${unitReport}`], {
  env: environment,
});
const unit = readReport(unitReport);
if (unit) {
  passed += unit.numPassedTests;
  failed += unit.numFailedTests + unit.numRuntimeErrorTestSuites;
} else failed += 1;

if (run("Build", process.execPath, ["scripts/build.mjs"])) {
  step("End-to-end tests", bin("playwright"), ["test", "--reporter=list,json"], {
    env: { ...environment, PLAYWRIGHT_JSON_OUTPUT_FILE: pathReport },
  });
  const paths = readReport(pathReport);
  if (paths) {
    passed += paths.stats.expected + paths.stats.flaky;
    failed += paths.stats.unexpected + paths.errors.length;
  } else failed += 1;
}
end();
