import { boxModules } from "./modules/box";
import { placeLevelParts } from "./level-parts";
import { chipVolts, displayUnits, driverChipOf } from "./plan";
import { Layer, schemeOf, type SchemeValues } from "./schemes";
import { allValues } from "./usual";
import type { Plan, Rig } from "./document";

/** Lays down units and wires from a plan. Wires come in working order: power, control, lines, commons, segments. */
export function layRig(plan: Plan, values: SchemeValues): Pick<Rig, "units" | "wires"> {
  const layer = new Layer(plan, allValues(plan, values), displayUnits(plan, values.led), chipVolts(plan));
  schemeOf(plan.scheme).lay(layer);
  boxModules(layer, plan);
  placeLevelParts(layer, plan);
  return { units: layer.units, wires: layer.wires };
}

/** The values of the parts on a plan's boards. */
export function boardValues({ scheme, bought }: Plan): Partial<SchemeValues> {
  if (!bought) return {};
  const { ohms, setOhms } = bought;
  return {
    ...(driverChipOf(scheme) ? { segmentOhms: ohms ?? 0 } : ohms === undefined ? {} : { ohms }),
    ...(setOhms === undefined ? {} : { setOhms }),
  };
}
