import type { ModuleSheet } from "@/core/rig";
import { keeper } from "@/workers";
import { refuse } from "./refusals";
import { storageProblem } from "./storage-problem";
import { useKept } from "./use-kept";

const ask = (): Promise<ModuleSheet[]> => keeper().ownModules();

/** The modules of one's own that this browser keeps. */
export const useOwnModules = (): readonly ModuleSheet[] => useKept(ask) ?? [];

/** Keeps a module of one's own; what hinders it is said, and the rig has it all the same. */
export async function keepOwnModule(sheet: ModuleSheet): Promise<void> {
  try {
    const problem = await keeper().keepModule(sheet);
    if (problem !== undefined) refuse("The module is in this rig alone", problem);
  } catch (error) {
    refuse("The module is in this rig alone", `It could not be kept: ${storageProblem(error)}.`);
  }
}

/** Forgets a kept module; rigs that have it keep it. */
export async function forgetOwnModule(name: string): Promise<void> {
  try {
    await keeper().forgetModule(name);
  } catch (error) {
    refuse("The module is still kept", `It could not be forgotten: ${storageProblem(error)}.`);
  }
}
