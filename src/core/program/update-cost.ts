import { bitsOf, drawEdges, type BusPace } from "../bus";
import type { BusChip } from "../chips";
import type { ControllerPart } from "../parts";
import type { Hertz, Nanoseconds } from "../quantity";
import { type EncodedBus, asUnit } from "../rig";
import { busPace, leastStep } from "./driver-writes";

/** What bringing every digit of so many chips up to date takes. */
export interface UpdateCost {
  readonly chips: number;
  /** Bits of data, acknowledges not counted. */
  readonly bits: number;
  readonly time: Nanoseconds;
  /** Updates one after the other with no pause. */
  readonly most: Hertz;
}

/** How a program puts bits on the lines. */
export type WriteStyle = "calls" | "direct";

/** A direct port write on an 8-bit board takes two clocks; others are taken to need as many. */
const DIRECT_CLOCKS = 2;

function paceFor(bus: EncodedBus, chip: BusChip, board: ControllerPart, style: WriteStyle): BusPace {
  if (style === "calls") return busPace({ ...bus, step: leastStep(chip) }, board.cost);
  const write = Math.round((DIRECT_CLOCKS * 1e9) / board.clock);
  // Three writes a bit; as much pause as the chip's fastest clock asks for.
  const pause = Math.max(0, Math.ceil(1e9 / chip.sheet.clockMaximum / 3) - write);
  return { write, shiftBit: 3 * (write + pause), pause };
}

/** What one update of all digits costs on a bus with so many chips, by calls or by direct port writes. */
export function updateCost(
  bus: EncodedBus,
  chip: BusChip,
  board: ControllerPart,
  chips: number,
  style: WriteStyle,
): UpdateCost {
  const units = Array.from({ length: chips }, (_, at) => asUnit(String(at)));
  const full = {
    units,
    addresses: units.map(() => 0),
    highest: chip.memory.end - 1,
    level: 0,
    blink: 0,
    dark: {},
  };
  const writes = chip.update(full, {}).map(({ bytes }) => ({ bus: bus.protocol, bytes }));
  const pace = paceFor(bus, chip, board, style);
  const statement = style === "calls" ? board.cost.statement : 0;
  const time = writes.reduce(
    (sum, write) => sum + drawEdges(write, bus, pace, () => undefined) + statement,
    0,
  );
  const bits = writes.reduce((sum, write) => sum + bitsOf(write), 0);
  return { chips, bits, time, most: 1e9 / time };
}
