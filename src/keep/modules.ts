import { MOST_OWN_MODULES, goodModules, type ModuleSheet } from "@/core/rig";
import { database } from "./database";
import { readSetting } from "./shelf";

/** The setting the modules of one's own are kept under. */
export const OWN_MODULES = "modules";

/** The modules of one's own, by name; what is damaged is left out, and stays kept. */
export async function ownModules(): Promise<ModuleSheet[]> {
  return goodModules(await readSetting(OWN_MODULES)).sort((one, other) =>
    one.bought.name.localeCompare(other.bought.name),
  );
}

/** Changes what is kept, in one step: another tab may do so too. */
const change = (to: (kept: readonly unknown[]) => readonly unknown[]): Promise<void> => {
  const db = database();
  return db.transaction("rw", db.settings, async () => {
    const kept = (await db.settings.get(OWN_MODULES))?.value;
    await db.settings.put({ key: OWN_MODULES, value: to(Array.isArray(kept) ? kept : []) });
  });
};

const isNamed =
  (name: string) =>
  (one: unknown): boolean =>
    (one as Partial<ModuleSheet> | null)?.bought?.name === name;

/**
 * Keeps a module of one's own; one of the same name gives way to it.
 * @returns why it is not kept, if so, with what to do
 */
export async function keepModule(sheet: ModuleSheet): Promise<string | undefined> {
  const kept = await ownModules();
  if (kept.length >= MOST_OWN_MODULES && !kept.some(isNamed(sheet.bought.name)))
    return `${MOST_OWN_MODULES} modules are kept already: forget one you no longer need.`;
  await change((before) => [...before.filter((one) => !isNamed(sheet.bought.name)(one)), sheet]);
  return undefined;
}

/** Keeps modules beside those that are there: one of a name that is taken is left out. */
export const joinModules = (sheets: readonly ModuleSheet[]): Promise<void> =>
  change((kept) => [...kept, ...sheets.filter(({ bought }) => !kept.some(isNamed(bought.name)))]);

/** Forgets the module of that name; rigs that have it keep it. */
export const forgetModule = (name: string): Promise<void> =>
  change((kept) => kept.filter((one) => !isNamed(name)(one)));
