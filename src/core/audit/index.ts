import { pipsOf, type RigModel } from "../address";
import { inputHigh, pointWith, supplyOf } from "../circuit";
import { legRef } from "../rig";
import { showCells } from "../show";
import { glyphRows } from "../sim";
import { measuresOf, type Measure } from "./measures";
import { searchWorst, type Search, type Worst } from "./search";

export type { Measure, MeasureKind } from "./measures";
export { offerFor, pickResistor, type LitWhen, type PickedResistor, type ResistorOffer } from "./resistor";

/** A measure at its worst, and on average over the show. */
export interface AuditRow extends Omit<Measure, "of"> {
  readonly worst: Worst;
  readonly average: number;
  /** The worst as a share of the lowest limit that must never be passed, or of good practice where there is none. */
  readonly share: number | undefined;
}

export interface Audit extends Pick<Search, "states" | "complete"> {
  readonly rows: readonly AuditRow[];
}

/** Searches the worst of everything that can be overloaded, over all states the program's bits can take. */
export function auditRig(model: RigModel): Audit {
  const measures = measuresOf(model);
  const { worst, states, complete } = searchWorst(model, measures);
  const averages = averageOverShow(model, measures);
  const rows = measures.map(({ of: _, ...measure }, at): AuditRow => {
    const limit = measure.maximum ?? measure.keep;
    return {
      ...measure,
      worst: worst[at]!,
      average: averages[at]!,
      share: limit === undefined ? undefined : worst[at]!.value / limit,
    };
  });
  return { rows, states, complete };
}

/** Each measure's mean over the places of the show, each held equally long. */
function averageOverShow(model: RigModel, measures: readonly Measure[]): number[] {
  const rows = glyphRows(model, showCells(model.rig.show));
  const points = rows.map(({ shown }) => pointWith(model, pipsOf(model.display.ref, 1, shown)));
  return measures.map(
    ({ of }) => points.reduce((sum, point) => sum + of(point), 0) / Math.max(1, points.length),
  );
}

/** Whether a chip input takes a controller line's high for high. */
export interface LevelMatch {
  readonly input: string;
  readonly line: string;
  /** V */
  readonly gets: number;
  /** V */
  readonly needs: number;
  readonly good: boolean;
}

/** Each chip input a controller line drives: the level it gets and the one its sheet asks for. */
export function levelMatches(model: RigModel): LevelMatch[] {
  return model.chain.chips.flatMap((ref) => {
    const part = model.part(ref);
    if (part.kind !== "shift-register") return [];
    const { pins } = part;
    return [pins.serialIn, pins.shiftClock, pins.latchClock].flatMap((id): LevelMatch[] => {
      const input = legRef(ref, id);
      const line = model.drivers.get(model.nets.of(input).id)?.find(({ kind }) => kind === "line");
      if (line?.kind !== "line") return [];
      const gets = supplyOf(model, line.unit);
      const needs = inputHigh(model, ref, part);
      return [{ input, line: line.line, gets, needs, good: gets >= needs && needs > 0 }];
    });
  });
}
