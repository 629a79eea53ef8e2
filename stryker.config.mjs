import { readdirSync, readFileSync, statSync } from "node:fs";

/** Folders whose lines are changed one by one, and whose tests are to notice: given by scripts/mutate.mjs. */
const folders = (process.env.MUTATED ?? "src/core/bus").split(" ");

/** src/core/chips of src/core/chips/tm1640: tests of a module are its own. */
const moduleOf = (folder) => folder.split("/").slice(0, 3).join("/");

const filesIn = (folder) =>
  readdirSync(folder, { recursive: true })
    .map((name) => `${folder}/${name}`)
    .filter((path) => statSync(path).isFile());

/** Lines of a stretch that is tried or left out as a whole. */
const STRETCH = 12;

/** Of all files the stretches whose turn it is, one in so many: `file.ts:13-24`. */
function stretches(files, oneIn) {
  let turn = 0;
  return files.flatMap((file) => {
    const lines = readFileSync(file, "utf8").split("\n").length;
    const starts = Array.from({ length: Math.ceil(lines / STRETCH) }, (_, at) => at * STRETCH + 1);
    return starts
      .filter(() => turn++ % oneIn === 0)
      .map((start) => `${file}:${start}-${start + STRETCH - 1}`);
  });
}

const isTried = (path) =>
  // Legs, titles and sources are data: a test of them would be the data again.
  path.endsWith(".ts") && !/\.test\.ts$|\/fixtures\/|\/index\.ts$|\/sheet\.ts$/.test(path);

const oneIn = Number(process.env.MUTATED_ONE_IN ?? 1);
const files = folders.flatMap(filesIn).filter(isTried);

const config = {
  testRunner: "jest",
  jest: {
    configFile: "jest.config.mjs",
    // Only their own tests: what others happen to notice says little about them.
    config: { roots: [...new Set(folders.map(moduleOf))].map((folder) => `<rootDir>/${folder}`) },
    enableFindRelatedTests: false,
  },
  coverageAnalysis: "perTest",
  // What only runs while a file is read would need every test again.
  ignoreStatic: true,
  mutate: oneIn === 1 ? files : stretches(files, oneIn),
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["clear-text", "progress-append-only"],
  clearTextReporter: { allowColor: false, reportTests: false },
  tempDirName: ".mutants",
  ignorePatterns: [".next", ".answers", "docs", "e2e", "test-results", "scripts"],
  concurrency: Number(process.env.MUTANTS ?? 2),
  thresholds: { high: 85, low: 75, break: 75 },
};

export default config;
