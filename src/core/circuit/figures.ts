import { bitPlace, encodePips, type RigModel } from "../address";
import { HIGH, LOW, OPEN, type Level } from "../chip";
import type { SegmentName } from "../glyph";
import { partById } from "../parts";
import type { Milliamps } from "../quantity";
import { remembered } from "../remember";
import { legRef, splitPipId, type LegRef, type PipId, type UnitRef } from "../rig";
import { circuitOf } from "./rig-circuit";
import type { Solution } from "./solve";

/** The level of every register output once a chain holds these bytes. */
function outputLevels(model: RigModel, bytes: readonly number[]): ReadonlyMap<LegRef, Level> {
  const levels = new Map<LegRef, Level>();
  const { chips } = model.chain;
  chips.forEach((ref, at) => {
    const part = model.part(ref);
    if (part.kind !== "shift-register") return;
    part.pins.outputs.forEach((leg, stage) => {
      const { byte, bit } = bitPlace(at, stage, chips.length, model.wired.bitOrder);
      levels.set(legRef(ref, leg), ((bytes[byte] ?? 0) >> bit) & 1 ? HIGH : LOW);
    });
  });
  return levels;
}

/** The operating point with exactly these LEDs asked to light. */
export const pointWith = (model: RigModel, lit: ReadonlySet<PipId>): Solution =>
  pointAt(model, encodePips(model.wired, lit));

/** The operating point once the chain holds these bytes. */
export function pointAt(model: RigModel, bytes: readonly number[]): Solution {
  const levels = outputLevels(model, bytes);
  const circuit = circuitOf(model);
  return circuit.solve(circuit.outputs.map(({ leg }) => levels.get(leg) ?? OPEN));
}

/** The currents that matter for choosing a resistor. */
export interface CurrentFigures {
  /** Each LED lit alone, and with all the others. */
  readonly pips: ReadonlyMap<PipId, { readonly alone: Milliamps; readonly together: Milliamps }>;
  /** A segment of a 1 (two lit) and of an 8 (seven lit). */
  readonly inOne: Milliamps;
  readonly inEight: Milliamps;
  /** The most any LED carries. */
  readonly mostLed: Milliamps;
  /** The most any register output carries, with its leg. */
  readonly mostOutput: { readonly current: Milliamps; readonly leg: LegRef | undefined };
  /** Through the supply leg and through the ground leg of each register with everything lit. */
  readonly packages: ReadonlyMap<UnitRef, { readonly supply: Milliamps; readonly ground: Milliamps }>;
  /** What the display takes with everything lit. */
  readonly total: Milliamps;
}

/** From this share of a limit on, one is near it. */
export const NEAR_LIMIT = 0.8;

/** The rig solved for each LED alone, for a 1, for an 8 and for everything lit; worked out once. */
export const currentFigures: (model: RigModel) => CurrentFigures = remembered(solveFigures);

function solveFigures(model: RigModel): CurrentFigures {
  const all = model.addresses.map(({ pip }) => pip);
  const everything = pointWith(model, new Set(all));
  const pips = new Map(
    all.map((pip) => [
      pip,
      { alone: pointWith(model, new Set([pip])).leds.get(pip)!, together: everything.leds.get(pip)! },
    ]),
  );
  const segmentIn = (segments: readonly SegmentName[]): Milliamps => {
    const lit = new Set(all.filter((pip) => segments.includes(splitPipId(pip).segment)));
    const { leds } = pointWith(model, lit);
    return Math.max(
      0,
      ...[...lit].filter((pip) => splitPipId(pip).segment === "b").map((pip) => leds.get(pip)!),
    );
  };
  let mostOutput: CurrentFigures["mostOutput"] = { current: 0, leg: undefined };
  const packages = new Map<UnitRef, { supply: Milliamps; ground: Milliamps }>();
  for (const unit of model.rig.units) {
    if (partById(unit.part).kind === "shift-register") packages.set(unit.ref, { supply: 0, ground: 0 });
  }
  for (const driver of circuitOf(model).outputs) {
    if (driver.kind === "line") continue;
    const current = everything.drives.get(driver.leg) ?? 0;
    const through = packages.get(driver.unit)!;
    if (current > 0) through.supply += current;
    else through.ground -= current;
  }
  for (const pip of all) {
    for (const point of [pointWith(model, new Set([pip])), everything]) {
      for (const [leg, current] of point.drives) {
        if (Math.abs(current) > mostOutput.current)
          mostOutput = { current: Math.abs(current), leg: leg as LegRef };
      }
    }
  }
  return {
    pips,
    inOne: segmentIn(["b", "c"]),
    inEight: segmentIn(["a", "b", "c", "d", "e", "f", "g"]),
    mostLed: Math.max(0, ...[...pips.values()].map(({ alone, together }) => Math.max(alone, together))),
    mostOutput,
    packages,
    total: [...everything.leds.values()].reduce((sum, current) => sum + current, 0),
  };
}
