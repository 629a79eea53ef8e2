import {
  about,
  amount,
  choice,
  eitherByKey,
  flag,
  form,
  list,
  object,
  optional,
  text,
  whole,
  type Of,
} from "../document";
import { ALIGNMENTS, SCENE_LIMITS } from "../dots";
import type { Milliseconds } from "../quantity";
import { UNIT_REF } from "../refs";

/** Bounds of what reacts: shared by the document and the fields on screen. */
export const LIVE_LIMITS = {
  values: 16,
  faces: 16,
  controls: 32,
  events: 32,
  presets: 8,
  /** Steps of a repeat that speeds up. */
  repeats: 3,
  template: 64,
  /** Whole numbers a value goes through. */
  number: [-99_999_999, 99_999_999],
  /** ms: of a hold, a repeat, a pulse, a face's turn. */
  time: [1, 3_600_000],
  /** ms a contact is given to come to rest. */
  settle: [0, 1000],
  /** Ticks of a timer. */
  ticks: [1, 8_640_000],
  /** Of a clock, in seconds a day. */
  correction: [-3600, 3600],
  daySeconds: [0, 86_399],
  /** Of the converter. */
  raw: [0, 65_535],
  decimals: [0, 3],
  /** ms between two readings. */
  every: [1, 60_000],
  hysteresis: [0, 100_000],
  tapes: 16,
  tapeItems: 2000,
  /** ms from power-up. */
  tapeTime: [0, 7 * 86_400_000],
  /** Characters of a message, and of what is sent over the serial line at once. */
  message: [1, 64],
  typed: 200,
  keyFace: 4,
  /** Steps an encoder is turned at once. */
  turn: [-100, 100],
  /** Hz of a passive buzzer. */
  tone: [31, 10_000],
  /** Steps of brightness of a driver chip. */
  light: [0, 15],
  /** Digits of an entry. */
  entry: [1, 8],
  /** What a hand sets an input to: °C, or per cent. */
  set: [-1000, 100_000],
} as const;

const VALUE_NAME = form(
  /^[a-z][A-Za-z0-9]{0,19}$/,
  (_, shown) =>
    `is ${shown}: a value is named by a small letter, then letters and digits, 20 at most, as in lapsToGo`,
);
const NUMBER = whole(LIVE_LIMITS.number);
const TIME = whole<Milliseconds>(LIVE_LIMITS.time);

const named = { name: VALUE_NAME, kept: optional(about("whether it outlives a power cut", flag())) };

/** A number that is stepped. */
const COUNT = object({ least: NUMBER, most: NUMBER, start: NUMBER, wraps: flag() });

/** Time that is counted, in ticks. */
const TIMER = object({
  way: choice("down", "up"),
  /** Where it starts from; of one that counts up, where it stops. */
  presets: about("ticks", list(whole(LIVE_LIMITS.ticks), LIVE_LIMITS.presets, 1)),
  tick: about("ms", choice<Milliseconds>(1000, 100, 10)),
  starts: choice("by-itself", "when-told"),
});

/** The time of day. */
const CLOCK = object({
  hours: choice(12, 24),
  start: about("seconds since midnight at power-up", whole(LIVE_LIMITS.daySeconds)),
  correction: optional(
    about(
      "seconds a day it is made faster, where the board’s own clock is slow",
      amount(LIVE_LIMITS.correction),
    ),
  ),
  chip: optional(
    about("the clock chip it is read from and set in; otherwise the board's own clock", UNIT_REF),
  ),
});

const POINT = object({ raw: whole(LIVE_LIMITS.raw), shows: NUMBER });
/** What an input part tells, in steps of the last decimal. */
const READING = object({
  of: UNIT_REF,
  decimals: whole(LIVE_LIMITS.decimals),
  points: about("two points the line of its calibration runs through", list(POINT, 2, 2)),
  samples: about("conversions that are averaged", choice(1, 2, 4, 8, 16, 32)),
  every: about("ms between two readings", whole<Milliseconds>(LIVE_LIMITS.every)),
  rounding: choice("round", "cut"),
  hysteresis: about(
    "change that has to be passed, in steps of the last decimal",
    whole(LIVE_LIMITS.hysteresis),
  ),
});

