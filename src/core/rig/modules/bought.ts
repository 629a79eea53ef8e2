import { about, amount, choice, flag, list, object, optional, text, whole, type Of } from "../../document";
import { ORIENTATION } from "../../dots";
import type { Farads, Ohms } from "../../quantity";
import { ID } from "../../refs";
import { LINE } from "../encoding";
import { LIMITS } from "../limits";

/** What a pin of a module's header is for. */
export const PIN_USES = ["supply", "ground", "data", "clock", "latch", "not-used"] as const;
export type PinUse = (typeof PIN_USES)[number];

/** Letters of a pin's name, as printed beside it. */
const PIN_NAME = 10;
/** Pins of one header. */
const PINS = 16;

const PIN = object({ name: text(PIN_NAME, 1), use: choice(...PIN_USES) });
export type Pin = Of<typeof PIN>;

/**
 * A module as it is bought: a board with a header, chips and a display. What its chips drive, and in which order, is
 * said by the plan it belongs to and, in the end, by the wires inside.
 */
export const BOUGHT = about(
  "a module with a header, as it is bought",
  object({
    kind: optional(about("which of the known modules it is", ID)),
    name: text(LIMITS.name, 1),
    header: about("pins where it is plugged in, the first one first", list(PIN, PINS, 2)),
    out: optional(about("pins at its other end, for the next module", list(PIN, PINS, 1))),
    chips: about("chips on one board", whole([1, 16])),
    digits: about("digits on one board, or rows of dots", whole([1, LIMITS.boardDigits])),
    ohms: optional(
      about("Ω in each line of a segment; none where it is left out", amount<Ohms>(LIMITS.ohms)),
    ),
    setOhms: optional(about("Ω at the leg that sets the chip's current", amount<Ohms>(LIMITS.ohms))),
    level: optional(
      about(
        "brightness step one starts from, where its parts leave the chip at its most",
        whole(LIMITS.level),
      ),
    ),
    pullOhms: optional(
      about("Ω from data and clock to the supply; none where it is left out", amount<Ohms>(LIMITS.ohms)),
    ),
    filterFarads: optional(
      about("F from data and clock to ground; none where it is left out", amount<Farads>(LIMITS.farads)),
    ),
    keys: optional(
      about(
        "keys between segment legs and key legs of the first chip of a board",
        list(object({ segment: whole([1, 16]), input: whole([1, 8]) }), 24),
      ),
    ),
    exchanged: optional(
      about("digits are on the legs for segments, segments on the legs for digits", flag()),
    ),
    segmentsFirst: optional(about("the first byte sent is the one of the segments", flag())),
    stands: optional(
      about(
        "of dots: which way round each block sits, and at which end of the row the first one is",
        object({ ...ORIENTATION, from: choice("left", "right") }),
      ),
    ),
    keeps: optional(about("lines of the board that other parts on the module take", list(LINE, 40))),
  }),
);
export type Bought = Of<typeof BOUGHT>;
