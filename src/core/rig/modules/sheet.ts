import { about, amount, choice, object, optional, text, type Of } from "../../document";
import { ORIENTATION } from "../../dots";
import { LED_COLOURS, type LedColour } from "../../parts";
import type { Ohms } from "../../quantity";
import { PLAN_FIELDS } from "../document";
import { LIMITS } from "../limits";
import { BOUGHT } from "./bought";

const { scheme, digitSwitch, display, module, own, polarity, outputs, digitOutputs, register } = PLAN_FIELDS;

/** What the board of a module has between its header and its LEDs: the part of a plan it decides. */
const INSIDE = object({
  scheme,
  display,
  polarity,
  outputs,
  digitOutputs,
  digitSwitch,
  module,
  own,
  register,
});
export type Inside = Of<typeof INSIDE>;

/** Everything there is to know of a module: its header, what is inside, and how its parts are valued. */
export const MODULE_SHEET = about(
  "a module as it is sold",
  object({
    bought: BOUGHT,
    inside: INSIDE,
    colour: choice<LedColour>(...LED_COLOURS),
    /** Ω in each line of a segment, or in each segment of digits that take turns; 0 for none. */
    ohms: optional(amount<Ohms>([0, LIMITS.ohms[1]])),
    setOhms: optional(about("Ω at the leg that sets the chip's current", amount<Ohms>(LIMITS.ohms))),
    /** Of dots: which way round each block of them sits, and at which end of the row the first one is. */
    stands: optional(object({ ...ORIENTATION, from: choice("left", "right") })),
    note: text(LIMITS.note),
  }),
);
export type ModuleSheet = Of<typeof MODULE_SHEET>;
