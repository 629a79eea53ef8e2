/** A word of ours or of the data sheets, explained once. */
export interface GlossaryTerm {
  readonly title: string;
  /** One or two sentences, as one maker would tell another. */
  readonly says: string;
  /** What else makers call it. */
  readonly also?: string;
}

/** Every word that is explained, in the order of the alphabet. */
export const GLOSSARY: readonly GlossaryTerm[] = [
  {
    title: "absolute maximum",
    says: "The figure a data sheet says must never be exceeded, not even for a moment: beyond it the part may be damaged. Design for the recommended figure, which is lower.",
    also: "abs max, rating, limit",
  },
  {
    title: "average forward current",
    says: "What an LED carries on average over a whole scan cycle. It decides brightness and heat; the peak is higher when digits are multiplexed.",
    also: "mean current",
  },
  {
    title: "bit order",
    says: "Which end of a byte is sent first: the most significant bit (bit 7) or the least significant bit (bit 0).",
    also: "msb first, lsb first, endianness, reversed",
  },
  {
    title: "blanking time",
    says: "A short pause in which everything is dark while one digit gives way to the next. Without it a neighbour glows faintly.",
    also: "dead time, ghosting",
  },
  {
    title: "bypass capacitor",
    says: "A capacitor, usually 100 nF, right beside a chip between its supply and ground. It covers the dip when outputs switch.",
    also: "decoupling capacitor, 100 nF",
  },
  {
    title: "capture",
    says: "A recording of the signals on your board’s lines, made with a logic analyser and saved as VCD or CSV.",
    also: "logic analyser recording, trace, dump",
  },
  {
    title: "common anode",
    says: "A display whose LEDs share their plus side. The common leg goes to the supply, and a low output lights a segment.",
    also: "CA, common plus",
  },
  {
    title: "common cathode",
    says: "A display whose LEDs share their minus side. The common leg goes to ground, and a high output lights a segment.",
    also: "CC, common minus",
  },
  {
    title: "debouncing",
    says: "A contact opens and closes several times within a few milliseconds when it is pressed. Debouncing counts that as one press.",
    also: "bounce, contact, button counts twice",
  },
  {
    title: "duty cycle",
    says: "The share of the time an LED is on. Four digits lit one after another have a duty cycle of at most 25 %.",
    also: "duty, on share, pwm",
  },
  {
    title: "face",
    says: "The simulated display, drawn as an eye would see it: true colour, real brightness, real flicker.",
    also: "display, screen, preview",
  },
  {
    title: "forward voltage",
    says: "The voltage an LED keeps across itself when it is lit, written VF: about 1.9 V for red, about 3 V for blue and white.",
    also: "VF, drop, led voltage",
  },
  {
    title: "frame",
    says: "One still picture of a dot-matrix display. A scrolling text is a row of frames, each one column further.",
    also: "picture, animation step",
  },
  {
    title: "ghosting",
    says: "A faint glow of segments that should be dark, because one digit is still on while the next one’s segments are set.",
    also: "ghost, glow, shadow",
  },
  {
    title: "glyph",
    says: "The pattern of segments that stands for one character, a, b, c, d and g for a 3.",
    also: "character, letter, pattern, shape, font",
  },
  {
    title: "latch",
    says: "The signal that makes a shift register show what was shifted in, all at once. The 74HC595 sheet calls the leg RCLK or STCP.",
    also: "RCLK, STCP, load, strobe",
  },
  {
    title: "leg",
    says: "A pin of a chip, a display or a module, numbered from the notch or as the drawing shows. The pins of your controller are called lines, so that the two are never mixed up.",
    also: "pin, terminal, lead",
  },
  {
    title: "line",
    says: "A pin of the controller: what your program switches or reads. It is called by the number or name printed on the board.",
    also: "pin, GPIO, port, I/O",
  },
  {
    title: "module",
    says: "A display bought on a small board with its driver chip and a few header pins. Only the header is yours to wire.",
    also: "breakout, board, backpack",
  },
  {
    title: "multiplexing",
    says: "Lighting digits or rows one after another, so fast that the eye sees all of them. It saves lines and costs brightness.",
    also: "scan, strobing, time sharing",
  },
  {
    title: "net",
    says: "Everything that is joined by wires and so has the same voltage.",
    also: "node, connection",
  },
  {
    title: "pip",
    says: "One LED: a segment, a point or a dot. The picked pip is marked in magenta on every station.",
    also: "led, segment, dot, pixel",
  },
  {
    title: "pull-up",
    says: "A resistor to the supply that holds a line high while nothing pulls it low, so that an open input is not left to chance. A pull-down does the same to ground.",
    also: "pull-down, floating input",
  },
  {
    title: "rail",
    says: "The long strips at the edge of a breadboard that carry supply and ground.",
    also: "power bus, supply strip",
  },
  {
    title: "refresh rate",
    says: "How many times a second every digit or row has been lit once. From about 100 Hz nobody sees it flicker.",
    also: "frame rate, flicker, hertz",
  },
  {
    title: "shift register",
    says: "A chip that takes bits one by one on a data line and gives them out side by side on its outputs. Three lines drive any number of outputs.",
    also: "74HC595, serial to parallel, expander",
  },
  {
    title: "rig",
    says: "One build: a display, what drives it, the board, the wires, what it shows and what you measured.",
    also: "project, circuit, build",
  },
  {
    title: "scan cycle",
    says: "The time in which every digit or row has had its share of light once. Its inverse is the refresh rate.",
    also: "period, round",
  },
  {
    title: "scene",
    says: "One text or set of pictures of a sign, with its motion. A sign shows its scenes in order.",
    also: "message, animation",
  },
  {
    title: "segment",
    says: "One bar of a digit, called a to g clockwise from the top with g in the middle; dp is the decimal point.",
    also: "bar, seven-segment",
  },
  {
    title: "set-up",
    says: "The writes a driver chip needs once after power-up before it shows anything: scan limit, brightness, display on.",
    also: "initialisation, init, begin",
  },
  {
    title: "show",
    says: "What a rig displays over time: a list of texts, or what it does when buttons, knobs and sensors change.",
    also: "program, sequence, content",
  },
  {
    title: "state",
    says: "One pattern of all outputs: everything that is high or low at the same moment.",
    also: "output pattern",
  },
  {
    title: "station",
    says: "One of the ten screens of a rig, from Plan to Code. The keys 1 to 9 and 0 go to them.",
    also: "screen, tab, page",
  },
  {
    title: "stand-in",
    says: "A shape shown for a character that seven segments, or a font, do not have: an H with a roof for a K, say.",
    also: "substitute character, missing letter",
  },
  {
    title: "tape",
    says: "A recording of what was pressed, turned and typed under the face. It replays exactly, and may say what should happen.",
    also: "recording, macro, test",
  },
  {
    title: "trail",
    says: "The way of the picked pip, hop by hop: its leg, its resistor, the chip’s output, the bit, the write, when it is lit and how brightly. Each hop leads to its station.",
    also: "path, trace, route",
  },
  {
    title: "write",
    says: "What the controller sends to a chip in one go: a register’s address and its value, or the bytes of a whole chain.",
    also: "command, transfer, message",
  },
];

const BY_TITLE = new Map(GLOSSARY.map((term) => [term.title, term]));

/** @returns the term of that name; throws where the glossary has none, so that no tip is ever empty */
export function termOf(title: string): GlossaryTerm {
  const found = BY_TITLE.get(title);
  if (!found) throw new Error(`the glossary does not explain ${title}`);
  return found;
}
