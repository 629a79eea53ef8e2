import { about, amount, choice, form, list, object, optional, text, whole, type Of } from "../document";
import { PIP_NAMES } from "../glyph";
import { OWN_DISPLAY_LIMITS } from "../parts";
import type { Volts } from "../quantity";
import { ID, LEG_REF } from "../refs";

/** Bounds of what is kept of the bench: shared by the document and the fields on screen. */
export const BENCH_LIMITS = {
  searches: 24,
  seen: 120,
  measured: 120,
  steps: 400,
  readings: 400,
  fewestLegs: 4,
  log: 1000,
  photos: 24,
  name: 60,
  note: 500,
  step: 60,
  place: 60,
  digits: 512,
  /** Of one digit, its marks included. */
  segments: 16,
  /** V: what a hobby meter is put to on such a rig. */
  volts: [-50, 50],
  /** ms since 1970: until the year 2100. */
  when: [0, 4_102_444_800_000],
  /** Of any quantity, in its unit. */
  value: [-1e9, 1e9],
} as const;

const LEDS_OF_DIGITS = list(list(choice(...PIP_NAMES), BENCH_LIMITS.segments), BENCH_LIMITS.digits);

/** What was seen of a pattern. */
const SIGHT = object({
  pattern: about("which pattern was shown", text(BENCH_LIMITS.step, 1)),
  lit: about("the LEDs that were lit as they should be, digit by digit in reading order", LEDS_OF_DIGITS),
  dim: optional(about("LEDs that were far dimmer than they should be", LEDS_OF_DIGITS)),
  bright: optional(about("LEDs that were far brighter than they should be", LEDS_OF_DIGITS)),
});

/** What a meter showed between a leg and ground. */
const PROBED = object({
  held: about("what the rig was held at", text(BENCH_LIMITS.step, 1)),
  leg: LEG_REF,
  volts: about("V against the controller’s ground", amount<Volts>(BENCH_LIMITS.volts)),
});

/** A search for a fault: what was seen and measured so far. */
const SEARCH = object({
  id: ID,
  name: text(BENCH_LIMITS.name, 1),
  note: optional(text(BENCH_LIMITS.note)),
  seen: list(SIGHT, BENCH_LIMITS.seen),
  measured: list(PROBED, BENCH_LIMITS.measured),
  sent: optional(about("whether a capture showed the program’s own bytes", choice("right", "wrong"))),
  found: optional(about("what it was, in words", text(BENCH_LIMITS.note, 1))),
});
export type Search = Of<typeof SEARCH>;

/** A step of bringing the rig up that was gone through. */
const STEP_DONE = object({
  step: text(BENCH_LIMITS.step, 1),
  went: choice("right", "wrong"),
  at: about("ms since 1970", whole(BENCH_LIMITS.when)),
});
export type StepDone = Of<typeof STEP_DONE>;

/** What can be measured, each in one unit. */
export const LOGGED = ["V", "mA", "Hz", "s", "°C", "lx"] as const;
export type Logged = (typeof LOGGED)[number];

/** 60 kB, four letters for three bytes. */
const PHOTO = /^data:image\/jpeg;base64,[A-Za-z0-9+/]{0,80000}={0,2}$/;

/** One measured value, where and while what it was taken. */
const LOG_ENTRY = object({
  id: ID,
  at: about("ms since 1970", whole(BENCH_LIMITS.when)),
  unit: choice(...LOGGED),
  place: about("a leg, an LED, a part, or what it is in words", text(BENCH_LIMITS.place, 1)),
  held: optional(about("what the rig was held at", text(BENCH_LIMITS.step, 1))),
  value: about("in its unit", amount(BENCH_LIMITS.value)),
  note: optional(text(BENCH_LIMITS.note)),
  photo: optional(
    about(
      "a small picture of it, as a data URL of a JPEG",
      form(PHOTO, () => "must be a JPEG of at most 60 kB, as data:image/jpeg;base64"),
    ),
  ),
});
export type LogEntry = Of<typeof LOG_ENTRY>;

/** A display whose legs are being found: what it looks like, and what lit between which of them. */
const PINS = object({
  kind: choice("digits", "digits-bare", "clock", "dots"),
  legs: whole([BENCH_LIMITS.fewestLegs, OWN_DISPLAY_LIMITS.legs]),
  digits: about("digits, or rows of dots", whole([1, OWN_DISPLAY_LIMITS.digits])),
  columns: optional(about("of dots", whole([1, 8]))),
  readings: list(
    object({
      plus: about("leg, from 1", whole([1, OWN_DISPLAY_LIMITS.legs])),
      minus: whole([1, OWN_DISPLAY_LIMITS.legs]),
      saw: choice("nothing", "short", "lit"),
      digit: optional(whole([1, OWN_DISPLAY_LIMITS.digits])),
      led: optional(choice(...PIP_NAMES)),
    }),
    BENCH_LIMITS.readings,
  ),
});
export type PinsNotes = Of<typeof PINS>;

/** What was done at the bench: steps gone through, faults searched for, what was measured. */
export const BENCH = object({
  steps: list(STEP_DONE, BENCH_LIMITS.steps),
  searches: list(SEARCH, BENCH_LIMITS.searches),
  log: list(LOG_ENTRY, BENCH_LIMITS.log),
  pins: optional(PINS),
});
export type BenchNotes = Of<typeof BENCH>;

export const EMPTY_BENCH: BenchNotes = { steps: [], searches: [], log: [] };
