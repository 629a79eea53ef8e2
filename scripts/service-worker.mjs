import { readFileSync, writeFileSync } from "node:fs";
import { getManifest } from "@serwist/build";
import { build } from "esbuild";

/** Bundles the service worker with the list of every file it keeps; run after the application is built. */
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
  const { outputFiles } = await build({
    entryPoints: ["src/offline/sw.ts"],
    bundle: true,
    minify: true,
    write: false,
    format: "iife",
    target: "es2022",
    define: {
      BUILD: JSON.stringify({ files: [...(manifestEntries ?? []), ...(own ?? [])], revision }),
      "process.env.NODE_ENV": '"production"',
    },
  });
  writeFileSync("public/sw.js", outputFiles[0].contents);
  return true;
}
