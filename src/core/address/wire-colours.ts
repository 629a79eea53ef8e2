import { remembered } from "../remember";
import { WIRE_COLOURS, type Wire, type WireColour, controllerUnit } from "../rig";
import type { RigModel } from "./model";
import { railVolts } from "./reach";

/** Colours for what is neither supply nor ground. */
const OTHERS = WIRE_COLOURS.filter((colour) => colour !== "red" && colour !== "black");
/** What most makers take for the lines of a bus or chain. */
const HABITS: Readonly<Record<string, WireColour>> = { data: "green", clock: "yellow", latch: "blue" };

/** The rule colours of all nets of a rig: one each, so that what is one net is seen to be one. */
const colourOfNets = remembered((model: RigModel): ReadonlyMap<number, WireColour> => {
  const { rig, nets, drivers } = model;
  const byHabit = rig.wireColours !== "net";
  const board = controllerUnit(rig)?.ref;
  const used = new Map(
    byHabit
      ? Object.entries(HABITS).flatMap(([use, colour]) => {
          const line = rig.plan.lines[use as "data"];
          const leg = nets.all.find(({ legs }) => legs.some((one) => one === `${board}.${line}`));
          return leg ? [[leg.id, colour] as const] : [];
        })
      : [],
  );
  let next = 0;
  return new Map(
    nets.all.map(({ id }) => {
      const volts = railVolts(drivers.get(id) ?? []);
      if (byHabit && volts !== undefined) return [id, volts > 0 ? "red" : "black"] as const;
      const known = used.get(id);
      if (known) return [id, known] as const;
      const palette = byHabit ? OTHERS : WIRE_COLOURS;
      if (nets.all[id]!.wires.length === 0) return [id, palette[0]!] as const;
      next += 1;
      return [id, palette[next % palette.length]!] as const;
    }),
  );
});

/** The colour of a wire: chosen by hand, or by the rig's rule. */
export const wireColour = (model: RigModel, wire: Wire): WireColour =>
  wire.colour ?? colourOfNets(model).get(model.nets.of(wire.from).id) ?? "grey";
