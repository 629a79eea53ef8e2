import type { RigModel } from "./model";

/** How many steps of brightness the driver chips of a rig have, all of them; 0 where there is a chip that has none. */
export function brightnessSteps({ encoding, part }: RigModel): number {
  const steps = (encoding.buses ?? []).flatMap(({ units }) =>
    units.map((unit) => {
      const sheet = part(unit);
      return sheet.kind === "driver-chip" ? sheet.levels.length : 0;
    }),
  );
  return steps.length > 0 ? Math.min(...steps) : 0;
}
