import { HEXADECIMAL, SEGMENTS, VARIANTS, glyphFit, type SegmentName } from "../glyph";
import type { ByteTable } from "./entries";

/** The seven bars, in the order of their names. */
const BARS: readonly SegmentName[] = SEGMENTS.filter((name) => name !== "dp");

/** An entry that is not what the others say it should be. */
export interface WrongEntry {
  /** Place in the table, from 0. */
  readonly at: number;
  readonly line: number;
  readonly glyph: string;
  readonly value: number;
  readonly expected: number;
  /** Segments that are lit though they should not be, and that are missing. */
  readonly extra: readonly SegmentName[];
  readonly missing: readonly SegmentName[];
}

/** What a table of digits was made for. */
export interface DigitsFit {
  /** What the entries are, one after the other, in words. */
  readonly sequence: string;
  /** The character of each entry that is known. */
  readonly glyphs: readonly string[];
  /** The segment of each bit, from bit 0 on; undefined for one that carries none of the seven. */
  readonly order: ReadonlyArray<SegmentName | undefined>;
  /** Level that lights. */
  readonly lights: 0 | 1;
  /** The segments each entry lights, all entries. */
  readonly shapes: ReadonlyArray<readonly SegmentName[]>;
  readonly wrong: readonly WrongEntry[];
  /** Figures that have a shape of their own, such as a 6 without its top bar. */
  readonly variants: readonly string[];
  /** Bits that carry no segment: their value in every entry, or undefined where it changes. */
  readonly idle: ReadonlyArray<{ readonly bit: number; readonly value: 0 | 1 | undefined }>;
  /** Other orders of bits that explain it as well. */
  readonly alike: number;
  /** 0 to 1. */
  readonly sure: number;
}

interface Sequence {
  readonly says: string;
  readonly glyphs: readonly string[];
}

const ascii = (from: number, count: number): string[] =>
  Array.from({ length: count }, (_, nth) => String.fromCharCode(from + nth));

/** What makers' tables begin with, the most usual first. */
const SEQUENCES: readonly Sequence[] = [
  { says: "0 to F", glyphs: [...HEXADECIMAL] },
  { says: "0 to 9", glyphs: [..."0123456789"] },
  { says: "1 to 9, then 0", glyphs: [..."1234567890"] },
  { says: "0 to 9, then a minus", glyphs: [..."0123456789-"] },
  { says: "0 to 9, then blank", glyphs: [..."0123456789 "] },
  { says: "0 to 9, then A to Z", glyphs: [..."0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ"] },
  { says: "A to Z", glyphs: ascii(65, 26) },
  { says: "the characters from the space on (ASCII 32)", glyphs: ascii(32, 95) },
  { says: "the characters from 0 on (ASCII 48)", glyphs: ascii(48, 75) },
  { says: "9 down to 0", glyphs: [..."9876543210"] },
];

const maskOf = (segments: readonly SegmentName[]): number =>
  segments.reduce((mask, name) => mask | (1 << BARS.indexOf(name)), 0);

/** The shapes a character may have, the usual one first: its own, its variants, and its other case. */
function shapesOf(glyph: string): number[] {
  const fits = [glyph, glyph.toUpperCase(), glyph.toLowerCase()].flatMap((one) => {
    const fit = glyphFit(one);
    return fit.fit === "cannot" ? [] : [maskOf(fit.segments)];
  });
  const variants = VARIANTS.filter((one) => one.glyph === glyph).map(({ segments }) => maskOf(segments));
  return [...new Set([...fits, ...variants])];
}

/** A table has to have so many known characters for anything to be said of it. */
const LEAST_KNOWN = 4;

interface Known {
  readonly at: number;
  readonly glyph: string;
  readonly value: number;
  readonly shapes: readonly number[];
}

interface Assigned {
  /** Bit of each bar. */
  readonly bits: readonly number[];
  readonly cost: number;
  /** What the best other order costs. */
  readonly next: number;
  readonly alike: number;
}

