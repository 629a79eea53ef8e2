import { USUAL_REGISTER, numbered } from "../plan-facts";
import type { LineUse } from "../document";
import { LINE_BLANK, digitLines, markLines } from "./by-lines";
import type { Layer } from "./layer";
import { digitLine, layMultiplexed, onOutput, onRegister, type Drives } from "./multiplexed";
import { chainUses, registerOf, registerProblem, registerUsual, wholeDigit } from "./register";
import { oneModule, severalModules, type Scheme } from "./scheme";

const usual = registerUsual();

/** The registers of the segments: one, or of dots one for the columns of each block. */
const segmentRegisters = (layer: Layer) => layer.blocks.map(() => layer.chip(registerOf(layer.plan).id));

/** Segments on one register; digits on whatever the way is named after. */
const onRegisters = (
  name: string,
  drivesOf: (layer: Layer) => Drives,
  special: Pick<Scheme, "lines"> &
    Partial<Pick<Scheme, "problem">> & { readonly usual?: Partial<Scheme["usual"]>; readonly digits?: true },
): Scheme => ({
  name,
  lines: special.lines,
  problem: (plan, controller) => registerProblem(plan, controller) ?? special.problem?.(plan, controller),
  // Without a latch the bits of all blocks pass over every one of them.
  dots: (plan) => (registerOf(plan).latch === "none" ? oneModule() : severalModules()),
  lay: (layer) => layMultiplexed(layer, drivesOf),
  usual: { ...usual, blank: 0, ...special.usual },
  free: { segments: true, digits: special.digits ?? false },
});

/** A digit select for each from a line of the board. */
export const registerLines = onRegisters(
  "register-lines",
  (layer) => {
    const columns = segmentRegisters(layer);
    return { chips: columns, segment: onRegister(layer, columns), digit: digitLine(layer) };
  },
  {
    lines: (plan) => [...chainUses(registerOf(plan)), ...markLines(plan), ...digitLines(plan)],
    usual: { blank: LINE_BLANK },
  },
);

/** The register of the digits: like that of the segments where its outputs drive both ways. */
const digitRegister = (plan: Layer["plan"]): string => {
  if (plan.digitSwitch === "power-register") return "TPIC6B595";
  const { id, one } = registerOf(plan);
  return one === "high" ? id : USUAL_REGISTER;
};

/** A second register turns the digits on. */
export const twoRegisters = onRegisters(
  "two-registers",
  (layer) => {
    const { plan } = layer;
    const columns = segmentRegisters(layer);
    const second = layer.chip(digitRegister(plan));
    return {
      chips: [...columns, second],
      // What is sent first ends in the last register.
      ...(plan.bought?.segmentsFirst ? { chain: [second, ...columns] } : {}),
      segment: onRegister(layer, columns),
      digit: onOutput(layer, second),
    };
  },
  {
    // A second register always has a latch where the first one has, and a power register always.
    lines: (plan) => [
      ...chainUses(registerOf(plan), registerOf({ register: digitRegister(plan) })),
      ...markLines(plan),
    ],
    usual: { digit: (plan) => wholeDigit(registerOf({ register: digitRegister(plan) })) },
    digits: true,
  },
);

const selectLines: LineUse[] = numbered("select", 3, 0);

/** A 3-to-8 decoder chooses the digit. */
export const selector = onRegisters(
  "selector",
  (layer) => {
    const columns = segmentRegisters(layer);
    // The chosen level has to turn the digit's switch on.
    const low = layer.cathode === (layer.plan.digitSwitch === "bare");
    const chosen = layer.chip(low ? "74HC138" : "74HC238");
    return {
      chips: [...columns, chosen],
      segment: onRegister(layer, columns),
      digit: onOutput(layer, chosen),
      control: () => {
        if (chosen.part.kind === "selector")
          chosen.part.address.forEach((leg, at) =>
            layer.wire(`select-${at}`, layer.line(`select-${at}`), chosen.leg(leg)),
          );
      },
    };
  },
  {
    lines: (plan) => [...chainUses(registerOf(plan)), ...markLines(plan), ...selectLines],
    usual: { digit: () => SELECTOR_DIGIT },
  },
);

/** What a selector's output that carries a whole digit is kept to, in mA: the most the sheet allows is 25. */
const SELECTOR_DIGIT = 24;

/** A decade ring steps from digit to digit. */
export const ring = onRegisters(
  "ring",
  (layer) => {
    const columns = segmentRegisters(layer);
    const steps = layer.chip("CD4017");
    return {
      chips: [...columns, steps],
      segment: onRegister(layer, columns),
      digit: onOutput(layer, steps),
      control: () => {
        if (steps.part.kind !== "ring") return;
        const { clock, reset } = steps.part.pins;
        layer.wire("ring-clock", layer.line("ring-clock"), steps.leg(clock));
        layer.wire("ring-reset", layer.line("ring-reset"), steps.leg(reset));
      },
    };
  },
  {
    lines: (plan) => [...chainUses(registerOf(plan)), ...markLines(plan), "ring-clock", "ring-reset"],
    problem(plan) {
      if (plan.polarity === "common-anode")
        return "its chosen output is high, and a common-anode digit is switched on by a low level";
      return plan.digitSwitch === "bare" && plan.digits > 1
        ? "the ring's outputs give 1 mA: a digit needs a transistor behind them"
        : undefined;
    },
  },
);
