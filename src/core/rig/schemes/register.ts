import { FULL_DRIVE, type ControllerPart, type ShiftRegisterPart } from "../../parts";
import type { Milliamps, Ohms } from "../../quantity";
import { USUAL_REGISTER, registerPart } from "../plan-facts";
import { CHAIN_USES, type LineUse, type Plan } from "../document";
import type { Scheme } from "./scheme";

/** The register a plan drives its segments with. */
export const registerOf = ({ register }: Pick<Plan, "register">, own?: string): ShiftRegisterPart =>
  registerPart(own ?? register ?? USUAL_REGISTER);

/** The lines of a chain: three, or two where the registers have no latch. */
export const chainUses = (...registers: readonly ShiftRegisterPart[]): LineUse[] =>
  CHAIN_USES.filter((use) => use !== "latch" || registers.some(({ latch }) => latch !== "none"));

/** Most one starts from for a segment of a register that could give far more. */
const ENOUGH: Milliamps = 10;

/** What one starts from with a register: its specified current, or enough. */
export const registerUsual = (own?: string): Pick<Scheme["usual"], "segment" | "ohms"> => ({
  segment: (plan) => Math.min(ENOUGH, registerOf(plan, own).outputSpecified),
  ohms: (plan, controller) => strongOhms(registerOf(plan, own), controller),
});

/** What an output of a register has itself at the strong end of its tolerance. */
function strongOhms({ one, stage }: ShiftRegisterPart, { logic }: ControllerPart): Ohms {
  const side = (one === "high" ? stage.high : stage.low)!;
  return (logic < FULL_DRIVE ? side.typicalLow : undefined) ?? side.typical ?? side.ohms;
}

/** What an output that carries a whole digit is kept to. */
export const wholeDigit = ({ outputMaximum }: ShiftRegisterPart): Milliamps =>
  Math.floor(outputMaximum * 0.7);

/** Why a plan's register cannot drive its segments, if so. */
export function registerProblem(plan: Plan, { logic }: ControllerPart, own?: string): string | undefined {
  const { one, constantCurrent, supplyRange, id } = registerOf(plan, own);
  if (one === "sinks" && plan.polarity === "common-cathode")
    return `${constantCurrent ? "constant-current" : "open-drain"} sinks only pull down: they need a common-anode display`;
  if (supplyRange[0] > logic) return `it works from ${supplyRange[0]} V on: it needs a 5 V board`;
  const strong = one === "sinks" || logic >= FULL_DRIVE;
  if (!strong && (registerOf(plan, own).stage.high?.ohms ?? 0) > WEAK)
    return `the outputs of the ${id} are too weak at ${logic} V: it needs a 5 V board`;
  return undefined;
}

/** From this output resistance at 5 V on, in Ω, little is left at 3.3 V. */
const WEAK: Ohms = 200;
