import { groupBy } from "../collect";
import { VARIANTS, inOrder, type PipName } from "../glyph";
import { remembered } from "../remember";
import {
  digitOf,
  pipId,
  splitPipId,
  type EncodedPip,
  type Encoding,
  type Need,
  type PipId,
  type Place,
  type UnitRef,
  type DigitId,
  digitKey,
} from "../rig";

/** What the program has put on everything it controls. */
export interface DriveState {
  /** Bytes of the chain in the order they are sent. */
  readonly bytes: readonly number[];
  /** Level of every line that drives something directly. */
  readonly levels: Readonly<Record<string, 0 | 1>>;
  /** Where each ring stands. */
  readonly steps: Readonly<Record<UnitRef, number>>;
  /** Display memory of each driver chip, by address. */
  readonly memory?: Readonly<Record<UnitRef, readonly number[]>>;
}

/** The lines a program drives directly, segments before digits as the LEDs name them. */
export const directLines: (encoding: Encoding) => readonly string[] = remembered((encoding: Encoding) => {
  const lines = new Set<string>();
  const coded = encoding.decoders.flatMap(({ inputs }) => inputs);
  const needed = encoding.pips.flatMap(({ needs }) => needs);
  for (const place of [...coded, ...needed]) if ("line" in place) lines.add(place.line);
  const shared = digitLines(encoding);
  return [
    ...[...lines].filter((line) => !shared.has(line)),
    ...[...lines].filter((line) => shared.has(line)),
  ];
});

/** Lines that switch a whole digit: every LED of some digit needs them. */
export const digitLines: (encoding: Encoding) => ReadonlySet<string> = remembered((encoding: Encoding) => {
  const found = new Set<string>();
  for (const pips of byDigit(encoding).values()) {
    const [first, ...rest] = pips;
    for (const need of first?.needs ?? []) {
      if (!("line" in need) || rest.length === 0) continue;
      if (rest.every(({ needs }) => needs.some((one) => "line" in one && one.line === need.line)))
        found.add(need.line);
    }
  }
  for (const { unit, inputs } of encoding.decoders) {
    if (!isSegmentDecoder(encoding, unit))
      for (const place of inputs) if ("line" in place) found.add(place.line);
  }
  return found;
});

const byDigit = remembered((encoding: Encoding): ReadonlyMap<string, readonly EncodedPip[]> =>
  groupBy(encoding.pips, ({ pip }) => digitOf(pip)),
);

/** A decoder whose codes differ within one digit chooses segments; otherwise it chooses digits. */
function isSegmentDecoder(encoding: Encoding, unit: UnitRef): boolean {
  return [...byDigit(encoding).values()].some((pips) => {
    const codes = pips.flatMap(({ needs }) =>
      needs.flatMap((need) => ("decoder" in need && need.decoder === unit ? [need.codes.join()] : [])),
    );
    return new Set(codes).size > 1;
  });
}

/** What a need is about, whatever it asks of it. */
export const needKey = (need: Need): string => {
  if ("line" in need) return `line ${need.line}`;
  if ("byte" in need) return `bit ${need.byte}.${need.bit}`;
  if ("chip" in need) return `${need.chip} ${need.address}.${need.bit}`;
  return "decoder" in need ? need.decoder : need.ring;
};

/** What a digit's LEDs are switched by; `all` says what every one of them needs of it, where that is the same. */
function usesOf(pips: readonly EncodedPip[]): Map<string, { readonly all: string | undefined }> {
  const said = new Map<string, { count: number; need: string; same: boolean }>();
  for (const { needs } of pips)
    for (const need of needs) {
      const use = needKey(need);
      const asks = JSON.stringify(need);
      const before = said.get(use);
      if (!before) said.set(use, { count: 1, need: asks, same: true });
      else {
        before.count += 1;
        before.same &&= before.need === asks;
      }
    }
  return new Map(
    [...said].map(([use, { count, need, same }]) => [
      use,
      { all: same && count === pips.length ? need : undefined },
    ]),
  );
}

/**
 * The digits of an encoding that can be lit at the same time without disturbing each other: each slot of the scan. Rows
 * of several blocks that one switch turns on need the same of it, and go together.
 */
