import { transportOf } from "../bus";
import { partById, type BufferPart } from "../parts";
import { legRef, type LevelPart, type Plan } from "./document";
import { chipVolts, lineUses } from "./plan";
import { controllerById } from "./plan-facts";
import { BOARD, type Chip, type Layer, schemeOf } from "./schemes";

const bufferPart = (id: LevelPart): BufferPart => {
  const part = partById(id);
  if (part.kind !== "buffer") throw new Error(`${id} is no buffer`);
  return part;
};

/** Why buffers are not put between a plan's lines and its chips, if so. */
export function levelPartsProblem(plan: Plan): string | undefined {
  const { chip } = schemeOf(plan.scheme);
  const { logic } = controllerById(plan.controller);
  const supply = chipVolts(plan);
  if (!chip || supply <= logic) return "its chips run on the board's own level";
  const { answers } = transportOf(chip.protocol);
  return answers ? `the ${chip.id} answers on its data line, and a buffer only works one way` : undefined;
}

/**
 * Puts a buffer into each line a plan has: from the line into the buffer, and on from there to what hung on the line.
 * Inputs that are left over are tied to ground.
 */
export function placeLevelParts(layer: Layer, plan: Plan): void {
  if (plan.levels === undefined || levelPartsProblem(plan) !== undefined) return;
  const { channels } = bufferPart(plan.levels);
  const lines = lineUses(plan).map((use) => ({ use, leg: legRef(BOARD, plan.lines[use]!) }));
  for (let first = 0; first < lines.length; first += channels.length) {
    const chip: Chip = layer.chip(plan.levels);
    layer.powerChip(chip);
    channels.forEach(({ input, output }, at) => {
      const line = lines[first + at];
      if (!line)
        return layer.wire(
          `spare-${chip.ref.toLowerCase()}-${input}`,
          chip.leg(input),
          chip.leg(chip.part.groundLeg),
        );
      layer.reroute(line.leg, chip.leg(output));
      layer.wire(`level-${line.use}`, line.leg, chip.leg(input));
    });
  }
}
