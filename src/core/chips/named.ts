import type { Level } from "../level";
import type { MountedChip } from "./types";

/** Puts a chip on its legs. @param names the name its model has for each input leg */
export const named = (
  chip: { save(): string; load(saved: string): void },
  names: Readonly<Record<string, string>>,
  apply: (levels: Readonly<Record<string, Level>>) => boolean,
  output: (at: number) => Level,
): MountedChip => ({
  inputs: Object.entries(names).map(([leg, name]) => ({ leg, name })),
  apply,
  output,
  save: () => chip.save(),
  load: (saved) => chip.load(saved),
});
