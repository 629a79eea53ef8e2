import type { SegmentName } from "../../glyph";
import { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "../../level";

export type InputDecoder = "A" | "B" | "C" | "D" | "LT" | "BL" | "LE";

const OUTPUTS: readonly SegmentName[] = ["a", "b", "c", "d", "e", "f", "g"];

/**
 * BCD-to-segment decoders, from their function tables. LT low lights all segments; else BL low darkens all; else the
 * code's segments are lit. On the 4511, LE high holds the code as it was. On the 74LS47 outputs sink or let go.
 */
export class SegmentDecoder {
  private code: Bit[] = [UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN];
  private readonly inputs: Record<InputDecoder, Bit> = {
    A: UNKNOWN,
    B: UNKNOWN,
    C: UNKNOWN,
    D: UNKNOWN,
    LT: UNKNOWN,
    BL: UNKNOWN,
    LE: LOW,
  };

  constructor(
    private readonly table: ReadonlyArray<readonly SegmentName[]>,
    private readonly kind: "drives high" | "sinks",
  ) {}

  apply(levels: Partial<Record<InputDecoder, Level>>): void {
    for (const [name, level] of Object.entries(levels)) this.inputs[name as InputDecoder] = asBit(level);
    const { A, B, C, D, LE } = this.inputs;
    const now = [A, B, C, D];
    if (LE === LOW) this.code = now;
    if (LE === UNKNOWN) this.code = this.code.map((bit, at) => either(bit, now[at]!));
  }

  /** Level of the output of segment a, b … g. */
  output(at: number): Level {
    const lit = this.lit(OUTPUTS[at]!);
    if (lit === UNKNOWN) return UNKNOWN;
    if (this.kind === "sinks") return lit === HIGH ? LOW : OPEN;
    return lit;
  }

  private lit(segment: SegmentName): Bit {
    const { LT, BL } = this.inputs;
    if (LT === LOW) return HIGH;
    const shown = BL === LOW ? LOW : BL === HIGH ? this.decoded(segment) : either(LOW, this.decoded(segment));
    return LT === HIGH ? shown : either(HIGH, shown);
  }

  /** Lit, dark, or unknown where the codes that are possible do not agree. */
  private decoded(segment: SegmentName): Bit {
    let found: Bit | undefined;
    this.table.forEach((segments, code) => {
      if (this.code.some((bit, at) => bit !== UNKNOWN && bit !== ((code >> at) & 1))) return;
      const lit: Bit = segments.includes(segment) ? HIGH : LOW;
      found = found === undefined ? lit : either(found, lit);
    });
    return found ?? UNKNOWN;
  }

  save(): string {
    return [...this.code, ...Object.values(this.inputs)].join("");
  }

  load(saved: string): void {
    const bits = [...saved].map(Number) as Bit[];
    this.code = bits.slice(0, 4);
    Object.keys(this.inputs).forEach((name, at) => (this.inputs[name as InputDecoder] = bits[4 + at]!));
  }
}