export function slotsOf(encoding: Encoding, digits: readonly DigitId[]): DigitId[][] {
  const groups = byDigit(encoding);
  const slots: Array<{ digits: DigitId[]; uses: ReturnType<typeof usesOf> }> = [];
  for (const id of digits) {
    const own = usesOf(groups.get(digitKey(id)) ?? []);
    const goesWith = (uses: ReturnType<typeof usesOf>): boolean =>
      [...own].every(([use, { all }]) => {
        const there = uses.get(use);
        return there === undefined || (all !== undefined && there.all === all);
      });
    const free = slots.find(({ uses }) => goesWith(uses));
    if (free) {
      free.digits.push(id);
      for (const [use, asks] of own) free.uses.set(use, asks);
    } else slots.push({ digits: [id], uses: own });
  }
  return slots.map((slot) => slot.digits);
}

/** A need for a level of a bit that is sent, or of a line. */
const isPlaced = (need: Need): need is Extract<Need, Place> => "line" in need || "byte" in need;

const keyOf = (place: Place): string => ("line" in place ? place.line : `${place.byte}.${place.bit}`);

/**
 * The state that lights exactly these LEDs. Bits and lines that serve no LED are 0. Where two LEDs share one, the one
 * that is to be lit wins. A decoder is given the code that fits the lit LEDs of their digits, or one that shows nothing.
 */
export function stateFor(encoding: Encoding, lit: ReadonlySet<PipId>): DriveState {
  const bytes = Array<number>(encoding.byteCount).fill(0);
  const levels: Record<string, 0 | 1> = {};
  const steps: Record<UnitRef, number> = {};
  const set = (place: Place, value: number) => {
    if ("line" in place) levels[place.line] = value ? 1 : 0;
    else if (place.byte < bytes.length) {
      const before = bytes[place.byte]!;
      bytes[place.byte] = value ? before | (1 << place.bit) : before & ~(1 << place.bit);
    }
  };
  for (const entry of encoding.pips)
    if (!lit.has(entry.pip)) {
      for (const need of entry.needs) if (isPlaced(need)) set(need, 1 - need.is);
    }
  for (const entry of encoding.pips) {
    if (!lit.has(entry.pip)) continue;
    for (const need of entry.needs) {
      if (isPlaced(need)) set(need, need.is);
      if ("ring" in need) steps[need.ring] = need.step;
    }
  }
  for (const { unit, inputs } of encoding.decoders) {
    const code = codeFor(encoding, unit, inputs.length, lit);
    inputs.forEach((place, at) => set(place, (code >> at) & 1));
  }
  if (!encoding.buses) return { bytes, levels, steps };
  return { bytes, levels, steps, memory: memoryFor(encoding, lit) };
}

/** Most cells a driver chip has, and one more where they are counted from 1. */
const MEMORY_CELLS = 16;

/** LEDs that are dark with a 1 are darkened first: what is lit is set last, and wins where two share a bit. */
function memoryFor(encoding: Encoding, lit: ReadonlySet<PipId>): Record<UnitRef, readonly number[]> {
  const memory: Record<UnitRef, number[]> = {};
  for (const { units } of encoding.buses ?? [])
    for (const unit of units) memory[unit] = Array<number>(MEMORY_CELLS).fill(0);
  const set = (pips: readonly EncodedPip[], isLit: boolean) => {
    for (const { needs } of pips)
      for (const need of needs) {
        const bytes = "chip" in need ? memory[need.chip] : undefined;
        if (!bytes || !("chip" in need)) continue;
        const one = (need.is ?? 1) === 1;
        if (one === isLit) bytes[need.address]! |= 1 << need.bit;
        else bytes[need.address]! &= ~(1 << need.bit);
      }
  };
  set(darkFirst(encoding), false);
  set(
    encoding.pips.filter(({ pip }) => lit.has(pip)),
    true,
  );
  return memory;
}

/** LEDs that are dark with a 1: all others are dark in an empty memory. */
const darkFirst = remembered(({ pips }: Encoding): readonly EncodedPip[] =>
  pips.filter(({ needs }) => needs.some((need) => "chip" in need && need.is === 0)),
);

/**
 * The code that lights just what is wanted of its digits; where there is none, one that differs only by the tail a 6 or
 * 9 may have; else one that shows least.
 */
