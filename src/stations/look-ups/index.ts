/** Something that can be looked up without a rig. */
export interface LookUp {
  /** As it stands in its address. */
  readonly name: string;
  readonly title: string;
  readonly says: string;
  readonly icon: string;
  /** What else makers call it, for the finder. */
  readonly also: string;
}

export const LOOK_UPS: readonly LookUp[] = [
  {
    name: "chip",
    title: "Try a chip",
    says: "Type writes to a driver chip and see its registers and display.",
    icon: "bi-cpu",
    also: "register, command, data sheet, library, MAX7219, TM1637, TM1638, HT16K33",
  },
  {
    name: "glyphs",
    title: "Segment bytes",
    says: "Bytes for every character, in either polarity and bit order.",
    icon: "bi-type",
    also: "glyph, hex, font, lookup table, characters, letters",
  },
  {
    name: "table",
    title: "Read a byte table",
    says: "Paste a table and see which characters or pictures it holds.",
    icon: "bi-table",
    also: "array, hex, lookup table, what does this table show",
  },
  {
    name: "capture",
    title: "Read a capture",
    says: "Decode a logic analyser recording (VCD or CSV).",
    icon: "bi-activity",
    also: "logic analyser, vcd, csv, trace, waveform",
  },
  {
    name: "pinout",
    title: "Unmarked display",
    says: "Find the pinout of a display with no data sheet, probe by probe.",
    icon: "bi-question-diamond",
    also: "unknown display, no name, pins, pinout, legs",
  },
  {
    name: "timer",
    title: "Timer settings",
    says: "Prescaler and compare value for a period on your board.",
    icon: "bi-stopwatch",
    also: "clock, prescaler, refresh rate, flicker, OCR, CTC, frequency, interrupt, divider",
  },
  {
    name: "resistor",
    title: "LED resistor",
    says: "The resistor for a supply, an LED and a current.",
    icon: "bi-lightning",
    also: "ohms, current, resistor calculator, brightness, ohm's law",
  },
];
