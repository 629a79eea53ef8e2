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
      // Bundled by the build.
      "public/sw.js",
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
      "no-restricted-syntax": [
        "error",
        {
          selector:
            "CallExpression[callee.name=/^use(Layout)?Effect$/] > ArrowFunctionExpression[body.type!=/^(BlockStatement|ArrowFunctionExpression)$/]",
          message: "What an effect gives back is called when it ends: put braces around what it does.",
        },
      ],
    },
  },
  { files: ["scripts/**", "e2e/**"], rules: { "no-console": "off" } },
];

export default config;