/** The order of bits that differs least from some shapes: all 8·7·6·5·4·3·2 are looked at, but for those that cannot win. */
function assign(known: readonly Known[], chosen: readonly number[], lights: 0 | 1): Assigned {
  const costs = BARS.map((_, bar) =>
    Array.from({ length: 8 }, (__, bit) =>
      known.reduce((sum, { value }, nth) => {
        const lit = ((value >> bit) & 1) === lights;
        return sum + (lit === (((chosen[nth]! >> bar) & 1) === 1) ? 0 : 1);
      }, 0),
    ),
  );
  const least = costs.map((row) => Math.min(...row));
  const rest = least.map((_, bar) => least.slice(bar).reduce((sum, one) => sum + one, 0));
  let best: { bits: number[]; cost: number } = { bits: [], cost: Infinity };
  let next = Infinity;
  let alike = 0;
  const go = (bits: number[], used: number, cost: number) => {
    const bar = bits.length;
    // The runner-up is wanted as well: how sure it is hangs on it.
    if (cost + (rest[bar] ?? 0) > Math.max(best.cost, Math.min(next, best.cost + 6))) return;
    if (bar === BARS.length) {
      if (cost < best.cost) {
        next = best.cost;
        best = { bits: [...bits], cost };
        alike = 0;
      } else {
        if (cost === best.cost) alike += 1;
        next = Math.min(next, cost);
      }
      return;
    }
    const order = Array.from({ length: 8 }, (_, bit) => bit)
      .filter((bit) => !((used >> bit) & 1))
      .sort((one, other) => costs[bar]![one]! - costs[bar]![other]!);
    for (const bit of order) go([...bits, bit], used | (1 << bit), cost + costs[bar]![bit]!);
  };
  go([], 0, 0);
  return { ...best, next, alike };
}

/** What bars a value lights, by the bit of each. */
const litBy = (value: number, bits: readonly number[], lights: 0 | 1): number =>
  bits.reduce((mask, bit, bar) => (((value >> bit) & 1) === lights ? mask | (1 << bar) : mask), 0);

const countOf = (mask: number): number => {
  let count = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) count += 1;
  return count;
};

/** The shape of a character that is nearest to what is lit. */
const nearest = (shapes: readonly number[], lit: number): number =>
  shapes.reduce((best, shape) => (countOf(shape ^ lit) < countOf(best ^ lit) ? shape : best), shapes[0]!);

/** One bit wrong here and there is a slip; more is another order. */
const MOST_OFF = 2;
/** How much an entry that is wrong counts against one that is right. */
const WRONG_COUNTS = 1.5;

interface Tried extends Assigned {
  readonly lights: 0 | 1;
  readonly chosen: readonly number[];
  readonly sequence: Sequence;
  readonly known: readonly Known[];
  readonly right: number;
  readonly score: number;
}

function tryOrder(sequence: Sequence, known: readonly Known[], lights: 0 | 1): Tried {
  let chosen = known.map(({ shapes }) => shapes[0]!);
  let assigned = assign(known, chosen, lights);
  // With an order at hand, a character may turn out to have another of its shapes.
  for (let turn = 0; turn < 3; turn += 1) {
    const { bits } = assigned;
    const again = known.map(({ shapes, value }) => nearest(shapes, litBy(value, bits, lights)));
    if (again.join() === chosen.join()) break;
    chosen = again;
    assigned = assign(known, chosen, lights);
  }
  const right = known.filter(({ value }, nth) => litBy(value, assigned.bits, lights) === chosen[nth]).length;
  const usual = chosen.filter((shape, nth) => shape === known[nth]!.shapes[0]).length;
  // Among explanations that are as right the one with the usual shapes is taken.
  const score = right - WRONG_COUNTS * (known.length - right) + usual * 0.01;
  return { ...assigned, lights, chosen, sequence, known, right, score };
}

