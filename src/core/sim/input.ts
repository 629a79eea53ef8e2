import type { Driver } from "../address";
import { HIGH, OPEN, UNKNOWN, type Level } from "../level";

/** What drives an input, how its level is read, and whether its high reaches where such inputs usually turn. */
export interface Source {
  readonly driver: Driver;
  readonly read: () => Level;
  readonly strong: boolean;
}

/** What an input makes of what drives it: a high below where such inputs turn may be anything. Above it the sheet
 * may promise nothing yet, but that is how it is read: the check says so. */
export function heard(sources: readonly Source[]): Level {
  let found: Level = OPEN;
  for (const { read, strong } of sources) {
    const given = read();
    const level = given === HIGH && !strong ? UNKNOWN : given;
    if (level === OPEN || level === found) continue;
    if (found !== OPEN) return UNKNOWN;
    found = level;
  }
  return found;
}
