import type { SentBit } from "@/core/address";
import { columnOf, isDot } from "@/core/glyph";
import { splitPipId, type PipId } from "@/core/rig";
import type { SendTrace } from "@/core/sim";
import type { Lane, Stretch } from "@/ui";

/** The lines of an update; before its first edge each keeps what an update leaves behind: the latch high, others low. */
export function registerLanes(trace: SendTrace, lines: readonly string[]): Lane[] {
  const uses = new Map(trace.steps.map((step) => [step.line, step.use]));
  return lines.map((line): Lane => {
    const use = uses.get(line) ?? "direct";
    return {
      name: use === "direct" ? `line ${line}` : use,
      ...(use === "direct" ? {} : { title: `line ${line}` }),
      changes: [
        { at: 0, level: use === "latch" ? 1 : 0 },
        ...trace.steps.filter((step) => step.line === line).map(({ at, level }) => ({ at, level })),
      ],
    };
  });
}

/** When each bit of the chain is on its way, with what it serves and its value. */
export function registerBits(
  trace: SendTrace,
  bits: readonly SentBit[],
  pick: PipId | undefined,
  onPick: (pip: PipId) => void,
): Array<Stretch & { readonly bit: SentBit }> {
  const begins = new Map<number, number>();
  for (const { nth, at } of trace.steps) if (nth !== undefined && !begins.has(nth)) begins.set(nth, at);
  return bits.flatMap((bit) => {
    const from = begins.get(bit.nth);
    if (from === undefined) return [];
    const next = begins.get(bit.nth + 1);
    const before = begins.get(bit.nth - 1);
    const to = next ?? from + (before === undefined ? trace.duration : from - before);
    const value = (trace.bytes[bit.byte]! >> bit.bit) & 1;
    const picked = pick !== undefined && bit.reaches.includes(pick);
    const [first] = bit.reaches;
    return [
      {
        from,
        to,
        label: `${bitName(bit)} ${value}`,
        picked,
        bit,
        says: `Bit ${bit.nth + 1}, ${value}`,
        ...(first === undefined || picked ? {} : { onPick: () => onPick(first) }),
      },
    ];
  });
}

/** The bytes of the chain over the time they take. */
export function registerBytes(bits: ReturnType<typeof registerBits>): Stretch[] {
  const bytes = new Map<number, Stretch>();
  for (const { bit, from, to } of bits) {
    const known = bytes.get(bit.byte);
    bytes.set(bit.byte, {
      from: Math.min(known?.from ?? from, from),
      to: Math.max(known?.to ?? to, to),
      label: `byte ${bit.byte + 1}`,
    });
  }
  return [...bytes.values()];
}

/** What a bit is for: its segment, or its column of dots, or the digit or row it switches. */
function bitName({ reaches }: SentBit): string {
  const names = [...new Set(reaches.map((pip) => splitPipId(pip).segment))];
  const [only] = names;
  if (names.length <= 1) return only === undefined ? "–" : isDot(only) ? `c${columnOf(only)}` : only;
  const digits = [...new Set(reaches.map((pip) => splitPipId(pip).digit))];
  if (digits.length === 1) return `${isDot(only!) ? "r" : "d"}${digits[0]}`;
  return names.join(" ");
}
