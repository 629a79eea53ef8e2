import { SEGMENTS, cellSegments, type PipName } from "../glyph";
import { isMultiplexed, modelOf, type RigModel } from "../address";
import type { Program } from "../program";
import { VISIBLE, frameRows, frameRowsChanged } from "../sim";
import type { Made } from "./faults";
import { FULL, alone, lettersFor, rigShowing } from "./showing";
import type { Milliamps } from "../quantity";
import { pipId, type DigitId, type PipId, type Rig } from "../rig";

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

/** What one shows, the smallest first: one segment of one digit alone, a whole digit, all of them, the show's own texts. */
export function patternsOf(model: RigModel): Pattern[] {
  const { rig, digits } = model;
  const none = digits.map((): PipName[] => []);
  const only = (digit: number, segments: readonly PipName[]) =>
    none.map((dark, at) => (at === digit ? segments : dark));
  // Digits that take turns share their segments: one is walked through, the others are told by all of them lit.
  const walked = isMultiplexed(model) ? digits.slice(0, 1) : digits;
  const single = walked.flatMap((_, digit) =>
    SEGMENTS.map((segment): Pattern => ({
      id: `digit ${digit + 1} ${segment}`,
      says: `segment ${segment} of digit ${digit + 1} alone`,
      text: alone(model, digit, lettersFor(segment)),
      asked: only(digit, [segment]),
      effort: 1,
    })),
  );
  const whole = digits.map((_, digit): Pattern => ({
    id: `digit ${digit + 1}`,
    says: `all of digit ${digit + 1} alone`,
    text: alone(model, digit, FULL),
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

/** How an LED looks beside how it looks where nothing is wrong. */
export type Shade = "dim" | "lit" | "bright";

/** What is lit of a pattern, digit by digit, and how; "?" where nobody can tell. */
export type Sight = ReadonlyArray<ReadonlyMap<PipName, Shade>> | "?";

/** What LEDs carry while a pattern is shown, in mA averaged over a turn of the scan; "?" where nobody can tell. */
export type Light = ReadonlyMap<PipId, Milliamps> | "?";

/** Shares of the usual current from which on an eye says dim, or bright: it takes half for hardly less. */
const DIM = 0.4;
const BRIGHT = 2.2;

/** Light as an eye takes it in. @param usual where nothing is wrong */
export function sightOf(light: Light, usual: Light, digits: readonly DigitId[]): Sight {
  if (light === "?") return "?";
  return digits.map(({ unit, digit }) => {
    const seen = new Map<PipName, Shade>();
    for (const segment of SEGMENTS) {
      const pip = pipId(unit, digit, segment);
      const current = light.get(pip) ?? 0;
      if (current <= VISIBLE) continue;
      const should = usual === "?" ? 0 : (usual.get(pip) ?? 0);
      const share = should > VISIBLE ? current / should : 1;
      seen.set(segment, share < DIM ? "dim" : share > BRIGHT ? "bright" : "lit");
    }
    return seen;
  });
}

/**
 * The light of each pattern on a rig whose code was written for other wires than it has.
 */
export function lightsOf({ rig, code, without }: Made, patterns: readonly Pattern[]): Light[] {
  const showing = rigShowing(
    rig,
    patterns.map(({ text }) => text),
    rig.show.interval,
  );
  const tried: Rig = { ...showing, code: { ...rig.code, kept: code } };
  const model = modelOf(tried);
  const turns = model.slots.length;
  const rows =
    without === undefined
      ? frameRows(model)
      : frameRowsChanged(model, (program) => withoutWrite(program, without));
  return rows.map(({ currents, unknown }) =>
    unknown ? "?" : new Map([...currents].map(([pip, current]) => [pip, current / turns])),
  );
}

/** The program whose set-up lacks a write. */
function withoutWrite(program: Program, nth: number): Program {
  const { setUpState } = program;
  if (!setUpState?.writes) return program;
  return {
    ...program,
    setUpState: { ...setUpState, writes: setUpState.writes.filter((_, at) => at !== nth) },
  };
}
