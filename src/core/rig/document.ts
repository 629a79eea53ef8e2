import { KNOWN_BUS_CHIPS, type BusChipId } from "../chips";
import {
  about,
  amount,
  choice,
  flag,
  keyed,
  list,
  object,
  optional,
  text,
  unordered,
  whole,
  type Of,
  type Shape,
} from "../document";
import { ORIENTATION, SCENE } from "../dots";
import { GLYPH_OVERRIDE, MARKS, PIP_NAMES, SEGMENTS, type PipName } from "../glyph";
import {
  CONTROLLERS,
  DISPLAY_SHEET,
  LED_COLOURS,
  LINE_NAMES,
  MATRICES,
  PART_IDS,
  POLARITIES,
  REGISTER_IDS,
  type LedColour,
  type MatrixName,
} from "../parts";
import type { Farads, Hertz, Microseconds, Milliamps, Milliseconds, Ohms, Volts } from "../quantity";
import { BENCH } from "./bench";
import { FIRMWARE } from "./firmware";
import { BIT_ORDER, CHAIN_USES, ENCODING, LINE, type ChainUse } from "./encoding";
import { BLINKS, LIMITS } from "./limits";
import { HAND, LIVE, TAPES } from "./live";
import { BOUGHT } from "./modules/bought";
import { SUPPLY } from "./supplies";
import { ID, ID_FORM, LEG_REF, PIP_ID, UNIT_REF } from "../refs";

export { CHAIN_USES, type ChainUse } from "./encoding";
export type { BitOrder, ChainLines, EncodedBus, EncodedPip, Encoding, Need, Place } from "./encoding";
export * from "../refs";

const LED_VALUES = object({
  colour: choice(...LED_COLOURS),
  forward: about("forward drop in V at the test current", amount<Volts>(LIMITS.forward)),
  slope: about("rise of the forward drop in Ω", amount<Ohms>(LIMITS.slope)),
  testCurrent: optional(
    about(
      "current in mA the drop is named at; 10 where it is left out",
      amount<Milliamps>(LIMITS.testCurrent),
    ),
  ),
});
export type LedValues = Of<typeof LED_VALUES>;

/** Where on the breadboards a part was put by hand: its leftmost column, and for small parts whether it is turned. */
const SEAT = object({
  board: about("breadboard, from 0", whole([0, LIMITS.breadboards - 1])),
  column: whole([1, LIMITS.boardColumns]),
  turned: optional(flag()),
});
export type SeatByHand = Of<typeof SEAT>;

/** One physical thing. */
const UNIT = object({
  ref: UNIT_REF,
  part: choice(...PART_IDS),
  ohms: optional(about("Ω", amount<Ohms>(LIMITS.ohms))),
  farads: optional(about("F", amount<Farads>(LIMITS.farads))),
  volts: optional(about("V", amount<Volts>(LIMITS.volts))),
  led: optional(LED_VALUES),
  /** For the part `own-display`. */
  sheet: optional(DISPLAY_SHEET),
  /** For the part `module`: the board it is. */
  module: optional(BOUGHT),
  inside: optional(about("the module whose board it sits on", UNIT_REF)),
  /** Laid by hand: no plan knows it, and laying the plan again leaves it. */
  added: optional(about("whether it was added by hand", flag())),
  /** For LEDs that stand alone. */
  lit: optional(
    about("which of its LEDs the program keeps lit", list(choice(...PIP_NAMES), LIMITS.singleLeds)),
  ),
  /** For the controller. */
  lineNames: optional(
    about("what its lines are called beside their number in a sketch", choice(...LINE_NAMES)),
  ),
  /** For input parts. */
  hand: optional(HAND),
  socket: optional(about("whether it stands in a socket", flag())),
  seat: optional(about("where it was put by hand", SEAT)),
  placed: optional(about("whether it is seated on the table", flag())),
  note: optional(text(LIMITS.shortNote, 1)),
});
export type Unit = Of<typeof UNIT>;

/** What a wire may be covered with. */
export const WIRE_COLOURS = [
  "red",
  "black",
  "yellow",
  "green",
  "blue",
  "white",
  "orange",
  "violet",
  "brown",
  "grey",
] as const;
export type WireColour = (typeof WIRE_COLOURS)[number];

/** One connection from leg to leg. */
const WIRE = object({
  id: ID,
  from: LEG_REF,
  to: LEG_REF,
  placed: about("whether it is on the table", flag()),
  colour: optional(about("its colour, where it was chosen by hand", choice(...WIRE_COLOURS))),
  note: optional(text(LIMITS.shortNote, 1)),
});
export type Wire = Of<typeof WIRE>;

