/** Layers point one way: app → stations → ui → store → workers → core. Folders are entered by their index.ts. */
const layers = ["core", "demo", "workers", "store", "ui", "stations", "app"];

const upward = layers.slice(0, -1).map((layer, at) => ({
  name: `${layer}-stays-below`,
  comment: `src/${layer} may not import a layer above it`,
  severity: "error",
  from: { path: `^src/${layer}/` },
  to: { path: `^src/(${layers.slice(at + 1).join("|")})/` },
}));

module.exports = {
  forbidden: [
    ...upward,
    {
      name: "core-has-no-interface",
      comment: "src/core runs in a worker, in Node and in a test alike: no React, no DOM helper, no Next, no store",
      severity: "error",
      from: { path: "^src/core/" },
      to: {
        path: "^node_modules/(react|react-dom|next|react-bootstrap|bootstrap|dexie|zustand|zundo|comlink|browser-fs-access|codemirror|@codemirror)",
      },
    },
    {
      name: "enter-by-the-door",
      comment: "a folder of core, stations or ui is entered through its index.ts only",
      severity: "error",
      from: { path: "^src/([^/]+)/([^/]+)?" },
      to: {
        path: "^src/(core|stations)/([^/]+)/.+",
        pathNot: ["^src/(core|stations)/[^/]+/index\\.tsx?$", "^src/$1/$2/"],
      },
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
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "require", "node", "default", "types"] },
  },
};
