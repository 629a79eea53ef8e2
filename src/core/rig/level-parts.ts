import { transportOf } from "../bus";
import { partById, type BufferPart } from "../parts";
import { neighbours, type Ohms, type Volts } from "../quantity";
import { legRef, type LegRef, type LevelPart, type LineUse, type Plan } from "./document";
import { chipVolts, lineUses } from "./plan";
import { controllerById } from "./plan-facts";
import { BOARD, PULL_OHMS, type Chip, type Layer, schemeOf } from "./schemes";

/** Why a part is not put between a plan's lines and its chips, if so. */
export function levelPartsProblem(plan: Plan, part: LevelPart): string | undefined {
  const { chip } = schemeOf(plan.scheme);
  const { logic } = controllerById(plan.controller);
  if (part === "divider") return dividerProblem(plan);
  if (!chip || chipVolts(plan) <= logic) return "its chips run on the board's own level";
  const { answers, openDrain } = transportOf(chip.protocol);
  if (partById(part).kind === "buffer")
    return answers ? `the ${chip.id} answers on its data line, and a buffer only works one way` : undefined;
  return openDrain
    ? undefined
    : `the lines of the ${chip.id} are driven both ways, and nothing pulls them up`;
}

/** Each part as it is put in: what it is, and where it goes. */
const LEVEL_PART_WORDS: Readonly<Record<LevelPart, readonly [what: string, where: string]>> = {
  "74HCT125": ["a 74HCT125", "the lines"],
  "74AHCT125": ["a 74AHCT125", "the lines"],
  "n-channel-switch": ["a MOSFET", "each line"],
  divider: ["a resistor divider", "each line"],
};

/** A part and where it goes: "a 74HCT125 into the lines". */
export function levelPartWords(part: LevelPart, into: "in" | "into"): string {
  const [what, where] = LEVEL_PART_WORDS[part];
  return `${what} ${into} ${where}`;
}

/** An input stands this much above its chip's supply, in V (data sheets, absolute maximum ratings: 0.5 V). */
const OVER_SUPPLY: Volts = 0.5;

/** Lines that drive LEDs themselves: nothing but their own resistors belongs in them. */
const DRIVES_LEDS = /^(segment|digit)-/;

/** Why two resistors are not put into each line of a plan, if so. */
function dividerProblem(plan: Plan): string | undefined {
  const { chip } = schemeOf(plan.scheme);
  const { logic } = controllerById(plan.controller);
  if (chipVolts(plan) + OVER_SUPPLY >= logic) return "its chips stand what the board's lines give";
  if (lineUses(plan).some((use) => DRIVES_LEDS.test(use))) return "some of its lines drive LEDs themselves";
  const bus = chip && transportOf(chip.protocol);
  if (bus?.openDrain) return "its lines are only pulled down: their pull-ups say how high they stand";
  return bus?.answers
    ? `the ${chip!.id} answers on its data line, and a divider only works one way`
    : undefined;
}

/** In the line; the other one, to ground, is chosen by the level. */
const UPPER_OHMS: Ohms = 1000;

/** Two resistors in a line: what is left of the board's high is the chips' own supply, or a little less. */
function placeDivider(layer: Layer, plan: Plan, { use, leg }: Line): void {
  const { logic } = controllerById(plan.controller);
  const wanted = chipVolts(plan);
  const upper = layer.resistor(UPPER_OHMS);
  const lower = layer.resistor(neighbours("E12", (UPPER_OHMS * wanted) / (logic - wanted)).below);
  layer.reroute(leg, legRef(upper, "2"));
  layer.wire(`level-${use}`, leg, legRef(upper, "1"));
  layer.wire(`level-lower-${use}`, legRef(upper, "2"), legRef(lower, "1"));
  layer.wire(`level-ground-${use}`, legRef(lower, "2"), layer.minus);
}

/** Puts what lifts levels into each line a plan has: from the line into it, and on from there to what hung on the line. */
export function placeLevelParts(layer: Layer, plan: Plan): void {
  const { levels } = plan;
  if (levels === undefined || levelPartsProblem(plan, levels) !== undefined) return;
  const lines = lineUses(plan).map((use) => ({ use, leg: layer.line(use) }));
  if (levels === "divider") return lines.forEach((line) => placeDivider(layer, plan, line));
  const part = partById(levels);
  if (part.kind === "buffer") placeBuffers(layer, part, lines);
  else lines.forEach((line) => placeMosfet(layer, levels, line, controllerById(plan.controller).supplyLeg));
}

interface Line {
  readonly use: LineUse;
  readonly leg: LegRef;
}

/** A buffer for each line; inputs that are left over are tied to ground. */
function placeBuffers(layer: Layer, { id, channels }: BufferPart, lines: readonly Line[]): void {
  for (let first = 0; first < lines.length; first += channels.length) {
    const chip: Chip = layer.chip(id);
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

/** A MOSFET, its gate and a pull-up on the board's supply; the chip's side has its own pull-up. */
function placeMosfet(layer: Layer, part: string, { use, leg }: Line, supplyLeg: string): void {
  const ref = layer.unit("Q", part);
  const supply = legRef(BOARD, supplyLeg);
  const pull = layer.resistor(PULL_OHMS);
  layer.reroute(leg, legRef(ref, "D"));
  layer.wire(`level-${use}`, leg, legRef(ref, "S"));
  layer.wire(`level-gate-${use}`, supply, legRef(ref, "G"));
  layer.wire(`level-pull-plus-${use}`, supply, legRef(pull, "1"));
  layer.wire(`level-pull-${use}`, legRef(pull, "2"), legRef(ref, "S"));
}
