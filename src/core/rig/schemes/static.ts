import { SEGMENTS } from "../../glyph";
import { digitCount, extraMarks } from "../plan-facts";
import { legRef, type LineUse, type Plan } from "../types";
import { wireChain } from "./chain";
import type { Layer } from "./layer";
import { chainUses, registerOf, registerProblem, registerUsual } from "./register";
import type { Scheme } from "./scheme";

/** Every digit on a register of its own: all are lit all the time. One register, one digit is the smallest case. */
function lay(layer: Layer, own?: string): void {
  const { plan, cathode } = layer;
  const part = registerOf(plan, own);
  const inLines = plan.resistors === "per-segment";
  const limited = part.constantCurrent !== undefined;
  layer.board();
  const chips = layer.places.map(() => layer.chip(part.id));
  layer.displays();
  const resistors = layer.places.map(() =>
    limited ? [] : (inLines ? SEGMENTS : (["common"] as const)).map(() => layer.resistor()),
  );
  chips.forEach((chip) => layer.powerChip(chip));
  layer.supply();
  chips.forEach((chip) => layer.setCurrent(chip));
  wireChain(layer, chips);
  layer.places.forEach((place, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const chip = chips[at]!;
    const common = layer.commonOf(place);
    const ohms = resistors[at]!;
    if (inLines || limited) layer.wire(`common${tail}`, common, layer.commonSide);
    else {
      layer.wire(`common${tail}`, common, legRef(ohms[0]!, "1"));
      layer.wire(`common-side${tail}`, legRef(ohms[0]!, "2"), layer.commonSide);
    }
    plan.outputs.forEach((segment, stage) => {
      const led = place.part.leds.find((one) => one.digit === place.digit && one.segment === segment);
      if (!led) return;
      const leg = legRef(place.unit.ref, cathode ? led.anode : led.cathode);
      const output = chip.leg(chip.part.outputLegs[stage]!);
      if (!inLines || limited) return layer.wire(`segment-${segment}${tail}`, output, leg);
      const resistor = ohms[SEGMENTS.indexOf(segment)]!;
      layer.wire(`output-${segment}${tail}`, output, legRef(resistor, "1"));
      layer.wire(`segment-${segment}${tail}`, legRef(resistor, "2"), leg);
    });
  });
}

/** Marks of a display whose digits share their legs have lines of their own. */
const marks = (plan: Plan): LineUse[] => extraMarks(plan).map((mark): LineUse => `segment-${mark}`);

const eachOnRegister = (name: string, register?: string): Scheme => ({
  name,
  each: true,
  forOne: true,
  ...(register === undefined ? {} : { register }),
  lines: (plan) => [...chainUses(registerOf(plan, register)), ...marks(plan)],
  problem(plan, controller) {
    const wrong = registerProblem(plan, controller, register);
    if (wrong) return wrong;
    return digitCount(plan) > 1 && plan.display !== "plain"
      ? "its digits share their segments inside, so they cannot each have a register"
      : undefined;
  },
  dots: () => ({
    never: "it would need an output for every dot: rows and columns are shared, so rows have to take turns",
  }),
  lay: (layer) => lay(layer, register),
  usual: { ...registerUsual(register), blank: 0 },
  free: { segments: true, digits: false },
});

/** A register for each digit. */
export const registerStatic = eachOnRegister("register-static");
/** The same with power registers, whatever register the plan names. */
export const powerRegister = eachOnRegister("power-register", "TPIC6B595");