const RANDOM = object({ least: NUMBER, most: NUMBER });

/** A number that is pushed in digit by digit, and counts once it is accepted. */
const ENTRY = object({
  digits: about("digits there are at the most", whole(LIVE_LIMITS.entry)),
  least: NUMBER,
  most: NUMBER,
  start: NUMBER,
});

/** Text that comes over the serial line, a line at a time. */
const MESSAGE = object({
  most: about("characters it has room for", whole(LIVE_LIMITS.message)),
  start: about("what it is at power-up", text(LIVE_LIMITS.message[1])),
  waits: about("whether a new one waits until the one that runs is through", flag()),
});

const VALUE = eitherByKey("a count, a timer, a clock, a reading, an entry, a message or a random number", {
  count: object({ ...named, count: COUNT }),
  timer: object({ ...named, timer: TIMER }),
  clock: object({ ...named, clock: CLOCK }),
  reading: object({ name: VALUE_NAME, reading: READING }),
  random: object({ ...named, random: RANDOM }),
  entry: object({ ...named, entry: ENTRY }),
  message: object({ ...named, message: MESSAGE }),
});
export type LiveValue = Of<typeof VALUE>;

const CONDITION = object({
  value: VALUE_NAME,
  is: choice(
    "below",
    "at-most",
    "equal",
    "not",
    "at-least",
    "above",
    "running",
    "stopped",
    "arrives",
    "typing",
    "refused",
  ),
  than: optional(NUMBER),
});
export type Condition = Of<typeof CONDITION>;

const FACE = object({
  shows: about("text with values in braces", text(LIVE_LIMITS.template, 1)),
  while: optional(CONDITION),
  for: optional(about("ms it is shown when several take turns", TIME)),
  blinks: optional(about("whether it goes dark twice a second", flag())),
  runs: optional(
    about("of dots: which way its text runs across; it stands still otherwise", choice("left", "right")),
  ),
});
export type LiveFace = Of<typeof FACE>;

const ACTION = eitherByKey("what is done", {
  step: object({ step: NUMBER, value: VALUE_NAME }),
  set: object({ set: NUMBER, value: VALUE_NAME }),
  reset: object({ reset: VALUE_NAME }),
  start: object({ start: VALUE_NAME }),
  pause: object({ pause: VALUE_NAME }),
  toggle: object({ toggle: VALUE_NAME }),
  preset: object({ preset: VALUE_NAME }),
  draw: object({ draw: VALUE_NAME }),
  push: object({ push: about("the digit", whole([0, 9])), value: VALUE_NAME }),
  clear: object({ clear: VALUE_NAME }),
  accept: object({ accept: VALUE_NAME }),
  face: object({ face: choice("next", "hold") }),
  light: object({
    light: choice("dark", "lit", "switch", "brighter", "dimmer", "round", "level"),
    level: optional(about("the step of brightness of a driver chip", whole(LIVE_LIMITS.light))),
  }),
  switch: object({
    switch: UNIT_REF,
    how: choice("on", "off", "toggle", "pulse"),
    ms: optional(TIME),
    tone: optional(about("Hz, of a passive buzzer", whole(LIVE_LIMITS.tone))),
  }),
});
export type Action = Of<typeof ACTION>;

const REPEAT = object({ from: about("ms since the press", TIME), every: about("ms", TIME) });
const KEY = optional(about("which key of a keypad", text(LIVE_LIMITS.keyFace, 1)));
const CONTROL = object({
  unit: UNIT_REF,
  key: KEY,
  on: choice("press", "release", "hold", "turn-right", "turn-left"),
  after: optional(about("ms it is held", TIME)),
  repeat: optional(
    about("again and again while it is held, faster by steps", list(REPEAT, LIVE_LIMITS.repeats, 1)),
  ),
  does: ACTION,
});
export type Control = Of<typeof CONTROL>;

