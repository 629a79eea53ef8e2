import { legRef, outsideOf, type LegRef, type PinUse, type UnitRef } from "../rig";
import type { RigModel } from "./model";

/** A pin of a module's header, and what its lead runs to. */
export interface HeaderPin {
  readonly leg: LegRef;
  readonly name: string;
  readonly use: PinUse;
  /** Where its leads from outside end; none where it is left open. */
  readonly to: readonly LegRef[];
}

/** The header a module is plugged in by, pin by pin, the first one first. */
export function headerOf(model: Pick<RigModel, "rig" | "unit">, ref: UnitRef): readonly HeaderPin[] {
  const { wires } = outsideOf(model.rig);
  return (model.unit(ref).module?.header ?? []).map(({ name, use }, at) => {
    const leg = legRef(ref, String(at + 1));
    const to = wires.flatMap((wire) => (wire.from === leg ? [wire.to] : wire.to === leg ? [wire.from] : []));
    return { leg, name, use, to };
  });
}
