import { driveStates, type SharedState } from "./average";
import { isMultiplexed, type RigModel } from "../address";
import { pointAt } from "../circuit";
import { loadsOn } from "./at-worst";
import type { Measure } from "./measure";
import { measuresOf } from "./measures";
import { supplyMeasures } from "./supply-measures";
import type { Milliamps } from "../quantity";
import type { LegRef } from "../rig";
import type { Audit, AuditRow } from "./rows";
import { searchWorst, type Worst } from "./search";

export {
  baseAdvice,
  bothPlacings,
  supplyAdvice,
  type BaseAdvice,
  type PlacingFigures,
  type SupplyAdvice,
} from "./advice";
export { levelMatches, type LevelMatch } from "./levels";
export { loadsOf } from "./loads";
export { ObservedLoads } from "./observed";
export type { Audit, AuditRow } from "./rows";
export { formatMeasure, type MeasureKind, type MeasureUnit } from "./measure";
export { offerFor, pickResistor, safeOhms, type LitWhen, type ResistorOffer } from "./resistor";

/** A state the scan never puts out is told of when it is worse, by more than rounding. */
const ASTRAY = 1.001;

/** A, W or a ratio: less is what the solver lets through where nothing flows. */
const NOTHING = 1e-7;

/** Searches the worst of everything that can be overloaded, and takes its mean over the show. */
export function auditRig(model: RigModel): Audit {
  const measures = measuresOf(model);
  // Where all is lit at once any state of the bits may be asked for; a scan and a chip's set-up put out only some.
  const limited = isMultiplexed(model) || model.encoding.buses !== undefined;
  const shown = driveStates(model);
  const states = shown.map(({ state }) => state);
  const scan = searchWorst(model, measures, limited ? "scan" : "any", states);
  const any = limited ? searchWorst(model, measures, "any", states) : scan;
  const averages = averageOverShow(model, measures, shown);
  const byLoads = followLoads(model, measures, shown[0]!);
  const rows = measures.map(({ of: _, ofAny: __, ...measure }, at): AuditRow => {
    const limit = measure.maximum ?? measure.keep;
    const { byHand = 0 } = measure;
    const worst = atLeast(scan.worst[at]!, byHand);
    const astray = any.worst[at]!;
    return {
      ...measure,
      worst,
      astray: astray.value > worst.value * ASTRAY + 1e-9 ? astray : undefined,
      average: byLoads[at] ? undefined : averages[at]!,
      share: limit === undefined ? undefined : worst.value / limit,
    };
  });
  return {
    rows,
    states: limited ? scan.states + any.states : any.states,
    complete: any.complete && scan.complete,
  };
}

/** The worst of a search, or what a hand makes of it where that is more. */
const atLeast = ({ value, state }: Worst, byHand: number): Worst => ({
  value: Math.max(value, byHand),
  state,
});

/** The mean over the show of what a source gives, in mA; 0 where no leg of that name gives any. */
export function meanFrom(model: RigModel, leg: LegRef): Milliamps {
  const measures = supplyMeasures(model).filter(({ id }) => id === `supply-${leg}`);
  return (averageOverShow(model, measures, driveStates(model))[0] ?? 0) * 1000;
}

/** Measures that only have a value while buzzers and relays are on. */
function followLoads(model: RigModel, measures: readonly Measure[], { state }: SharedState): boolean[] {
  const loads = loadsOn(model);
  if (Object.keys(loads).length === 0) return measures.map(() => false);
  const off = pointAt(model, state, "strong");
  const on = pointAt(model, { ...state, levels: { ...loads, ...state.levels } }, "strong");
  return measures.map(({ of }) => of(off) < NOTHING && of(on) > NOTHING);
}

/** Each measure's mean over the show: every face for its time, every slot for as long as it is lit. */
function averageOverShow(
  model: RigModel,
  measures: readonly Measure[],
  shown: readonly SharedState[],
): number[] {
  const points = shown.map(({ share, state }) => ({ share, point: pointAt(model, state, "strong") }));
  return measures.map(
    ({ of, lasts = 1 }) => lasts * points.reduce((sum, { share, point }) => sum + share * of(point), 0),
  );
}
