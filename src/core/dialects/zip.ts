import { strToU8, zipSync } from "fflate";
import type { CodeFile } from "./types";

/** Files of a program as one, in a folder. The same files make the same bytes. */
export const zipOf = (folder: string, files: readonly CodeFile[]): Uint8Array =>
  zipSync(Object.fromEntries(files.map(({ name, text }) => [`${folder}/${name}`, strToU8(text)])), {
    mtime: new Date(2026, 0, 1),
  });
