import nextJest from "next/jest.js";

const createConfig = nextJest({ dir: "./" });

/** Packages that are published as modules only: they are compiled for the tests like our own files. */
const MODULES_ONLY = ["fast-png", "iobuffer", "fflate", "react-hotkeys-hook", "d3-[a-z-]+", "internmap"];

/**
 * Globals that hot loops use. In a test each look at a global goes through the gate of its context, which made the
 * solver of circuits five times slower than it is; as names of a module they are found like any other.
 */
const GLOBALS = [
  ...["Math", "Number", "Infinity", "String", "Boolean", "Symbol", "BigInt", "JSON", "Error"],
  ...["Array", "Object", "Map", "Set", "WeakMap"],
  ...["Float64Array", "Int8Array", "Int32Array", "Uint8Array", "Uint16Array", "Uint32Array"],
];

const shared = {
  sandboxInjectedGlobals: GLOBALS,
  // The database still ends its last transactions when a file is done: globals are left to it.
  testEnvironmentOptions: { globalsCleanup: "off" },
  // Copies that are changed line by line (npm run mutate) are no part of this.
  modulePathIgnorePatterns: ["<rootDir>/.mutants/"],
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    // There are no workers here: what is asked of the page's workers is answered in place.
    "^\\./open$": "<rootDir>/src/workers/fixtures/open-here.ts",
  },
};

/** What is no screen runs in Node; screens run on a stand-in for a browser's page, with the real core behind them. */
const KINDS = [
  {
    ...shared,
    displayName: "core",
    testEnvironment: "node",
    testMatch: ["<rootDir>/src/**/*.test.ts"],
  },
  {
    ...shared,
    displayName: "screens",
    testEnvironment: "<rootDir>/src/ui/fixtures/page-environment.mjs",
    setupFiles: ["<rootDir>/src/ui/fixtures/page.ts"],
    setupFilesAfterEnv: ["<rootDir>/src/ui/fixtures/patience.ts"],
    testMatch: ["<rootDir>/src/**/*.test.tsx"],
  },
];

/** While lines are changed one by one only what runs in Node is asked: the tool puts an environment of its own under all. */
const asked = KINDS.filter(({ displayName }) => process.env.MUTATED === undefined || displayName === "core");

const withModules = async () => ({
  projects: await Promise.all(
    asked.map(async (kind) => ({
      ...(await createConfig(kind)()),
      transformIgnorePatterns: [
        `/node_modules/(?!(${MODULES_ONLY.join("|")})/)`,
        "^.+\\.module\\.(css|sass|scss)$",
      ],
    })),
  ),
});

export default withModules;
