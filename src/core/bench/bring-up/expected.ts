import { displayLines, isMultiplexed, stateFor, type RigModel } from "../../address";
import { supplyAdvice } from "../../audit";
import { litTogether, pointWith } from "../../circuit";
import { legRef, legTitle, type LegRef, type PipId, controllerUnit } from "../../rig";
import type { LegNames } from "../../parts";
import { heldStill, linesStill, type Still } from "../../sim";
import { tolerance } from "../evidence";
import type { Probe } from "../probes";
import type { Expected } from "./step";

/** Against ground, within what parts and meters differ by. */
function volts(model: RigModel, leg: LegRef, still: Still, legNames: LegNames): Expected[] {
  const value = still.meter(leg);
  if (typeof value !== "number") return [];
  const off = tolerance(value);
  return [
    {
      unit: "V",
      leg,
      says: legTitle(model.rig, leg, legNames),
      value,
      from: Math.max(0, value - off),
      to: value + off,
    },
  ];
}

/** At supply and ground of every chip, and at inputs that are tied to them. */
export const atRest = (model: RigModel, probes: readonly Probe[], legNames: LegNames): Expected[] => {
  const still = linesStill(model, displayLines(model));
  return probes
    .filter(({ hold }) => hold.id === "rest")
    .flatMap(({ leg }) => volts(model, leg, still, legNames));
};

/** At the chip legs of a line while it is high. */
export const whileHigh = (
  model: RigModel,
  probes: readonly Probe[],
  line: string,
  legNames: LegNames,
): Expected[] => {
  const still = linesStill(model, displayLines(model), [line]);
  const legs = probes.filter(({ hold }) => hold.id === `high ${line}`).map(({ leg }) => leg);
  // A line that drives LEDs itself is measured at the board.
  const board = controllerUnit(model.rig)!;
  return (legs.length > 0 ? legs : [legRef(board.ref, line)]).flatMap((leg) =>
    volts(model, leg, still, legNames),
  );
};

/** At the legs of an LED while it alone is lit; nothing where a chip scans it: a meter shows a mean then. */
export function whileLit(model: RigModel, pip: PipId, legNames: LegNames): Expected[] {
  const address = model.address(pip);
  if (!address || isScanned(model, pip)) return [];
  const still = heldStill(model, stateFor(model.encoding, new Set([pip])));
  return [address.ownLeg, address.sharedLeg].flatMap((leg) => volts(model, leg, still, legNames));
}

const isScanned = (model: RigModel, pip: PipId): boolean =>
  model.address(pip)?.ownReach.some(({ driver }) => driver.kind === "scanned") ?? false;

/** What the supply gives while everything is lit: from the weak end of the parts' tolerances to their typical figures. */
export function supplyCurrent(model: RigModel): Expected[] {
  const { most } = supplyAdvice(model);
  if (!(most > 0)) return [];
  const slots = litTogether(model);
  const through = (corner: "weak" | "strong"): number =>
    slots.reduce((sum, lit) => {
      const { leds } = pointWith(model, new Set(lit), corner);
      return sum + lit.reduce((all, pip) => all + Math.max(0, leds.get(pip) ?? 0), 0);
    }, 0);
  const strong = through("strong");
  const share = strong > 0 ? through("weak") / strong : 1;
  // A meter averages over the turns of a scan, the dark between them too.
  const duty = isMultiplexed(model) ? lit(model) : 1;
  return [
    {
      unit: "mA",
      leg: undefined,
      says: "in the lead from the supply to the rig",
      value: most * duty,
      from: most * duty * share * 0.8,
      to: most * duty * 1.2,
    },
  ];
}

/** The share of a turn of the scan in which something is lit. */
function lit({ rig, slots }: RigModel): number {
  const on = slots.reduce((sum, _, at) => sum + (rig.scan.on[at] ?? rig.scan.on.at(-1)!), 0);
  return on / (on + slots.length * rig.scan.blank);
}
