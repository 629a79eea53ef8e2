import { SEGMENTS, cellSegments, type PipName } from "../glyph";
import { isMultiplexed, modelOf, type RigModel } from "../address";
import { frameRows } from "../sim";
import type { Encoding, Rig } from "../rig";

/** A pattern one shows to learn something: a text for all digits, or one segment of one digit alone. */
export interface Pattern {
  readonly id: string;
  readonly says: string;
  /** What is put out, a character for each digit. */
  readonly text: string;
  /** The LEDs that are meant to be lit, digit by digit in reading order. */
  readonly asked: ReadonlyArray<readonly PipName[]>;
  /** How much work it is to look: a single segment is told at a glance. */
  readonly effort: number;
}

/** Characters of their own for single segments: no text has one from the private use area. */
const OWN = 0xe100;
const own = (at: number): string => String.fromCodePoint(OWN + at);
/** All of a digit, its point with it. */
const FULL = own(SEGMENTS.length);
const DARK = " ";

/** What one shows, the smallest first: one segment of one digit alone, a whole digit, all of them, the show's own texts. */
export function patternsOf(model: RigModel): Pattern[] {
  const { rig, digits } = model;
  const none = digits.map((): PipName[] => []);
  const only = (digit: number, segments: readonly PipName[]) =>
    none.map((dark, at) => (at === digit ? segments : dark));
  const at = (digit: number, character: string): string =>
    digits.map((_, place) => (place === digit ? character : DARK)).join("");
  // Digits that take turns share their segments: one is walked through, the others are told by all of them lit.
  const walked = isMultiplexed(model) ? digits.slice(0, 1) : digits;
  const single = walked.flatMap((_, digit) =>
    SEGMENTS.map((segment, nth): Pattern => ({
      id: `digit ${digit + 1} ${segment}`,
      says: `segment ${segment} of digit ${digit + 1} alone`,
      text: at(digit, own(nth)),
      asked: only(digit, [segment]),
      effort: 1,
    })),
  );
  const whole = digits.map((_, digit): Pattern => ({
    id: `digit ${digit + 1}`,
    says: `all of digit ${digit + 1} alone`,
    text: at(digit, FULL),
    asked: only(digit, SEGMENTS),
    effort: 1.2,
  }));
  const all: Pattern = {
    id: "all",
    says: "everything lit",
    text: FULL.repeat(digits.length),
    asked: digits.map(() => SEGMENTS),
    effort: 1.4,
  };
  const shown = rig.show.texts
    .filter((text) => [...text].length === digits.length && !/[.:]/.test(text))
    .slice(0, MOST_TEXTS)
    .map((text): Pattern => ({
      id: `text ${text}`,
      says: `“${text}”, as the show has it`,
      text,
      asked: [...text].map((glyph) => cellSegments({ glyph, point: false }, rig.glyphs)),
      effort: 1.6,
    }));
  return [all, ...shown, ...whole, ...single];
}

/** Texts of the show that are worth looking at: beyond these there is little to learn. */
const MOST_TEXTS = 12;

/** What was lit of a pattern, digit by digit; "?" where nobody can tell. */
export type Sight = ReadonlyArray<readonly PipName[]> | "?";

/**
 * What each pattern looks like on a rig whose code was written for other wires than it has.
 * @param code how the program reaches each LED
 */
export function sightsOf(rig: Rig, code: Encoding, patterns: readonly Pattern[]): Sight[] {
  const { live: _live, ...plain } = rig;
  const tried: Rig = {
    ...plain,
    code: { ...rig.code, kept: code },
    glyphs: [
      ...rig.glyphs,
      ...SEGMENTS.map((segment, nth) => ({ glyph: own(nth), segments: [segment] })),
      { glyph: FULL, segments: [...SEGMENTS] },
    ],
    show: {
      ...rig.show,
      mode: "count",
      texts: patterns.map(({ text }) => text),
      align: "left",
      leadingZeros: "show",
    },
  };
  return frameRows(modelOf(tried)).map(({ shown, unknown }) => (unknown ? "?" : shown));
}