/** The ways to drive digits without a chip on a bus. */
const PLAIN_SCHEMES = [
  "register-static",
  "power-register",
  "direct",
  "register-lines",
  "two-registers",
  "selector",
  "ring",
  "bcd-decoder",
  "logic",
] as const;

/** A way is named after the chip on a bus that drives the digits, or after what stands in for one. */
export type SchemeName = (typeof PLAIN_SCHEMES)[number] | Lowercase<BusChipId>;

/** The ways to drive digits that can be laid down. */
export const SCHEMES: readonly SchemeName[] = [
  ...PLAIN_SCHEMES,
  ...KNOWN_BUS_CHIPS.map(({ sheet }) => sheet.id.toLowerCase() as Lowercase<BusChipId>),
];

/** What carries the current of a whole digit. */
export const DIGIT_SWITCHES = ["bare", "transistor", "mosfet", "darlington", "power-register"] as const;
export type DigitSwitch = (typeof DIGIT_SWITCHES)[number];

/** What a controller line is for. */
export type LineUse =
  | ChainUse
  | `segment-${PipName}`
  | `digit-${number}`
  | `select-${number}`
  | `code-${number}`
  | "ring-clock"
  | "ring-reset";

const LINE_USE = new RegExp(
  `^(${CHAIN_USES.join("|")}|segment-(${[...SEGMENTS, ...MARKS].join("|")})|digit-[1-8]|select-[0-2]|code-[0-3]|ring-(clock|reset))$`,
);

/**
 * What matches a board's levels to its chips': buffers that take far less for high than they give, a MOSFET in each line,
 * or, where the board gives more than the chips stand, two resistors that divide it.
 */
export const LEVEL_PARTS = ["74HCT125", "74AHCT125", "n-channel-switch", "divider"] as const;
export type LevelPart = (typeof LEVEL_PARTS)[number];

const RESISTOR_PLACING = choice("per-segment", "common");
export type ResistorPlacing = Of<typeof RESISTOR_PLACING>;

/** The choices a scheme lays down units and wires from. */
export const PLAN_FIELDS = {
  scheme: choice(...SCHEMES),
  controller: choice(...CONTROLLERS.map(({ id }) => id)),
  /** All displays together; of modules of dots the rows, one module behind the other. */
  digits: whole([1, LIMITS.digits]),
  /** Makers differ. Legs keep the names of their sheet. */
  countFrom: about("which digit is called digit 1", choice("left", "right")),
  /** Plain displays, a clock display with colon and degree mark, one whose legs were entered, or modules of dots. */
  display: choice("plain", "clock", "own", "dots"),
  module: optional(about("which modules of dots", choice(...(Object.keys(MATRICES) as MatrixName[])))),
  own: optional(DISPLAY_SHEET),
  polarity: choice(...POLARITIES),
  resistors: RESISTOR_PLACING,
  digitSwitch: choice(...DIGIT_SWITCHES),
  power: choice("board", "separate"),
  supply: optional(SUPPLY),
  lines: about(
    "the controller line for each use",
    keyed<LineUse, Shape<string>>(LINE_USE, "use of a line", LINE, LIMITS.lines),
  ),
  outputs: about("the segment for each output of a segment driver", list(choice(...SEGMENTS), 8, 8)),
  digitOutputs: about("the digit for each output of a digit driver", list(whole([1, 8]), 8, 8)),
  aside: optional(about("lines left alone, for something else", list(LINE, LIMITS.lines))),
  /** The 74HC595 where it is not said. */
  register: optional(about("the register that drives segments", choice(...REGISTER_IDS))),
  /** Where the chips stand on more than the board's level. */
  levels: optional(about("what stands in the lines and matches their level", choice(...LEVEL_PARTS))),
  /** Where the display was bought as a module with its chips: what is on its board and not said elsewhere. */
  bought: optional(BOUGHT),
  busAddress: optional(
    about("what the address straps of a driver chip add to its first bus address", whole(LIMITS.busAddress)),
  ),
};

/** After the wires are laid, they are the truth. */
const PLAN = about("the choices the units and wires were first laid down from", object(PLAN_FIELDS));
export type Plan = Of<typeof PLAN>;

/** Whether the code follows the wires, or stays as it was when the wires were other. */
const CODE = object({
  bitOrder: BIT_ORDER,
  kept: optional(
    about("present when the code stays as it was while the wires move: how each LED was reached", ENCODING),
  ),
});

/** What the rig is to display over time. */
const SHOW = object({
  mode: choice("count", "hold"),
  /** The texts a count runs through, one face after the other; a full stop lights the point before it. */
  texts: list(text(LIMITS.text, 1), LIMITS.texts, 1),
  /** The one text that is held. */
  hold: text(LIMITS.text, 1),
  interval: about("ms", whole<Milliseconds>(LIMITS.interval)),
  rounds: about("how often the texts are run through; 0: without end", whole(LIMITS.rounds)),
  end: about("what stays after the last round", choice("last", "blank")),
  align: about("where a text goes that is shorter than the display", choice("left", "right")),
  leadingZeros: choice("show", "blank"),
});
export type Show = Of<typeof SHOW>;

