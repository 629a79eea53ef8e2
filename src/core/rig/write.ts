import { canonical } from "../document";
import { RIG, type LineUse, type Plan, type Rig } from "./document";
import { lineUses } from "./plan";

/** Lines in the order the scheme gives them out, whatever order they were in; others behind. */
const lines = (value: Plan): Plan["lines"] => {
  const known = lineUses(value);
  const place = (use: string) => (known.includes(use as LineUse) ? known.indexOf(use as LineUse) : 99);
  return Object.fromEntries(
    Object.entries(value.lines).sort(([one], [other]) => place(one) - place(other) || (one < other ? -1 : 1)),
  );
};

/**
 * Writes a rig as the text of a `.pip.json` file. Canonical: the same rig gives the same bytes, whatever the order
 * its keys were in. The inverse of `readRig`.
 */
export function writeRig(rig: Rig): string {
  const document = canonical(RIG, rig);
  return `${JSON.stringify({ ...document, plan: { ...document.plan, lines: lines(rig.plan) } }, null, 2)}\n`;
}