/**
 * What a table of digits was made for: which bit is which segment, which level lights, what the entries are; and the
 * entries that are not what the others say. @returns undefined where it is no table of digits
 */
export function fitDigits({ entries, bits }: ByteTable): DigitsFit | undefined {
  if (bits !== 8 || entries.length < LEAST_KNOWN) return undefined;
  const labels = entries.map(({ label }) => label);
  const labelled: Sequence[] = labels.every((label) => label !== undefined)
    ? [{ says: "as its comments say", glyphs: labels as string[] }]
    : [];
  let best: Tried | undefined;
  for (const sequence of [...labelled, ...SEQUENCES]) {
    const known = sequence.glyphs.slice(0, entries.length).flatMap((glyph, at): Known[] => {
      const shapes = shapesOf(glyph);
      return shapes.length > 0 ? [{ at, glyph, value: entries[at]!.value, shapes }] : [];
    });
    if (known.length < LEAST_KNOWN) continue;
    for (const lights of [1, 0] as const) {
      const tried = tryOrder(sequence, known, lights);
      if (tried.score > (best?.score ?? 0) + 1e-9) best = tried;
    }
  }
  if (!best || best.right < LEAST_KNOWN || best.right < best.known.length * 0.6) return undefined;
  return fitOf(entries, best);
}

/** A table that ends before its sequence does is named by its last character. */
const saysOf = ({ says, glyphs }: Sequence, count: number): string =>
  count < glyphs.length && /^(0|A) to /.test(says) ? `${glyphs[0]} to ${glyphs[count - 1]}` : says;

function fitOf(entries: ByteTable["entries"], best: Tried): DigitsFit {
  const { bits, lights, chosen, known, sequence, right } = best;
  const order = Array.from({ length: 8 }, (_, bit): SegmentName | undefined => BARS[bits.indexOf(bit)]);
  const names = (mask: number) => BARS.filter((_, bar) => (mask >> bar) & 1);
  const idle = order.flatMap((segment, bit) => {
    if (segment !== undefined) return [];
    const values = new Set(entries.map(({ value }) => (value >> bit) & 1));
    return [{ bit, value: values.size === 1 ? ([...values][0] as 0 | 1) : undefined }];
  });
  const wrong = known.flatMap(({ at, glyph, value }, nth): WrongEntry[] => {
    const lit = litBy(value, bits, lights);
    const meant = chosen[nth]!;
    if (lit === meant) return [];
    const expected = bits.reduce((byte, bit, bar) => {
      const on = ((meant >> bar) & 1) === 1;
      return on === (lights === 1) ? byte | (1 << bit) : byte & ~(1 << bit);
    }, value);
    return [
      {
        at,
        line: entries[at]!.line,
        glyph,
        value,
        expected,
        extra: names(lit & ~meant),
        missing: names(meant & ~lit),
      },
    ];
  });
  const variants = known.flatMap(({ glyph, shapes }, nth) => {
    const named = VARIANTS.find((one) => one.glyph === glyph && maskOf(one.segments) === chosen[nth]);
    return named ? [named.name] : chosen[nth] === shapes[0] ? [] : [`${glyph} in its other case`];
  });
  const far = wrong.filter(({ extra, missing }) => extra.length + missing.length > MOST_OFF).length;
  const margin = Math.min(1, Math.max(0, best.next - best.cost) / 3);
  return {
    sequence: saysOf(sequence, entries.length),
    glyphs: sequence.glyphs.slice(0, entries.length),
    order,
    lights,
    shapes: entries.map(({ value }) => names(litBy(value, bits, lights))),
    wrong,
    variants: [...new Set(variants)],
    idle,
    alike: best.alike,
    sure: (right / known.length) * (best.alike > 0 ? 0.5 : 0.6 + 0.4 * margin) * (far > 0 ? 0.8 : 1),
  };
}
