import nextJest from "next/jest.js";

const createConfig = nextJest({ dir: "./" });

/** Packages that are published as modules only: they are compiled for the tests like our own files. */
const MODULES_ONLY = ["fast-png", "iobuffer", "fflate"];

const config = createConfig({
  // The database still ends its last transactions when a file is done: globals are left to it.
  testEnvironmentOptions: { globalsCleanup: "off" },
  testEnvironment: "node",
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/src/**/*.test.tsx"],
  // Copies that are changed line by line (npm run mutate) are no part of this.
  modulePathIgnorePatterns: ["<rootDir>/.mutants/"],
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    // There are no workers here: what is asked of the page's desk is answered in place.
    "^\\./open-desk$": "<rootDir>/src/workers/fixtures/desk-here.ts",
  },
});

const withModules = async () => ({
  ...(await config()),
  transformIgnorePatterns: [
    `/node_modules/(?!(${MODULES_ONLY.join("|")})/)`,
    "^.+\\.module\\.(css|sass|scss)$",
  ],
});

export default withModules;
