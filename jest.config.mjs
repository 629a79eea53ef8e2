import nextJest from "next/jest.js";

const createConfig = nextJest({ dir: "./" });

export default createConfig({
  testEnvironment: "node",
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/src/**/*.test.tsx"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
});
