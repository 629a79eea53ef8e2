import type { Milliamps, Volts, Watts } from "../quantity";
import { SUPPLIES, type Plan } from "../rig";

/** What a regulator between source and rig turns into heat, and takes from its source. */
export interface Regulated {
  readonly from: Volts;
  readonly to: Volts;
  /** W with everything lit, and what it stands without a heat sink. */
  readonly heat: Watts;
  readonly bare: Watts;
  /** Out of what feeds it, mA. */
  readonly takes: Milliamps;
  /** What has to go in at the least. */
  readonly least: Volts;
  readonly source: string;
}

/**
 * The heat of the regulator a plan is fed through: (V in − V out) × I of a linear one, V out × I × (1/share − 1) of a
 * step-down.
 * @param most what the rig takes with everything lit, mA
 * @returns undefined where there is no regulator
 */
export function regulatedBy(
  { supply, power }: Pick<Plan, "supply" | "power">,
  most: Milliamps,
): Regulated | undefined {
  if (!supply) return undefined;
  const facts = SUPPLIES[supply.kind];
  if (!facts.regulator || facts.power !== power) return undefined;
  const { regulator, volts: to, source } = facts;
  const { share, headroom, bare } = regulator;
  const from = supply.volts ?? regulator.from;
  const out = (to * most) / 1000;
  return {
    from,
    to,
    heat: share === undefined ? (Math.max(0, from - to) * most) / 1000 : out * (1 / share - 1),
    bare,
    takes: share === undefined ? most : ((out / share) * 1000) / from,
    least: to + headroom,
    source,
  };
}
