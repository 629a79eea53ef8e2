import { digitCount } from "../plan-facts";
import { markLines } from "./by-lines";
import { wireChain } from "./chain";
import { digitResistors, wireEachDigit } from "./each-digit";
import type { Layer } from "./layer";
import { chainUses, registerOf, registerProblem, registerUsual } from "./register";
import type { Scheme } from "./scheme";

/** Every digit on a register of its own: all are lit all the time. One register, one digit is the smallest case. */
function lay(layer: Layer, own?: string): void {
  const part = registerOf(layer.plan, own);
  layer.board();
  const chips = layer.places.map(() => layer.chip(part.id));
  layer.displays();
  const resistors = digitResistors(layer, part.constantCurrent !== undefined);
  chips.forEach((chip) => layer.powerChip(chip));
  layer.supply();
  chips.forEach((chip) => layer.setCurrent(chip));
  wireChain(layer, chips);
  wireEachDigit(layer, chips, resistors);
}

const eachOnRegister = (name: string, register?: string): Scheme => ({
  name,
  each: true,
  forOne: true,
  ...(register === undefined ? {} : { register }),
  lines: (plan) => [...chainUses(registerOf(plan, register)), ...markLines(plan)],
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
