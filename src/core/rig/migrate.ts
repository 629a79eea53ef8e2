/** The version this build writes. */
export const RIG_VERSION = 1;

type Document = Record<string, unknown>;
type Migrated = { ok: true; document: Document } | { ok: false; path: string; message: string };

/** From version n to n + 1, by n. Version 1 is the first, so there is none yet. */
const STEPS: Readonly<Record<number, (document: Document) => Document>> = {};

/** Brings a document forward to the current version; refuses what is no rig or was written by a newer version. */
export function migrate(document: Document): Migrated {
  if (document.format !== "bold-pip-rig") {
    const is =
      document.format === undefined ? "is missing" : `is ${JSON.stringify(document.format).slice(0, 40)}`;
    return {
      ok: false,
      path: "format",
      message: `${is}; a rig document has "bold-pip-rig" there. Is it another kind of file?`,
    };
  }
  let { version } = document;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    const is = version === undefined ? "is missing" : `is ${JSON.stringify(version).slice(0, 40)}`;
    return {
      ok: false,
      path: "version",
      message: `${is}; it must be a whole number from 1 to ${RIG_VERSION}`,
    };
  }
  if (version > RIG_VERSION) {
    return {
      ok: false,
      path: "version",
      message: `is ${version}: written by a newer Bold Pip. This one reads up to version ${RIG_VERSION}; update it, then open the file again. The file is unchanged`,
    };
  }
  let current = document;
  for (; (version as number) < RIG_VERSION; version = (version as number) + 1)
    current = STEPS[version as number]!(current);
  return { ok: true, document: current };
}
