import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { createHash } from "node:crypto";

/** Says a step, runs it, and ends the run with a clear line when it fails. */
export function step(what, command, args, options = {}) {
  console.log(`\n» ${what}`);
  const done = spawnSync(command, args, { stdio: "inherit", ...options });
  if (done.error || done.status !== 0) {
    const why = done.error ? done.error.message : `exit code ${done.status}`;
    console.error(`\n✗ ${what} failed: ${command} ${args.join(" ")} (${why})`);
    return false;
  }
  return true;
}

const LOCK = "package-lock.json";
const STAMP = "node_modules/.bold-pip-installed";

/** Installs what the lock file names, unless just that is there already. */
export function install() {
  const lock = createHash("sha256").update(readFileSync(LOCK)).digest("hex");
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === lock) return true;
  const done = step("Installing packages from the lock file", "npm", ["ci", "--no-audit", "--no-fund"]);
  if (done) writeFileSync(STAMP, lock);
  return done;
}

const CHROMIUM = "/usr/bin/chromium";

/** How the browser is started by scripts. */
export const BROWSER = {
  executablePath: CHROMIUM,
  args: "--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync".split(
    " ",
  ),
};

/** The Debian packages the tests need; put in where they are missing. */
const DEBIAN = [
  { package: "chromium", has: () => existsSync(CHROMIUM), why: "end-to-end tests" },
  { package: "g++", has: () => spawnSync("g++", ["--version"]).status === 0, why: "compiling the sketches" },
  {
    package: "gcc-avr",
    has: () => spawnSync("avr-gcc", ["--version"]).status === 0,
    why: "measuring what sketches take of their board",
  },
  { package: "binutils-avr", has: () => spawnSync("avr-size", ["--version"]).status === 0, why: "the same" },
  {
    package: "make",
    has: () => spawnSync("make", ["--version"]).status === 0,
    why: "building programs by their Makefiles",
  },
  {
    package: "iverilog",
    has: () => spawnSync("iverilog", ["-V"]).status === 0,
    why: "running the descriptions of logic",
  },
  {
    package: "libsimavr-dev",
    has: () => existsSync("/usr/include/simavr/sim_avr.h"),
    why: "running sketches on a simulated chip",
  },
  { package: "libelf-dev", has: () => existsSync("/usr/include/libelf.h"), why: "the same" },
  { package: "avr-libc", has: () => existsSync("/usr/lib/avr/include/avr/io.h"), why: "the same" },
];

export function installDebianPackages() {
  const missing = DEBIAN.filter(({ has }) => !has());
  if (missing.length === 0) return true;
  const names = missing.map((one) => one.package);
  console.log(`\n» Missing: ${missing.map((one) => `${one.package} (${one.why})`).join(", ")}`);
  const environment = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  if (!step("Reading Debian's package lists", "apt-get", ["update", "-qq"], { env: environment }))
    return false;
  return step(
    `Installing ${names.join(", ")}`,
    "apt-get",
    ["install", "-y", "-qq", "--no-install-recommends", ...names],
    {
      env: environment,
    },
  );
}

export const bin = (name) => `node_modules/.bin/${name}`;

const WORKER = [
  "src/server/worker.ts",
  "--bundle",
  "--platform=node",
  "--format=esm",
  "--main-fields=module,main",
  "--external:piscina",
  "--log-level=error",
  "--outfile=.answers/worker.mjs",
];

/** Bundles the worker whose threads answer scripts. */
export const buildAnswers = () => step("Bundling the answering worker", bin("esbuild"), WORKER);

/** Builds the application. */
export const buildApplication = () =>
  step("Building", bin("next"), ["build"], { env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" } });