function codeFor(encoding: Encoding, unit: UnitRef, bits: number, lit: ReadonlySet<PipId>): number {
  const served = encoding.pips.flatMap(({ pip, needs }) =>
    needs.flatMap((need) => ("decoder" in need && need.decoder === unit ? [{ pip, codes: need.codes }] : [])),
  );
  const wanted = served.filter(({ pip }) => lit.has(pip));
  const all = Array.from({ length: 2 ** bits }, (_, code) => code);
  const unused = (): number => {
    const count = (code: number) => served.filter(({ codes }) => codes.includes(code)).length;
    return all.reduce((best, code) => (count(code) <= count(best) ? code : best), 0);
  };
  if (wanted.length === 0) return unused();
  if (!isSegmentDecoder(encoding, unit))
    return all.find((code) => wanted.every(({ codes }) => codes.includes(code))) ?? wanted[0]!.codes[0] ?? 0;
  const digits = new Set(wanted.map(({ pip }) => digitOf(pip)));
  const inPlay = served.filter(({ pip }) => digits.has(digitOf(pip)));
  const wrongIn = (code: number) =>
    inPlay.filter(({ pip, codes }) => codes.includes(code) !== lit.has(pip)).map(({ pip }) => pip);
  return (
    all.find((code) => wrongIn(code).length === 0) ??
    all.find((code) => {
      const wrong = wrongIn(code);
      const shown = inPlay
        .filter(({ codes }) => codes.includes(code))
        .map(({ pip }) => splitPipId(pip).segment);
      return wrong.length === 1 && isTail(splitPipId(wrong[0]!).segment, shown);
    }) ??
    unused()
  );
}

/** A decoder's 6 and 9 may have no tail: the one segment its shape lacks. */
const isTail = (missing: PipName, shown: readonly PipName[]): boolean =>
  VARIANTS.some(
    ({ segments, tail }) => tail === missing && inOrder(shown).join() === inOrder(segments).join(),
  );

/** The bytes of the state that lights exactly these LEDs, in the order they are sent. */
export const encodePips = (encoding: Encoding, lit: ReadonlySet<PipId>): number[] => [
  ...stateFor(encoding, lit).bytes,
];

/** The LEDs a state lights through an encoding; the inverse of {@link stateFor} where that can be. */
export function litBy(encoding: Encoding, state: DriveState): Set<PipId> {
  const value = (place: Place): number =>
    "line" in place ? (state.levels[place.line] ?? 0) : ((state.bytes[place.byte] ?? 0) >> place.bit) & 1;
  const codes = new Map(
    encoding.decoders.map(({ unit, inputs }) => [
      unit,
      inputs.reduce((code, place, at) => code | (value(place) << at), 0),
    ]),
  );
  const holds = (need: Need): boolean => {
    if ("decoder" in need) return need.codes.includes(codes.get(need.decoder) ?? -1);
    if ("chip" in need)
      return (((state.memory?.[need.chip]?.[need.address] ?? 0) >> need.bit) & 1) === (need.is ?? 1);
    if ("ring" in need) return state.steps[need.ring] === need.step;
    return value(need) === need.is;
  };
  return new Set(encoding.pips.filter(({ needs }) => needs.every(holds)).map(({ pip }) => pip));
}

/** The LEDs that bytes light through an encoding that only has bytes; the inverse of {@link encodePips}. */
export const decodeBytes = (encoding: Encoding, bytes: readonly number[]): Set<PipId> =>
  litBy(encoding, { bytes, levels: {}, steps: {} });

/** The places of an encoding that are bits of bytes or lines, each once, with what they are at when nothing is lit. */
export function placesOf(encoding: Encoding): Place[] {
  const found = new Map<string, Place>();
  const add = (place: Place) => {
    const plain: Place = "line" in place ? { line: place.line } : { byte: place.byte, bit: place.bit };
    found.set(keyOf(plain), plain);
  };
  for (const { needs } of encoding.pips) for (const need of needs) if (isPlaced(need)) add(need);
  for (const { inputs } of encoding.decoders) inputs.forEach(add);
  return [...found.values()];
}

/** The LEDs of one digit for a list of segments. */
export const pipsOf = (unit: UnitRef, digit: number, segments: Iterable<PipName>): Set<PipId> =>
  new Set([...segments].map((segment) => pipId(unit, digit, segment)));
