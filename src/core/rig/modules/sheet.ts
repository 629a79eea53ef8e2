import { about, choice, object, text, type Of } from "../../document";
import { LED_COLOURS, type LedColour } from "../../parts";
import { PLAN_FIELDS } from "../document";
import { LIMITS } from "../limits";
import { BOUGHT } from "./bought";

/** What the board of a module has between its header and its LEDs: the part of a plan it decides. */
const INSIDE = object({
  scheme: PLAN_FIELDS.scheme,
  display: PLAN_FIELDS.display,
  module: PLAN_FIELDS.module,
  own: PLAN_FIELDS.own,
  polarity: PLAN_FIELDS.polarity,
  outputs: PLAN_FIELDS.outputs,
  digitOutputs: PLAN_FIELDS.digitOutputs,
  digitSwitch: PLAN_FIELDS.digitSwitch,
  register: PLAN_FIELDS.register,
});
export type Inside = Of<typeof INSIDE>;

/** Everything there is to know of a module: its board, and what is inside. */
export const MODULE_SHEET = about(
  "a module as it is sold",
  object({
    bought: BOUGHT,
    inside: INSIDE,
    colour: choice<LedColour>(...LED_COLOURS),
    note: text(LIMITS.note),
  }),
);
export type ModuleSheet = Of<typeof MODULE_SHEET>;