/** Who keeps time while digits are multiplexed. */
export const SCAN_SCHOOLS = ["loop", "timer", "divider"] as const;
export type ScanSchool = (typeof SCAN_SCHOOLS)[number];

/** How digits that share their segments take turns. */
const SCAN = about(
  "how digits that share segments take turns; times in µs, the last on-time stands for all that follow",
  object({
    school: choice(...SCAN_SCHOOLS),
    /** How long each slot is held lit, in turn; the last entry stands for all that follow. */
    on: list(amount<Microseconds>(LIMITS.onTime), LIMITS.ownDigits, 1),
    /** How long everything is dark between two slots; 0 sends no blank at all. */
    blank: amount<Microseconds>(LIMITS.blankTime),
    /** From 0; their highest where this is more. */
    level: optional(about("brightness step of driver chips", whole(LIMITS.level))),
    blink: optional(about("blinking of driver chips that can, in Hz", choice<Hertz>(...BLINKS))),
  }),
);
export type Scan = Of<typeof SCAN>;

/** Where a module of dots stands on the face, and which way round. */
const MODULE_PLACE = object({
  unit: UNIT_REF,
  /** Dots from the left and from the top of the face to the module's corner. */
  x: whole([0, LIMITS.pictureSide - 1]),
  y: whole([0, LIMITS.pictureSide - 1]),
  ...ORIENTATION,
});
export type ModulePlace = Of<typeof MODULE_PLACE>;

/** What a display of dots shows, and how its modules stand. */
const SIGN = about(
  "what a display of dots shows, and how its modules stand: x and y in dots, mirrored before turned clockwise",
  object({
    modules: list(MODULE_PLACE, LIMITS.modules),
    /** Shown one after the other, over and over or as often as the show's rounds say. */
    scenes: list(SCENE, LIMITS.scenes),
    fonts: about(
      "fonts that came with the rig, by id, each the text of a BDF file",
      keyed<string, Shape<string>>(ID_FORM, "id of a font", text(LIMITS.fontBytes), LIMITS.fonts),
    ),
  }),
);
export type Sign = Of<typeof SIGN>;

/** A display that stands beside the one of the plan, on its chain or bus, with a show of its own. */
const BESIDE = about(
  "a display beside the plan’s, with a show of its own",
  object({
    plan: optional(
      about("what it was laid from; none where its parts were added by hand", object(PLAN_FIELDS)),
    ),
    colour: choice<LedColour>(...LED_COLOURS),
    units: about("its parts, displays among them", list(UNIT_REF, LIMITS.units, 1)),
    shows: about(
      "its texts, the next one with each face of the plan’s display, or with each scene",
      list(text(LIMITS.text, 1), LIMITS.texts, 1),
    ),
    modules: optional(about("of dots: how its modules stand", list(MODULE_PLACE, LIMITS.modules))),
  }),
);
export type Beside = Of<typeof BESIDE>;

/** The version this build writes. */
export const RIG_VERSION = 2;

/** What a rig is called, and what its maker says of it. */
const HEAD = { name: text(LIMITS.name, 1), note: text(LIMITS.note) };
export const RIG_HEAD = object(HEAD);

/** The rig document: shapes and ranges. What refers to what is checked by the reader. */
export const RIG = object({
  format: choice("bold-pip-rig"),
  version: choice(RIG_VERSION),
  id: ID,
  ...HEAD,
  plan: PLAN,
  units: list(UNIT, LIMITS.units, 1),
  wires: list(WIRE, LIMITS.wires),
  code: CODE,
  glyphs: unordered(GLYPH_OVERRIDE, LIMITS.glyphs, (one, other) => (one.glyph < other.glyph ? -1 : 1)),
  scan: SCAN,
  show: SHOW,
  sign: optional(SIGN),
  beside: optional(list(BESIDE, LIMITS.beside)),
  live: optional(LIVE),
  tapes: optional(TAPES),
  wireColours: optional(
    about(
      "how wires get their colour where none was chosen: by what makers use, or a net each",
      choice("habit", "net"),
    ),
  ),
  leftOut: optional(about("LEDs left unwired on purpose", list(PIP_ID, LIMITS.pips))),
  dead: optional(about("LEDs that do not light any more, whatever drives them", list(PIP_ID, LIMITS.pips))),
  bench: optional(BENCH),
  firmware: optional(FIRMWARE),
});
export type Rig = Of<typeof RIG>;
