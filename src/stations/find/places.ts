import type { RigModel } from "@/core/address";
import type { Place } from "./item";
import { kindsOf, type RigKinds } from "./rig-kinds";

/** A field, a view or a button one may look for, and what makers call it. */
export interface NamedPlace extends Place {
  readonly title: string;
  /** Other words for it, with commas between them. */
  readonly also: string;
}

interface KnownPlace extends NamedPlace {
  /** Rigs that have it; all of them where it is left out. */
  readonly on?: (kinds: RigKinds) => boolean;
}

const PLACES: readonly KnownPlace[] = [
  // Plan
  {
    station: "plan",
    title: "Display",
    field: "Kind of display",
    also: "digits, matrix, sign, panel, kind of display, number of digits",
  },
  {
    station: "plan",
    title: "Polarity",
    field: "Polarity",
    also: "common anode, common cathode, inverted, CA, CC",
    on: ({ bare }) => bare,
  },
  { station: "plan", title: "LED colour", field: "LED colour", also: "color, red, blue, green" },
  {
    station: "plan",
    title: "Forward voltage",
    field: "Forward voltage",
    also: "VF, voltage drop, led voltage",
  },
  {
    station: "plan",
    title: "Resistor value",
    field: "Resistor value",
    also: "ohms, series resistor, too dim, brightness",
    on: ({ resistors, bare, driver }) => resistors && bare && !driver,
  },
  {
    station: "plan",
    title: "Board",
    field: "Board",
    also: "controller, microcontroller, processor, cpu, mcu, dev board",
  },
  {
    station: "plan",
    title: "Line for each signal",
    field: "Board",
    also: "pin, pins, gpio, port, data pin, clock pin, latch pin, assign pins",
  },
  {
    station: "plan",
    title: "Lines to keep free",
    field: "Lines to keep free",
    also: "reserve pins, spare pin, free pins",
  },
  {
    station: "plan",
    title: "Bit order",
    field: "Bit order",
    also: "msb first, lsb first, reversed bits, backwards",
    on: ({ chain }) => chain,
  },
  {
    station: "plan",
    title: "Power supply",
    field: "Powered from",
    also: "supply, battery, usb, voltage, 5 V, 3.3 V, power",
  },
  {
    station: "plan",
    title: "Leg names",
    field: "Leg names used in your data sheet",
    also: "pin names, SER, SRCLK, RCLK, DS, SHCP, STCP",
    on: ({ chain }) => chain,
  },
  {
    station: "plan",
    title: "Ways to drive it",
    field: "Ways to drive it, compared",
    also: "compare, alternatives, which chip, fewer pins, run out of pins",
  },
  {
    station: "plan",
    title: "Shopping list",
    field: "Shopping list",
    also: "buy, parts list, BOM, order parts, cost",
  },
  {
    station: "plan",
    title: "More displays",
    field: "More displays",
    also: "second display, cascade, daisy chain, add a display",
  },
  {
    station: "plan",
    title: "Characters",
    field: "Characters, in order",
    also: "list, text, digits, what it shows",
    on: ({ digits, listed, many }) => digits && listed && !many,
  },
  {
    station: "plan",
    title: "Texts",
    field: "Texts, one",
    also: "list, words, characters, what it shows",
    on: ({ digits, listed, many }) => digits && listed && many,
  },
  // Wires
  {
    station: "wires",
    title: "Wiring on a breadboard",
    field: "On a breadboard",
    also: "breadboard, holes, seat, layout, placement",
  },
  {
    station: "wires",
    title: "Wiring list",
    field: "Wiring drawing",
    also: "schematic, connection list, netlist, circuit diagram",
  },
  {
    station: "wires",
    title: "One wire at a time",
    field: "One at a time",
    also: "step by step, build, assemble, foot pedal, hands free",
  },
  {
    station: "wires",
    title: "Untangle the wires",
    field: "Untangle",
    also: "crossings, shorter wires, tidy",
    on: ({ bare }) => bare,
  },
  {
    station: "wires",
    title: "Order of the outputs",
    field: "Order",
    also: "segment order, pin mapping, swapped segments, map",
    on: ({ orders }) => orders,
  },
  { station: "wires", title: "Add a wire", field: "Add a wire", also: "connect, jumper" },
  {
    station: "wires",
    title: "Add a part",
    field: "Add a part",
    also: "capacitor, single led, button, extra part, level shifter",
  },
  { station: "wires", title: "Wire colours", field: "Colours", also: "color, red wire, cable" },
  {
    station: "wires",
    title: "Bytes follow the wires",
    field: "When wires move",
    also: "keep the code, moved wire, wrong wire",
  },
  // Current
  {
    station: "current",
    title: "Worst-case currents",
    field: "Currents and heat at their worst",
    also: "mA, amps, overload, limit, hot, heat, burnt, too much current",
  },
  {
    station: "current",
    title: "Resistor for a target current",
    field: "Resistor for a target current",
    also: "resistor calculator, ohm's law, which resistor, brighter, brightness",
    on: ({ resistors, driver }) => resistors && !driver,
  },
  {
    station: "current",
    title: "Logic levels at the chip inputs",
    field: "Levels",
    also: "level, level shifter, 3.3 V, 5 V, logic level, voltage level",
    on: ({ digits }) => digits,
  },
  // Glyphs
  {
    station: "glyphs",
    title: "Byte",
    field: "Byte",
    also: "hex, binary, bits, segment pattern, pattern to byte",
    on: ({ digits, segmentBytes }) => digits && segmentBytes,
  },
  {
    station: "glyphs",
    title: "Alphabet as bytes",
    field: "The alphabet as bytes for this wiring",
    also: "font, letters, lookup table, character table, hex table, array",
    on: ({ digits }) => digits,
  },
  {
    station: "glyphs",
    title: "Shape of your own",
    field: "Character to give this shape",
    also: "custom character, own letter, redraw, font",
    on: ({ digits }) => digits,
  },
  // Scan
  {
    station: "scan",
    title: "Timing method",
    field: "Timing method",
    also: "timer, interrupt, ISR, delay, loop, millis",
    on: ({ scans }) => scans,
  },
  {
    station: "scan",
    title: "On-time per digit",
    field: "On-time",
    also: "speed, flicker, refresh rate, delay, multiplex frequency",
    on: ({ scans }) => scans,
  },
  {
    station: "scan",
    title: "Blanking time",
    field: "Blanking time",
    also: "ghosting, ghost, glow, dead time",
    on: ({ scans }) => scans,
  },
  {
    station: "scan",
    title: "Brightness",
    field: "Brightness, same refresh rate",
    also: "dim, dimming, duty cycle, pwm, intensity",
    on: ({ scans }) => scans,
  },
  {
    station: "scan",
    title: "Timer settings",
    field: "Timer for",
    also: "clock, prescaler, compare, OCR, CTC, frequency",
    on: ({ scans, logic }) => scans && !logic,
  },
  {
    station: "scan",
    title: "Brightness step",
    field: "Brightness step",
    also: "dim, dimming, brightness, intensity, duty cycle, pwm",
    on: ({ driver }) => driver,
  },
  {
    station: "scan",
    title: "What the eye sees",
    field: "To the eye at",
    also: "flicker, visible, ghosting, steady",
    on: ({ scans }) => scans,
  },
  {
    station: "scan",
    title: "What a camera sees",
    field: "To a camera",
    also: "video, film, phone, bands, rolling shutter",
    on: ({ scans }) => scans,
  },
  // Writes
  {
    station: "writes",
    title: "Read a capture",
    press: ["A capture"],
    field: "Open a capture",
    also: "logic analyser, vcd, csv, trace, oscilloscope, decode",
  },
  {
    station: "writes",
    title: "Keys and keypads",
    press: ["Keys"],
    field: "Keypad",
    also: "keypad, keyboard, buttons, key scan, matrix keypad",
  },
  {
    station: "writes",
    title: "Try a chip",
    press: ["Try a chip"],
    field: "Chip",
    also: "registers, command, data sheet, library, driver chip, MAX7219, TM1637, TM1638, HT16K33",
  },
  {
    station: "writes",
    title: "Waveform",
    field: "Source of the writes",
    also: "timing diagram, edges, clock, data, latch, spi, i2c",
  },
  // Frames
  {
    station: "frames",
    title: "Text on the sign",
    field: "Text",
    also: "message, words, ticker",
    on: ({ dots, scenes }) => dots && scenes,
  },
  {
    station: "frames",
    title: "Font",
    field: "Font",
    also: "letters, typeface, size",
    on: ({ dots, scenes }) => dots && scenes,
  },
  {
    station: "frames",
    title: "Motion",
    field: "Motion",
    also: "scroll, marquee, animation, effect, ticker, moving text",
    on: ({ dots, scenes }) => dots && scenes,
  },
  {
    station: "frames",
    title: "Step time",
    field: "Time per",
    also: "speed, scroll speed, faster, slower",
    on: ({ dots, scrolls }) => dots && scrolls,
  },
  {
    station: "frames",
    title: "Pictures",
    field: "Pictures",
    also: "image, bitmap, drawing, icon, upload picture, import",
    on: ({ dots }) => dots,
  },
  {
    station: "frames",
    title: "Orientation of the modules",
    press: ["Modules"],
    field: "Find the orientation",
    also: "upside down, mirrored, rotated, turned, sideways, wrong way round",
    on: ({ dots }) => dots,
  },
  {
    station: "frames",
    title: "Order of the modules",
    press: ["Modules"],
    field: "Modules from the front",
    also: "chain order, arrangement, rows of modules",
    on: ({ dots }) => dots,
  },
  {
    station: "frames",
    title: "Fonts",
    press: ["Fonts"],
    field: "Font",
    also: "font editor, import font, BDF, characters, draw a letter",
    on: ({ dots }) => dots,
  },
  {
    station: "frames",
    title: "Memory and bytes",
    press: ["Cost and bytes"],
    field: "Memory and time for the run",
    also: "flash, ram, export frames, gif, png, bitmap array",
    on: ({ dots }) => dots,
  },
  // Show
  {
    station: "show",
    title: "Ready-made starts",
    field: "Ready-made starts",
    also: "clock, counter, timer, countdown, stopwatch, thermometer, temperature, distance, random number, keypad entry, message, button, knob, encoder, sensor, relay, buzzer, lamp",
    on: ({ reacts }) => !reacts,
  },
  {
    station: "show",
    title: "Controls",
    field: "Controls",
    also: "button, encoder, knob, keypad, switch, input",
    on: ({ reacts }) => reacts,
  },
  {
    station: "show",
    title: "Values",
    field: "Values",
    also: "counter, timer, clock, reading, variable",
    on: ({ reacts }) => reacts,
  },
  {
    station: "show",
    title: "Faces",
    field: "Faces",
    also: "template, what is shown when, page",
    on: ({ reacts }) => reacts,
  },
  {
    station: "show",
    title: "Events",
    field: "Events",
    also: "relay, buzzer, lamp, alarm, at zero, threshold",
    on: ({ reacts }) => reacts,
  },
  {
    station: "show",
    title: "Debouncing",
    field: "Debouncing",
    also: "bounce, button counts twice, contact",
    on: ({ contacts }) => contacts,
  },
  // Bench
  {
    station: "bench",
    title: "Bring-up",
    press: ["Bring-up"],
    field: "Steps",
    also: "test, first power-up, step by step, does it work",
  },
  {
    station: "bench",
    title: "Find the fault",
    press: ["Find the fault"],
    field: "What is known so far",
    also: "debug, junk, garbage, not working, wrong digit, dark segment, troubleshoot",
    on: ({ digits }) => digits,
  },
  {
    station: "bench",
    title: "Find the pinout",
    press: ["Find the pinout"],
    field: "What it looks like",
    also: "unknown display, no data sheet, unmarked, pins, pinout",
  },
  {
    station: "bench",
    title: "Measurement log",
    press: ["Log"],
    field: "Write down what was measured",
    also: "multimeter, meter, measure, voltage, notes",
  },
  {
    station: "bench",
    title: "Drills",
    press: ["Drills"],
    field: "Practise",
    also: "practice, exercises, learn, quiz",
  },
  {
    station: "bench",
    title: "Control the board from here",
    press: ["Bring-up"],
    field: "Control the board from here",
    also: "serial, usb, live, connect",
  },
  // Code
  {
    station: "code",
    title: "Language of the program",
    field: "Written as",
    also: "sketch, C++, MicroPython, C, Verilog, library, source code",
  },
  {
    station: "code",
    title: "How bytes are sent",
    field: "How bytes are sent",
    also: "spi, i2c, bit-banging, shiftOut, hardware spi",
    on: ({ bytes, logic }) => bytes && !logic,
  },
  { station: "code", title: "Copy the program", field: "Copy", also: "clipboard, source" },
  {
    station: "code",
    title: "Save the rig as a file",
    field: "Rig file",
    also: "export, back up, share, pip.json",
  },
  {
    station: "code",
    title: "Link to a copy of the rig",
    field: "Link",
    also: "share, send, url, friend",
  },
  {
    station: "code",
    title: "Print the rig on one page",
    field: "One page",
    also: "printer, paper, pdf",
  },
  {
    station: "code",
    title: "Run a compiled program",
    press: ["Run a compiled program"],
    field: "Open a .hex or .elf file",
    also: "hex file, elf file, hex, elf, firmware, binary, emulate, simulate my code",
    on: ({ firmware }) => !firmware,
  },
  {
    station: "code",
    title: "Read a byte table",
    press: ["Read a byte table"],
    field: "Paste it here",
    also: "array, hex table, lookup table, progmem, what does this table show",
  },
];

/** The places a rig has. */
export function placesOf(model: RigModel): readonly NamedPlace[] {
  const kinds = kindsOf(model);
  return PLACES.filter(({ on }) => on?.(kinds) ?? true);
}
