import { KNOWN_BUS_CHIPS, KNOWN_LOGIC_CHIPS, type WayWords } from "../chips";
import { MODULES, type DigitSwitch, type Plan, type SchemeName } from "../rig";

/** One way of driving digits, with what it costs in a sentence. */
export interface Way {
  readonly id: string;
  readonly scheme: SchemeName;
  readonly digitSwitch: DigitSwitch;
  /** The module as it is bought, by its kind. */
  readonly module?: string;
  /** The register of the segments, where it is not the usual one. */
  readonly register?: string;
  readonly title: string;
  readonly costs: string;
}

const way = (scheme: SchemeName, digitSwitch: DigitSwitch, title: string, costs: string): Way => ({
  id: `${scheme}-${digitSwitch}`,
  scheme,
  digitSwitch,
  title,
  costs,
});

/** The ways that are not named after one chip. */
const GENERAL: readonly Way[] = [
  way(
    "register-static",
    "bare",
    "A register for each digit",
    "No flicker and no timing to keep. Takes eight resistors and nine wires per digit.",
  ),
  way(
    "power-register",
    "bare",
    "A power register for each digit",
    "The same for large common-anode digits. The chips cost more.",
  ),
  way(
    "direct",
    "bare",
    "Straight from lines",
    "No chip. One line carries a whole digit, so the display stays dim.",
  ),
  way(
    "direct",
    "transistor",
    "Lines, a transistor for each digit",
    "No chip, and bright. Takes many lines, and the controller has to keep scanning.",
  ),
  way(
    "direct",
    "mosfet",
    "Lines, a MOSFET for each digit",
    "Like transistors, but without base current. Each gate needs a pull resistor.",
  ),
  way(
    "direct",
    "darlington",
    "Lines and a Darlington array",
    "One array instead of transistors. It drops about 1 V.",
  ),
  way(
    "register-lines",
    "bare",
    "One register, digits from lines",
    "Few lines. One line carries a whole digit, so the display stays dim.",
  ),
  way(
    "register-lines",
    "transistor",
    "One register, digits by transistors",
    "Few lines, and bright. Takes a transistor and a resistor per digit.",
  ),
  way(
    "register-lines",
    "darlington",
    "One register, digits by an array",
    "Few lines and one array. It drops about 1 V.",
  ),
  way(
    "two-registers",
    "bare",
    "Two registers",
    "Three lines. One register output carries a whole digit, so the display stays dim.",
  ),
  way(
    "two-registers",
    "transistor",
    "Two registers, digits by transistors",
    "Three lines, and bright. Takes a transistor and a resistor per digit.",
  ),
  way(
    "two-registers",
    "mosfet",
    "Two registers, digits by MOSFETs",
    "Three lines, bright, and no base current.",
  ),
  way(
    "two-registers",
    "darlington",
    "Two registers and a Darlington array",
    "Three lines and one array. It drops about 1 V.",
  ),
  way(
    "two-registers",
    "power-register",
    "A register and a power register",
    "Three lines, two chips, and nothing else for the digits.",
  ),
  way(
    "selector",
    "bare",
    "One register and a 3-to-8 decoder",
    "Six lines. One decoder output carries a whole digit, so the display stays dim.",
  ),
  way(
    "selector",
    "transistor",
    "Register, 3-to-8 decoder, transistors",
    "Never two digits at once, whatever the code does. Takes six lines.",
  ),
  way(
    "ring",
    "transistor",
    "Register, decade ring, transistors",
    "Five lines. The ring counter needs a reset to start at a known digit.",
  ),
  way(
    "bcd-decoder",
    "bare",
    "BCD decoder, digits from lines",
    "Numbers only, no letters. One line carries a whole digit, so the display stays dim.",
  ),
  way(
    "bcd-decoder",
    "transistor",
    "BCD decoder, digits by transistors",
    "Numbers only, no letters. Hardly any work for the controller.",
  ),
  way(
    "logic",
    "transistor",
    "Programmable logic, lines and transistors",
    "Everything runs in hardware, without code. Needs a board with programmable logic.",
  ),
];

/** A way with another register than the usual one. */
const onRegister = (
  register: string,
  scheme: SchemeName,
  digitSwitch: DigitSwitch,
  words?: WayWords,
): Way[] =>
  words === undefined
    ? []
    : [
        {
          ...way(scheme, digitSwitch, words.title, words.costs),
          id: `${scheme}-${digitSwitch}-${register.toLowerCase()}`,
          register,
        },
      ];

/** What other registers do instead of the usual one: one for each digit, or with digits that take turns. */
const BY_REGISTER: readonly Way[] = KNOWN_LOGIC_CHIPS.flatMap(({ sheet: { id }, ways = {} }) => [
  ...onRegister(id, "register-static", "bare", ways.each),
  ...onRegister(id, "two-registers", "transistor", ways.scanned),
]);

/** Chips on a bus. */
const BY_CHIP: readonly Way[] = KNOWN_BUS_CHIPS.map(({ sheet, way: { title, costs } }) =>
  way(sheet.id.toLowerCase() as SchemeName, "bare", title, costs),
);

/** Modules as they are bought, with their chips and their display. */
const BY_MODULE: readonly Way[] = MODULES.map(({ bought: { kind, name }, inside, note }) => ({
  ...way(
    inside.scheme,
    inside.digitSwitch,
    name.replace(/^./, (first) => first.toUpperCase()),
    note,
  ),
  id: `module-${kind}`,
  ...(kind === undefined ? {} : { module: kind }),
}));

/** The ways there are, in the order they are listed. */
export const WAYS: readonly Way[] = [...BY_MODULE, ...GENERAL, ...BY_REGISTER, ...BY_CHIP];

/** Whether a plan drives its digits that way. */
export const isWay = (plan: Plan, { scheme, digitSwitch, register, module }: Way): boolean =>
  plan.bought?.kind === module &&
  plan.scheme === scheme &&
  plan.digitSwitch === digitSwitch &&
  plan.register === register;
