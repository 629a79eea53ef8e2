import { shuffled } from "../chance";
import { SEGMENTS, formatByte, glyphFit, inOrder, type SegmentName } from "../glyph";
import type { RigModel } from "../address";
import { splitPipId } from "../rig";
import type { Drill, Wiring } from "./drill";

/** Bits as most tables have them: a on the lowest, the point on the highest. */
const USUAL: Wiring = { bits: SEGMENTS, lights: 1 };

const isSegment = (name: string): name is SegmentName => (SEGMENTS as readonly string[]).includes(name);

/** The byte of a rig's first digit, where its segments are the bits of one; the usual one otherwise. */
export function wiringOf(model: RigModel): Wiring {
  const [first] = model.digits;
  const bits: Array<SegmentName | undefined> = Array.from({ length: 8 });
  let lights: 0 | 1 = 1;
  for (const { pip, needs } of model.encoding.pips) {
    const { unit, digit, segment } = splitPipId(pip);
    if (unit !== first?.unit || digit !== first.digit || !isSegment(segment)) continue;
    const [need] = needs;
    if (!need || !("byte" in need) || bits[need.bit] !== undefined) return USUAL;
    bits[need.bit] = segment;
    lights = need.is;
  }
  return bits.every((one) => one !== undefined) ? { bits: bits as SegmentName[], lights } : USUAL;
}

/** Other wirings as levels rise: the rig's own, from the other end, for the other polarity, and any at all. */
function harder(own: Wiring, level: number, random: () => number): Wiring {
  switch (level) {
    case 1:
      return own;
    case 2:
      return { ...own, bits: [...own.bits].reverse() };
    case 3:
      return { ...own, lights: own.lights === 1 ? 0 : 1 };
    default: {
      const bits = shuffled(own.bits, random);
      return { bits, lights: random() < 0.5 ? 1 : 0 };
    }
  }
}

/** The byte that lights these segments. */
export const byteOf = ({ bits, lights }: Wiring, shape: readonly SegmentName[]): number =>
  bits.reduce(
    (byte, segment, bit) => byte | ((shape.includes(segment) === (lights === 1) ? 1 : 0) << bit),
    0,
  );

/** The segments a byte lights. */
export const shapeOf = ({ bits, lights }: Wiring, byte: number): SegmentName[] =>
  inOrder(bits.filter((_, bit) => ((byte >> bit) & 1) === lights)) as SegmentName[];

const SHAPES = [..."0123456789AbCdEFHLPUnorty-"];

/** A wiring in words, highest bit first, as one reads a byte. */
export const wiringWords = ({ bits, lights }: Wiring): string =>
  `bits 7 to 0: ${[...bits].reverse().join(" ")}; ${lights === 1 ? "1 lights" : "0 lights"}`;

/** A byte to read, or a shape to write, in this wiring or, at higher levels, in others. */
export function byteDrill(
  model: RigModel,
  kind: "byte-to-shape" | "shape-to-byte",
  level: number,
  random: () => number,
): Drill {
  const wiring = harder(wiringOf(model), level, random);
  const glyph = SHAPES[Math.floor(random() * SHAPES.length)]!;
  const fit = glyphFit(glyph);
  const point: readonly SegmentName[] = random() < 0.25 ? ["dp"] : [];
  const shape = inOrder([...("segments" in fit ? fit.segments : []), ...point]) as SegmentName[];
  const byte = byteOf(wiring, shape);
  const why = `${formatByte(byte, "binary")}, ${wiringWords(wiring)}: ${shape.join(" ") || "nothing"}, a “${glyph}”${point.length > 0 ? " with its point" : ""}.`;
  return kind === "byte-to-shape"
    ? { kind, byte, wiring, answer: shape, why, says: `What does ${formatByte(byte)} light?` }
    : { kind, shape, wiring, answer: byte, why, says: "Which byte lights this?" };
}
