import type { DigitSwitch, SchemeName } from "../rig";

/** One school of driving digits, with what it costs in a sentence. */
export interface Way {
  readonly id: string;
  readonly scheme: SchemeName;
  readonly digitSwitch: DigitSwitch;
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

/** The ways there are, in the order they are listed. */
export const WAYS: readonly Way[] = [
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
  way(
    "max7219",
    "bare",
    "MAX7219, eight digits a chip",
    "three lines, one resistor sets all currents, chains to 64; wants 5 V levels",
  ),
  way("tm1637", "bare", "TM1637, six digits", "two lines, sixteen keys; a slow bus of its own"),
  way(
    "tm1638",
    "bare",
    "TM1638, eight digits and lamps",
    "three lines, 24 keys, ten segments a digit; wants 5 V",
  ),
  way(
    "ht16k33",
    "bare",
    "HT16K33 on I²C",
    "two lines shared with other chips, blinks by itself; scans about 105 times a second",
  ),
];
