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
    "no flicker and no timing at all; eight resistors and nine wires a digit",
  ),
  way(
    "power-register",
    "bare",
    "A power register for each digit",
    "as above for big common-anode digits; dearer chips",
  ),
  way(
    "direct",
    "bare",
    "Straight from lines",
    "no chip; a line carries a whole digit, so it has to stay dim",
  ),
  way(
    "direct",
    "transistor",
    "Lines, a transistor for each digit",
    "no chip, bright; takes all those lines and the controller's attention",
  ),
  way(
    "direct",
    "mosfet",
    "Lines, a MOSFET for each digit",
    "as with transistors, no base current; a pull resistor for each gate",
  ),
  way(
    "direct",
    "darlington",
    "Lines and a Darlington array",
    "one array instead of transistors; loses about a volt",
  ),
  way(
    "register-lines",
    "bare",
    "One register, digits from lines",
    "few lines; a line carries a whole digit, so it has to stay dim",
  ),
  way(
    "register-lines",
    "transistor",
    "One register, digits by transistors",
    "few lines, bright; one transistor and resistor a digit",
  ),
  way(
    "register-lines",
    "darlington",
    "One register, digits by an array",
    "few lines, one array; loses about a volt",
  ),
  way(
    "two-registers",
    "bare",
    "Two registers",
    "three lines; a register output carries a whole digit, so it has to stay dim",
  ),
  way(
    "two-registers",
    "transistor",
    "Two registers, digits by transistors",
    "three lines, bright; one transistor and resistor a digit",
  ),
  way("two-registers", "mosfet", "Two registers, digits by MOSFETs", "three lines, bright, no base current"),
  way(
    "two-registers",
    "darlington",
    "Two registers and a Darlington array",
    "three lines, one array; loses about a volt",
  ),
  way(
    "two-registers",
    "power-register",
    "A register and a power register",
    "three lines, two chips and nothing else for the digits",
  ),
  way(
    "selector",
    "bare",
    "One register and a 3-to-8 decoder",
    "six lines; the decoder's output carries a whole digit, so it stays dim",
  ),
  way(
    "selector",
    "transistor",
    "Register, 3-to-8 decoder, transistors",
    "never two digits at once, whatever the code does; six lines",
  ),
  way(
    "ring",
    "transistor",
    "Register, decade ring, transistors",
    "five lines; the ring has to be reset to know where it is",
  ),
  way(
    "bcd-decoder",
    "bare",
    "BCD decoder, digits from lines",
    "numbers only, no letters; a line carries a whole digit",
  ),
  way(
    "bcd-decoder",
    "transistor",
    "BCD decoder, digits by transistors",
    "numbers only, no letters; hardly any work for the controller",
  ),
  way(
    "logic",
    "transistor",
    "Programmable logic, lines and transistors",
    "everything in hardware, no code runs; needs such a board",
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
