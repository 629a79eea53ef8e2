import { chipOn, type RigModel } from "@/core/address";
import { transportOf } from "@/core/bus";
import { HIGH } from "@/core/level";
import { legById, legName } from "@/core/parts";
import type { EncodedBus, PipId } from "@/core/rig";
import type { BusTrace, TapeEntry } from "@/core/sim";
import type { Lane, Stretch } from "@/ui";

/** A bus before anything was sent. */
export const NOTHING_SENT: BusTrace = { entries: [], ticks: [], duration: 0, before: {} };

/** The lines of a bus as its chip's sheet names them. */
export function lineNames(model: RigModel, bus: EncodedBus): ReadonlyArray<{ line: string; name: string }> {
  const { sheet: part } = chipOn(model, bus);
  const name = (leg: string) => legName(legById(part, leg), "letters");
  return [
    { line: bus.clock, name: name(part.pins.clock) },
    { line: bus.data, name: name(part.pins.data) },
    ...(bus.select !== undefined && part.pins.select !== undefined
      ? [{ line: bus.select, name: name(part.pins.select) }]
      : []),
  ];
}

/** The lines of all buses over a trace; before its first edge each rests as the program leaves it. */
export function lanesOf(model: RigModel, trace: BusTrace): Lane[] {
  return (model.encoding.buses ?? []).flatMap((bus) =>
    lineNames(model, bus).map(({ line, name }): Lane => {
      // A strobe and the lines of an open-drain bus rest high, all others low.
      const { selectRestsHigh, openDrain } = transportOf(bus.protocol);
      const rest = openDrain || (selectRestsHigh && line === bus.select) ? 1 : 0;
      return {
        name,
        title: `line ${line}`,
        changes: [
          { at: 0, level: rest },
          ...trace.ticks.filter((tick) => tick.line === line).map(({ at, level }) => ({ at, level })),
        ],
      };
    }),
  );
}

/** Which bit of a write is the picked LED's; undefined where it has none. */
export type PickedBit = (entry: TapeEntry) => number | undefined;

export const NONE_PICKED: PickedBit = () => undefined;

/** Each bit of each write, with its value, over the time it is on the line. */
export function bitsOfTrace(trace: BusTrace, pickedAt: PickedBit): Stretch[] {
  return trace.entries.flatMap((entry) => {
    const msb = transportOf(entry.write.bus).order === "msb";
    const picked = pickedAt(entry);
    const found: Stretch[] = [];
    let last = -1;
    for (const tick of trace.ticks.slice(...entry.ticks)) {
      const open = found[found.length - 1];
      if (tick.bit === undefined || tick.bit !== last) {
        if (open && open.to === Infinity) found[found.length - 1] = { ...open, to: tick.at };
      }
      if (tick.bit !== undefined && tick.bit !== last) {
        const byte = entry.bytes[tick.bit >> 3] ?? 0;
        const place = tick.bit & 7;
        const value = (byte >> (msb ? 7 - place : place)) & 1;
        found.push({ from: tick.at, to: Infinity, label: String(value), picked: tick.bit === picked });
      }
      last = tick.bit ?? -1;
    }
    return found.map((one) => (one.to === Infinity ? { ...one, to: entry.until } : one));
  });
}

/** When the chips take the data: every rise of a clock line. */
export function samplesOf(model: RigModel, trace: BusTrace): number[] {
  const clocks = new Set((model.encoding.buses ?? []).map(({ clock }) => clock));
  return trace.ticks.filter(({ line, level }) => clocks.has(line) && level === HIGH).map(({ at }) => at);
}

/** Place, among the bits of a write, of the one that lights the picked LED; undefined where it is not in it. */
export function pickedBit(model: RigModel, pip: PipId | undefined): PickedBit {
  const need = model.encoding.pips.find((one) => one.pip === pip)?.needs.find((one) => "chip" in one);
  if (!need || !("chip" in need)) return NONE_PICKED;
  const bus = model.encoding.buses?.find(({ units }) => units.includes(need.chip));
  if (!bus) return NONE_PICKED;
  const chip = chipOn(model, bus);
  return ({ bytes, says, phase }) => {
    if (phase === "set-up") return undefined;
    const units =
      chip.transport.together === "chain"
        ? bus.units
        : bus.units.filter((one) => says.some(({ unit }) => unit === one));
    return chip.bitIn(units, bytes, need.chip, need);
  };
}
