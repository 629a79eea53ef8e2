import { chipOn, gridOf, type RigModel } from "../address";
import { hex } from "../bus";
import type { EncodedBus, Rig } from "../rig";
import type { Difference } from "./difference";
import { decodeCapture, type DecodeOptions } from "./decode";
import type { Decoded, DecodedWrite, Mapping } from "./decoded";
import { decodeWrites } from "./decoder";
import { bitsOfAll, bitsOfBytes, bytesOfAll, opposite, type BitsOrder } from "./reorder";
import type { CaptureFile } from "./types";

/** A capture read as if its bits had come in another order, and what that would mean. */
export interface OrderReading {
  readonly decoded: Decoded;
  readonly says: Difference;
}

/** A byte with its bits the other way round: what a sender does that begins at the wrong end. */
export const reversedByte = (byte: number): number => {
  let result = 0;
  for (let bit = 0; bit < 8; bit += 1) if ((byte >> bit) & 1) result |= 0x80 >> bit;
  return result;
};

const reversedWord = (high: number, low: number): [number, number] => [reversedByte(low), reversedByte(high)];

const inPairs = (
  bytes: readonly number[],
  reorder: (high: number, low: number) => readonly [number, number],
): number[] =>
  Array.from({ length: bytes.length >> 1 }, (_, at) => reorder(bytes[at * 2]!, bytes[at * 2 + 1]!)).flat();

const fault = (kind: Difference["kind"], title: string, remedy: string): Difference => ({
  kind,
  severity: "fault",
  at: undefined,
  title,
  remedy,
});

/** The orders in which makers send by mistake what a bus of driver chips takes. */
function busOrders(model: RigModel, bus: EncodedBus, writes: ReadonlyArray<Pick<DecodedWrite, "bytes">>) {
  const { sheet, transport } = chipOn(model, bus);
  const chip = sheet.id;
  const first = writes.find(({ bytes }) => (bytes[0] ?? -1) > 0)?.bytes[0] ?? 0;
  const end = transport.order === "msb" ? "most" : "least";
  const list: Array<{ readonly reorder: (bytes: readonly number[]) => number[]; readonly says: Difference }> =
    [
      {
        reorder: (bytes) => bytes.map(reversedByte),
        says: fault(
          "bit order",
          `The bits of each byte come in the wrong order: ${hex(first)} would be ${hex(reversedByte(first))}`,
          `${chip} takes the ${end} significant bit first. Change the order in the shift call.`,
        ),
      },
    ];
  if (transport.wordBytes !== 2) return list;
  list.push(
    {
      reorder: (bytes) => inPairs(bytes, reversedWord),
      says: fault(
        "bit order",
        "The sixteen bits of each word come the other way round: the last one first",
        `${chip} takes bit 15 first: the address, then the data, each with its most significant bit first.`,
      ),
    },
    {
      reorder: (bytes) => inPairs(bytes, (high, low) => [low, high]),
      says: fault(
        "byte order",
        "The two bytes of each word are swapped: the data comes before the address",
        `${chip} takes the address first and the data second.`,
      ),
    },
  );
  // Of a display of dots the chain is a matter of how its modules stand.
  if (bus.units.length > 1 && !gridOf(model))
    list.push({
      reorder: (bytes) => {
        const words = Array.from({ length: bytes.length >> 1 }, (_, at) => bytes.slice(at * 2, at * 2 + 2));
        return words.reverse().flat();
      },
      says: fault(
        "digit order",
        "The words of the chain come from the other end",
        "The first word sent ends in the farthest chip. Send them the other way round, or begin the chain at its other end.",
      ),
    });
  return list;
}

const CHAIN_ORDERS: ReadonlyArray<readonly [BitsOrder, (registers: number) => Difference | undefined]> = [
  [
    bitsOfBytes,
    () =>
      fault(
        "bit order",
        "The bits of each byte come in the wrong order",
        "The first bit shifted ends in the last stage. Change the order in the shift call, or turn the bytes of the table round.",
      ),
  ],
  [
    bitsOfAll,
    (registers) =>
      registers < 2
        ? undefined
        : fault(
            "bit order",
            `All ${registers * 8} bits come the other way round: the last one first`,
            "Send the bytes in the other order, and the bits of each the other way round.",
          ),
  ],
  [
    bytesOfAll,
    (registers) =>
      registers < 2
        ? undefined
        : fault(
            "byte order",
            registers === 2 ? "The two bytes are swapped" : `The ${registers} bytes come the other way round`,
            "The first byte sent ends in the register farthest from the controller. Send them the other way round.",
          ),
  ],
  [
    opposite,
    () =>
      fault(
        "polarity",
        "Every bit is the opposite: lit where it should be dark",
        "The bytes are meant for the other polarity: invert them, or take a display with the other common.",
      ),
  ],
];

/** A capture as it would read had its bits come in another order: one reading after the other, the usual mistakes first. */
export async function* orderReadings(
  model: RigModel,
  { rig, file, mapping, decoded }: { rig: Rig; file: CaptureFile; mapping: Mapping; decoded: Decoded },
  options: DecodeOptions,
): AsyncGenerator<OrderReading> {
  const { buses = [] } = model.encoding;
  for (const bus of buses) {
    const onBus = (write: Pick<DecodedWrite, "units">) =>
      write.units.some((unit) => bus.units.includes(unit));
    const writes = decoded.writes.filter(({ kind }) => kind === "write");
    // What goes to an address nobody has may be the right one the other way round.
    const unheard =
      chipOn(model, bus).transport.together === "addresses"
        ? decoded.unheard.map((one) => ({ ...one, units: bus.units }))
        : [];
    const mine = [...writes.filter(onBus), ...unheard];
    const others = writes.filter((write) => !onBus(write));
    for (const { reorder, says } of busOrders(model, bus, mine)) {
      const reordered = mine.map((write) => ({ ...write, bytes: reorder(write.bytes) }));
      const all = [...reordered, ...others].sort((one, other) => one.from - other.from);
      yield { decoded: decodeWrites(model, all, decoded), says: { ...says, at: mine[0]?.at } };
    }
  }
  if (!model.encoding.chain) return;
  for (const [order, says] of CHAIN_ORDERS) {
    const difference = says(model.chain.chips.length);
    if (!difference) continue;
    yield { decoded: await decodeCapture(rig, file, mapping, { ...options, order }), says: difference };
  }
}

/** Share of a capture's transfers that begin with what the chips know as a command or address, less broken rules. */
export function senseOf(model: RigModel, { writes, breaches }: Decoded): number {
  let known = 0;
  let all = 0;
  for (const { kind, units, bytes } of writes) {
    const bus = model.encoding.buses?.find((one) => one.units.some((unit) => units.includes(unit)));
    if (!bus || kind === "latch" || kind === "read") continue;
    const heads = chipOn(model, bus).capture.heads(bytes);
    all += heads.all;
    known += heads.known;
  }
  const broken = breaches.reduce((sum, { count }) => sum + count, 0);
  return all === 0 ? 0 : Math.max(0, known - 2 * broken) / all;
}
