import { readFileSync, writeFileSync } from "node:fs";
import { getManifest } from "@serwist/build";
import { build } from "esbuild";

/** Pages that are opened with the server off: each is the same for every visit of one build. */
const LOOK_UPS = ["chip", "glyphs", "table", "capture", "pinout", "timer", "resistor"];
const PAGES = ["/", "/new", "/link", "/rig/any/plan", ...LOOK_UPS.map((name) => `/look/${name}`)];

/** Bundles the service worker with the list of everything it keeps; run after the application is built. */
export async function buildServiceWorker() {
  console.log("\n» Bundling the service worker");
  const revision = readFileSync(".next/BUILD_ID", "utf8").trim();
  const { manifestEntries } = await getManifest({
    globDirectory: ".next/static",
    globPatterns: ["**/*"],
    globIgnores: ["**/*.map"],
    modifyURLPrefix: { "": "/_next/static/" },
    dontCacheBustURLsMatching: /./,
    maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
    disablePrecacheManifest: false,
  });
  const { manifestEntries: own } = await getManifest({
    globDirectory: "public",
    globPatterns: ["**/*"],
    globIgnores: ["sw.js"],
    modifyURLPrefix: { "": "/" },
    disablePrecacheManifest: false,
  });
  const pages = [...PAGES, "/manifest.webmanifest", "/icon.svg"].map((url) => ({ url, revision }));
  const { outputFiles } = await build({
    entryPoints: ["src/offline/sw.ts"],
    bundle: true,
    minify: true,
    write: false,
    format: "iife",
    target: "es2022",
    define: {
      BUILD: JSON.stringify([...(manifestEntries ?? []), ...(own ?? []), ...pages]),
      "process.env.NODE_ENV": '"production"',
    },
  });
  writeFileSync("public/sw.js", outputFiles[0].contents);
  return true;
}
