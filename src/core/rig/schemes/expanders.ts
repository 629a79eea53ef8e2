import type { ExpanderPart } from "../../parts";
import { digitCount } from "../plan-facts";
import type { Plan } from "../document";
import { digitResistors, wireEachDigit } from "./each-digit";
import type { Layer } from "./layer";
import { wireBus, pullUp } from "./bus";
import type { Scheme } from "./scheme";

/** How many chips have addresses of their own. */
const mostOf = ({ address }: ExpanderPart): number => 2 ** (address?.straps.length ?? 0);

/** The bus address of the nth digit's chip, as the bits of its straps. */
const strapBits = ({ busAddress = 0 }: Plan, at: number, most: number): number => (busAddress + at) % most;

/** A chip for each digit on one bus, each with an address of its own: all digits are lit all the time. */
function lay(layer: Layer, part: ExpanderPart): void {
  const { plan } = layer;
  layer.board();
  const chips = layer.places.map(() => layer.chip(part.id));
  layer.displays();
  const resistors = digitResistors(layer);
  const pulls = pullUp(layer, part);
  chips.forEach((chip, at) => {
    layer.powerChip(chip);
    const bits = strapBits(plan, at, mostOf(part));
    part.address?.straps.forEach((leg, bit) =>
      layer.wire(
        `strap-${leg}${at === 0 ? "" : `-${at + 1}`}`,
        chip.leg(leg),
        chip.leg((bits >> bit) & 1 ? part.supplyLeg : part.groundLeg),
      ),
    );
  });
  layer.supply();
  wireBus(layer, part, chips);
  pulls(chips[0]!);
  wireEachDigit(layer, chips, resistors);
}

/** The way to drive each digit by outputs of its own on a bus. */
export const expanderScheme = (part: ExpanderPart): Scheme => ({
  name: part.id.toLowerCase(),
  each: true,
  chip: part,
  lines: () => ["data", "clock"],
  problem(plan, { flavour }) {
    const most = mostOf(part);
    if (plan.polarity === "common-cathode")
      return "its outputs give next to nothing when high and sink when low: it needs a common-anode display";
    if (digitCount(plan) > most) return `there are ${most} bus addresses, so it reaches to ${most} digits`;
    if (digitCount(plan) > 1 && plan.display !== "plain")
      return "its digits share their segments inside, so they cannot each have an expander";
    return flavour === "logic"
      ? "it needs a program that writes to it: choose a controller board"
      : undefined;
  },
  dots: () => ({
    never: "it would need an output for every dot: rows and columns are shared, so rows have to take turns",
  }),
  lay: (layer) => lay(layer, part),
  usual: {
    segment: () => 8,
    ohms: (_, { logic }) => (logic < 4.5 ? part.stage.low?.typicalLow : part.stage.low?.typical) ?? 0,
    blank: 0,
  },
  free: { segments: true, digits: false },
});
