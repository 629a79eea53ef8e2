import { cellState, digitBytes, withByte, type DriveState, type RigModel } from "../address";
import { glyphFit, inOrder, type GlyphOverride, type PipName, type SegmentName } from "../glyph";
import { isOnDigit, splitPipId, type DigitId, type Plan, type Rig } from "../rig";
import { readShown, showState } from "../sim";
import type { DigitsFit } from "./digits";

/** What a byte lights on a digit of the rig, and what reads. */
export interface ShownByte {
  readonly value: number;
  readonly lit: readonly PipName[];
  /** What is put out for it. */
  readonly state: DriveState;
  readonly reads: string;
}

/** Where a digit's byte is in what the rig sends. */
interface BytePlace {
  readonly state: DriveState;
  readonly with: (value: number) => DriveState;
}

/** The byte of a digit, within a state that has the digit chosen; undefined where lines drive its segments. */
function bytePlace(model: RigModel, digit: DigitId): BytePlace | undefined {
  const state = cellState(model, { glyph: "8", point: false }, digit);
  const [memory] = digitBytes(model.encoding, digit);
  if (memory) return { state, with: (value) => withByte(state, memory, value) };
  const counts = new Map<number, number>();
  for (const { pip, needs } of model.encoding.pips) {
    if (!isOnDigit(pip, digit)) continue;
    for (const need of needs) if ("byte" in need) counts.set(need.byte, (counts.get(need.byte) ?? 0) + 1);
  }
  // A bit that chooses the digit is needed by all of its LEDs; of its segments' byte each needs its own.
  const own = [...counts.keys()].find((byte) => ownBits(model, digit, byte) > 1);
  if (own === undefined) return undefined;
  return {
    state,
    with: (value) => ({ ...state, bytes: state.bytes.map((old, at) => (at === own ? value : old)) }),
  };
}

/** Different bits of a byte a digit's LEDs need. */
function ownBits({ encoding }: RigModel, digit: DigitId, byte: number): number {
  const bits = encoding.pips
    .filter(({ pip }) => isOnDigit(pip, digit))
    .flatMap(({ needs }) =>
      needs.flatMap((need) => ("byte" in need && need.byte === byte ? [need.bit] : [])),
    );
  return new Set(bits).size;
}

/** What each byte shows on the first digit of the rig, sent over its wires as they are; undefined where it takes no byte. */
export function bytesOnRig(model: RigModel, values: readonly number[]): ShownByte[] | undefined {
  const [digit] = model.digits;
  const place = digit && bytePlace(model, digit);
  if (!place) return undefined;
  const known = new Map<number, ShownByte>();
  return values.map((value) => {
    const before = known.get(value);
    if (before) return before;
    const state = place.with(value);
    const { segments } = showState(model, state, digit);
    const reads = readShown(
      model,
      model.digits.map((_, at) => ({ segments: at === 0 ? segments : [] })),
    ).trim();
    const shown = { value, lit: segments, state, reads };
    known.set(value, shown);
    return shown;
  });
}

/** The bit of the digit's byte each segment hangs on, and the level that lights it. */
function segmentBits(
  model: RigModel,
): ReadonlyMap<SegmentName, { readonly bit: number; readonly is: 0 | 1 }> | undefined {
  const [digit] = model.digits;
  const place = digit && bytePlace(model, digit);
  if (!digit || !place) return undefined;
  const [memory] = digitBytes(model.encoding, digit);
  const bits = new Map<SegmentName, { bit: number; is: 0 | 1 }>();
  for (const { pip, needs } of model.encoding.pips) {
    if (!isOnDigit(pip, digit)) continue;
    const segment = splitPipId(pip).segment as SegmentName;
    for (const need of needs) {
      if (memory && "chip" in need) bits.set(segment, { bit: need.bit, is: need.is ?? 1 });
      else if ("byte" in need && ownBits(model, digit, need.byte) > 1)
        bits.set(segment, { bit: need.bit, is: need.is });
    }
  }
  return bits;
}

/** How a table stands to the rig's own bytes. */
export interface TableAgainstRig {
  /** Its bits and levels are the rig's own. */
  readonly same: boolean;
  /** The level that lights is the other one. */
  readonly inverted: boolean;
  /** Segments whose bit is another one here. */
  readonly moved: readonly SegmentName[];
}

/** Undefined where the rig takes no byte for a digit. */
export function againstRig(model: RigModel, fit: DigitsFit): TableAgainstRig | undefined {
  const bits = segmentBits(model);
  if (!bits) return undefined;
  const moved = fit.order.flatMap((segment, bit) =>
    segment !== undefined && bits.get(segment)?.bit !== bit ? [segment] : [],
  );
  const levels = new Set(
    fit.order.flatMap((segment) => (segment && bits.has(segment) ? [bits.get(segment)!.is] : [])),
  );
  const inverted = levels.size === 1 && !levels.has(fit.lights);
  return { same: moved.length === 0 && !inverted, inverted, moved: inOrder(moved) as SegmentName[] };
}

/** The plan under which a table is right as it is: its outputs in the order of the table's bits; or why there is none. */
export function planForTable(model: RigModel, fit: DigitsFit): Plan | { readonly problem: string } {
  const { plan } = model.rig;
  const bits = segmentBits(model);
  const outputs = plan.outputs as readonly SegmentName[];
  const placed = bits && outputs.every((segment) => bits.has(segment));
  if (!bits || !placed)
    return {
      problem: "On this rig the order of the segments is not a matter of the wires: take its shapes instead.",
    };
  const against = againstRig(model, fit)!;
  if (against.inverted)
    return {
      problem: `The table lights with a ${fit.lights}, these wires with a ${1 - fit.lights}: take a display of the other polarity, or invert its bytes.`,
    };
  const rest = (["a", "b", "c", "d", "e", "f", "g", "dp"] as const).filter(
    (name) => !fit.order.includes(name),
  );
  const bySegment = (bit: number): SegmentName => fit.order[bit] ?? rest[0] ?? "dp";
  const next = outputs.map((segment) => bySegment(bits.get(segment)!.bit));
  if (new Set(next).size !== next.length)
    return { problem: "Two of its bits would be the same segment here: look at its odd entries first." };
  return { ...plan, outputs: next };
}

/** The rig's glyph shapes with those of a table that are not as the alphabet has them. */
export function glyphsOfTable({ glyphs }: Pick<Rig, "glyphs">, fit: DigitsFit): GlyphOverride[] {
  const wrong = new Set(fit.wrong.map(({ at }) => at));
  const taken = fit.glyphs.flatMap((glyph, at): GlyphOverride[] => {
    const segments = fit.shapes[at];
    if (!segments || wrong.has(at) || glyph === "." || glyph === " ") return [];
    const usual = glyphFit(glyph);
    const same = usual.fit !== "cannot" && usual.segments.join() === segments.join();
    return same ? [] : [{ glyph, segments: [...segments] }];
  });
  const names = new Set(taken.map(({ glyph }) => glyph));
  return [...glyphs.filter(({ glyph }) => !names.has(glyph)), ...taken];
}
