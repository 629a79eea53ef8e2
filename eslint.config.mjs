import next from "eslint-config-next/core-web-vitals";
import nextTypescript from "eslint-config-next/typescript";
import prettier from "eslint-config-prettier";

const config = [
  {
    ignores: [
      ".next/",
      ".answers/",
      ".mutants/",
      "node_modules/",
      "coverage/",
      "next-env.d.ts",
      "test-results/",
      "playwright-report/",
    ],
  },
  ...next,
  ...nextTypescript,
  prettier,
  {
    files: ["**/*.ts", "**/*.tsx"],
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      eqeqeq: "error",
      "no-console": "error",
    },
  },
  { files: ["scripts/**", "e2e/**"], rules: { "no-console": "off" } },
];

export default config;
