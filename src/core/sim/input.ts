import type { Driver } from "../address";
import { HIGH, OPEN, UNKNOWN, type Level } from "../level";

/** What drives an input, how its level is read, and whether its high reaches what the input needs to read high. */
export interface Source {
  readonly driver: Driver;
  readonly read: () => Level;
  readonly strong: boolean;
}

/** What an input makes of what drives it: a high that does not reach its threshold is nothing it can rely on. */
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