const EVENT = object({ when: CONDITION, does: ACTION });
export type LiveEvent = Of<typeof EVENT>;

/** How a program takes a contact that bounces. */
export const DEBOUNCE_WAYS = ["none", "wait", "samples", "states", "interrupt"] as const;
export type DebounceWay = (typeof DEBOUNCE_WAYS)[number];

/** How texts stand on a display of dots. */
const SIGN_TEXT = object({
  font: about("id of a font", text(SCENE_LIMITS.name, 1)),
  align: choice(...ALIGNMENTS),
  step: about("ms from column to column of a text that runs", whole<Milliseconds>(SCENE_LIMITS.step)),
});

/** What a rig does that reacts. */
export const LIVE = about(
  "what the rig shows and does when it reacts: values, faces, controls, events",
  object({
    values: list(VALUE, LIVE_LIMITS.values),
    faces: list(FACE, LIVE_LIMITS.faces, 1),
    controls: list(CONTROL, LIVE_LIMITS.controls),
    events: list(EVENT, LIVE_LIMITS.events),
    debounce: object({ way: choice(...DEBOUNCE_WAYS), ms: whole<Milliseconds>(LIVE_LIMITS.settle) }),
    digits: about("how numbers are taken apart", choice("divide", "subtract", "carry")),
    sign: optional(about("how texts stand on a display of dots", SIGN_TEXT)),
    keep: optional(
      object({
        every: about("ms between two writes at the least", TIME),
        spread: about("whether writes go round over many places, so that none is worn out", flag()),
      }),
    ),
  }),
);
export type Live = Of<typeof LIVE>;

const at = { at: about("ms since power-up", amount<Milliseconds>(LIVE_LIMITS.tapeTime)) };
/** What a hand does, or what has to be so. */
const TAPE_ITEM = eitherByKey("what a hand does, or what has to be so", {
  press: object({ ...at, press: UNIT_REF, key: KEY }),
  release: object({ ...at, release: UNIT_REF, key: KEY }),
  set: object({ ...at, set: UNIT_REF, to: amount(LIVE_LIMITS.set) }),
  turn: object({
    ...at,
    turn: UNIT_REF,
    by: about("steps, to the left where below 0", whole(LIVE_LIMITS.turn)),
  }),
  type: object({ ...at, type: about("a line that comes over the serial line", text(LIVE_LIMITS.typed)) }),
  torn: object({
    ...at,
    torn: about("a line that comes over the serial line without its end", text(LIVE_LIMITS.typed, 1)),
  }),
  cut: object({ ...at, cut: about("the power is cut and comes back", choice("power")) }),
  answers: object({
    ...at,
    answers: about("the last line that was answered over the serial line", text(LIVE_LIMITS.typed)),
  }),
  reads: object({ ...at, reads: text(LIVE_LIMITS.template) }),
  output: object({ ...at, output: UNIT_REF, on: flag() }),
  value: object({ ...at, value: VALUE_NAME, least: NUMBER, most: NUMBER }),
});
export type TapeItem = Of<typeof TAPE_ITEM>;

export const TAPE_ITEMS = list(TAPE_ITEM, LIVE_LIMITS.tapeItems);
const TAPE = object({ name: text(60, 1), items: TAPE_ITEMS });
export const TAPES = about("what hands did, and what has to come of it", list(TAPE, LIVE_LIMITS.tapes));
export type Tape = Of<typeof TAPE>;

/** How an input part of the table behaves: what its sheet cannot say. */
export const HAND = object({
  bounce: optional(about("ms its contact bounces", amount<Milliseconds>([0, 100]))),
  noise: optional(about("how much its reading shakes, in its own unit", amount([0, 100]))),
  rests: optional(about("where it stands at power-up", amount(LIVE_LIMITS.set))),
});
