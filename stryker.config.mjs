/** Folders whose lines are changed one by one, and whose tests are to notice: given by scripts/mutate.mjs. */
const folders = (process.env.MUTATED ?? "src/core/bus").split(" ");

/** src/core/chips of src/core/chips/tm1640: tests of a module are its own. */
const moduleOf = (folder) => folder.split("/").slice(0, 3).join("/");

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
  mutate: folders.flatMap((folder) => [
    `${folder}/**/*.ts`,
    `!${folder}/**/*.test.ts`,
    `!${folder}/**/fixtures/**`,
    `!${folder}/**/index.ts`,
    // Legs, titles and sources are data: a test of them would be the data again.
    `!${folder}/**/sheet.ts`,
  ]),
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["clear-text", "progress-append-only"],
  clearTextReporter: { allowColor: false, reportTests: false },
  tempDirName: ".mutants",
  ignorePatterns: [".next", ".answers", "docs", "e2e", "test-results", "scripts"],
  concurrency: Number(process.env.MUTANTS ?? 2),
  thresholds: { high: 85, low: 75, break: 75 },
};

export default config;
