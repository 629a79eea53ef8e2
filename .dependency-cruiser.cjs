/** Layers point one way: app → server, stations → ui → store → workers → keep → core. Folders are entered by their index.ts. */
const layers = ["core", "demo", "keep", "workers", "store", "ui", "stations", "server", "app"];

const upward = layers.slice(0, -1).map((layer, at) => ({
  name: `${layer}-stays-below`,
  comment: `src/${layer} may not import a layer above it; its tests, and what they share, may try it on the demo rigs`,
  severity: "error",
  from: { path: `^src/${layer}/`, pathNot: ["[.]test[.]tsx?$", "/fixtures/"] },
  to: { path: `^src/(${layers.slice(at + 1).join("|")})/` },
}));

module.exports = {
  forbidden: [
    ...upward,
    {
      name: "core-has-no-interface",
      comment:
        "src/core runs in a worker, in Node and in a test alike: no React, no DOM helper, no Next, no store",
      severity: "error",
      from: { path: "^src/core/" },
      to: {
        path: "^node_modules/(react|react-dom|next|react-bootstrap|bootstrap|dexie|zustand|zundo|comlink|codemirror|@codemirror)",
      },
    },
    ...["core", "stations"].map((layer) => ({
      name: `enter-${layer}-by-the-door`,
      comment: `a folder of src/${layer} is entered through its index.ts only; what tests share stands in fixtures`,
      severity: "error",
      from: { path: "^src/([a-z]+)/([a-z-]+)" },
      to: {
        path: `^src/${layer}/`,
        pathNot: [`^src/${layer}/[a-z-]+/index.tsx?$`, "^src/$1/$2/", "[.]css$", "/fixtures/"],
      },
    })),
    ...["demo", "keep", "workers", "store", "ui"].map((layer) => ({
      name: `enter-${layer}-by-the-door`,
      comment: `src/${layer} is entered through its index.ts only; tests may break the database itself`,
      severity: "error",
      from: { path: "^src/", pathNot: [`^src/${layer}/`, ...(layer === "keep" ? ["[.]test[.]tsx?$"] : [])] },
      to: { path: `^src/${layer}/`, pathNot: [`^src/${layer}/index.tsx?$`, "[.]css$", "/fixtures/"] },
    })),
    {
      name: "pages-ask-the-keeper",
      comment:
        "the database and the checking of documents are a worker's: pages take types from src/keep and no code",
      severity: "error",
      from: { path: "^src/(store|ui|stations|app)/", pathNot: "[.]test[.]tsx?$" },
      to: { path: "^src/keep/", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "fixtures-are-for-tests",
      comment: "what tests share is no part of the product",
      severity: "error",
      from: { path: "^src/", pathNot: ["[.]test[.]tsx?$", "/fixtures/"] },
      to: { path: "/fixtures/" },
    },
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-orphan-packages",
      comment: "everything imported is declared in package.json",
      severity: "error",
      from: { path: "^src/" },
      to: { dependencyTypes: ["npm-no-pkg", "npm-unknown"] },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
