import type { ModuleSheet } from "../sheet";
import { ON_HT16K33 } from "./on-ht16k33";
import { ON_MAX7219 } from "./on-max7219";
import { ON_REGISTERS } from "./on-registers";
import { ON_TM16 } from "./on-tm16";

/** Modules as they are sold (customary: boards differ, so all of it can be changed). */
export const MODULES: readonly ModuleSheet[] = [...ON_MAX7219, ...ON_TM16, ...ON_HT16K33, ...ON_REGISTERS];
