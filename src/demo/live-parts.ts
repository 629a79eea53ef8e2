import { modelOf } from "@/core/address";
import { wireUp } from "@/core/inputs";
import type { Rig, TapeItem, UnitRef } from "@/core/rig";

/** A rig with parts more, each wired as one customarily does. @throws where one cannot be: a demo rig is known to be good */
export function withParts(
  rig: Rig,
  ...ids: readonly string[]
): { readonly rig: Rig; readonly refs: UnitRef[] } {
  const refs: UnitRef[] = [];
  let grown = rig;
  for (const id of ids) {
    const wired = wireUp(modelOf(grown), id, id === "led" ? { colour: "amber" } : {});
    if (!wired.ok) throw new Error(wired.message);
    grown = wired.rig;
    refs.push(wired.ref);
  }
  return { rig: grown, refs };
}

export const press = (unit: UnitRef, at: number, ms = 120): TapeItem[] => [
  { at, press: unit },
  { at: at + ms, release: unit },
];

/** Live parts that are alike in all of them. */
export const PLAIN = {
  debounce: { way: "states", ms: 20 },
  digits: "divide",
  events: [],
} as const;
