import type { RigModel } from "../address";
import { inWords } from "../bus";
import { HT16K33, MAX7219, TM16 } from "../chip";
import { busPart } from "../program";
import type { Nanoseconds } from "../quantity";
import type { EncodedBus } from "../rig";
import type { Difference } from "./difference";
import type { DecodedWrite } from "./decoded";
import { actionsOf } from "./set-up";

interface Value {
  readonly value: number;
  readonly at: Nanoseconds | undefined;
}

/** A register's last value on each chip of a chain. */
type Registers = ReadonlyArray<ReadonlyMap<number, Value>>;

interface Sent {
  readonly bytes: readonly number[];
  readonly at?: Nanoseconds;
}

function registersAfter(bus: EncodedBus, writes: readonly Sent[]): Registers {
  const chips = bus.units.map(() => new Map<number, Value>());
  for (const { bytes, at } of writes)
    for (const { word, unit } of inWords(bytes))
      if (word[0] >= 0 && word[1] >= 0) chips[unit]?.set(word[0] & 0xf, { value: word[1], at });
  return chips;
}

/**
 * What the registers of a bus's chips hold in the end that the rig's own program would not leave there.
 * @param expected the bytes of its set-up
 */
export function registerDifferences(
  model: RigModel,
  bus: EncodedBus,
  writes: readonly DecodedWrite[],
  expected: ReadonlyArray<readonly number[]>,
): Difference[] {
  if (bus.protocol !== "frames") return memoryDifferences(model, bus, writes);
  const now = registersAfter(bus, writes);
  const own = registersAfter(
    bus,
    expected.map((bytes) => ({ bytes })),
  );
  const found: Difference[] = [];
  const chipsWith = (register: number, wrong: (value: number, own: number | undefined) => boolean) =>
    now.flatMap((registers, at) => {
      const held = registers.get(register);
      return held && wrong(held.value, own[at]?.get(register)?.value)
        ? [{ ...held, unit: bus.units[at]! }]
        : [];
    });
  const on = (list: ReadonlyArray<{ readonly unit: string }>) =>
    bus.units.length > 1 && list.length < bus.units.length
      ? ` on ${list.map(({ unit }) => unit).join(", ")}`
      : "";
  const testing = chipsWith(MAX7219.DISPLAY_TEST, (value) => (value & 1) === 1);
  if (testing.length > 0)
    found.push({
      kind: "register",
      severity: "fault",
      at: testing[0]!.at,
      title: `The display test is left on${on(testing)}: everything is lit, whatever is written`,
      remedy: "Write 0 to register F before anything else.",
    });
  const off = chipsWith(MAX7219.SHUTDOWN, (value) => (value & 1) === 0);
  if (off.length > 0)
    found.push({
      kind: "register",
      severity: "fault",
      at: off[0]!.at,
      title: `Shutdown is the last word${on(off)}: the display stays dark`,
      remedy: "Write 1 to register C once the digits are written.",
    });
  const [limit] = chipsWith(
    MAX7219.SCAN_LIMIT,
    (value, wanted) => wanted !== undefined && (value & 7) !== (wanted & 7),
  );
  if (limit) {
    const wanted = own[bus.units.indexOf(limit.unit)]!.get(MAX7219.SCAN_LIMIT)!.value & 7;
    const few = (limit.value & 7) < wanted;
    found.push({
      kind: "digit count",
      severity: few ? "fault" : "caution",
      at: limit.at,
      title: `The scan limit is set to ${(limit.value & 7) + 1} digits; the rig has ${wanted + 1}`,
      remedy: few
        ? `Digits beyond it stay dark: write ${wanted} to register B.`
        : `All digits are dimmer than they need be: write ${wanted} to register B.`,
    });
  }
  found.push(...decodeDifferences(bus, writes));
  return found;
}

/** Digits that are decoded while segments are written to them, or not while character codes are. */
function decodeDifferences(bus: EncodedBus, writes: readonly DecodedWrite[]): Difference[] {
  const modes = bus.units.map(() => 0);
  const tally = { decoded: 0, segments: 0, plain: 0, codes: 0 };
  const kinds = new Set<number>();
  let at: { decoded?: Nanoseconds; plain?: Nanoseconds } = {};
  for (const write of writes)
    for (const { word, unit } of inWords(write.bytes)) {
      const [first, data] = word;
      const register = first & 0xf;
      if (first < 0 || data < 0 || modes[unit] === undefined) continue;
      if (register === MAX7219.DECODE_MODE) modes[unit] = data;
      if (register < MAX7219.DIGIT_0 || register > 8) continue;
      if ((modes[unit] >> (register - 1)) & 1) {
        // 0 lights nothing as segments and is a nought as a code: it tells nothing.
        if (data === 0) continue;
        tally.decoded += 1;
        if (data & 0x70) {
          tally.segments += 1;
          at = { ...at, decoded: at.decoded ?? write.at };
        }
      } else if (data !== 0) {
        tally.plain += 1;
        if ((data & 0x7f) <= 0x0f) {
          tally.codes += 1;
          kinds.add(data & 0x0f);
          at = { ...at, plain: at.plain ?? write.at };
        }
      }
    }
  if (tally.segments > 0 && tally.segments >= tally.decoded / 3)
    return [
      {
        kind: "register",
        severity: "fault",
        at: at.decoded,
        title: "The chip decodes code B, but segments are written to it",
        remedy:
          "Decoded digits take 0 to 9, - E H L P and a blank from the lowest four bits and pass over the rest. Write 0 to register 9 to choose segments one by one, or send the figures themselves.",
      },
    ];
  if (kinds.size >= 3 && tally.codes === tally.plain)
    return [
      {
        kind: "register",
        severity: "fault",
        at: at.plain,
        title: "Character codes are written, but the chip does not decode them",
        remedy:
          "Without decoding every bit is a segment, so 1 lights g alone. Write FF to register 9 to have the figures decoded, or send segments.",
      },
    ];
  return [];
}

/** Chips with a memory: more data than it holds, a display switched off last. */
function memoryDifferences(model: RigModel, bus: EncodedBus, writes: readonly DecodedWrite[]): Difference[] {
  const found: Difference[] = [];
  const part = busPart(model, bus);
  const head = bus.protocol === "i2c" ? 2 : 1;
  const data = writes.filter(({ bytes }) => actionsOf(bus, bytes).includes("memory"));
  const longest = Math.max(0, ...data.map(({ bytes }) => bytes.length - head));
  const most = part.digitLegs.length * (bus.protocol === "two-wire" ? 1 : 2);
  const over = data.find(({ bytes }) => bytes.length - head > most);
  if (over)
    found.push({
      kind: "digit count",
      severity: "caution",
      at: over.at,
      title: `${longest} bytes of data go to a memory of ${most}`,
      remedy: "The address runs over its end. Write no more bytes than there are digits.",
    });
  const controls = writes.filter(({ bytes }) =>
    bus.protocol === "i2c" ? (bytes[1] ?? -1) >> 4 === HT16K33.DISPLAY >> 4 : (bytes[0] ?? -1) >> 6 === 2,
  );
  const last = controls[controls.length - 1];
  const isOn =
    last && (bus.protocol === "i2c" ? last.bytes[1]! & HT16K33.DISPLAY_ON : last.bytes[0]! & TM16.DISPLAY_ON);
  if (last && !isOn)
    found.push({
      kind: "register",
      severity: "fault",
      at: last.at,
      title: "The display is switched off last and stays dark",
      remedy:
        bus.protocol === "i2c"
          ? "Send 81 once the memory is written: the lowest bit switches the display on."
          : "Send 88 and the brightness step once the memory is written: bit 3 switches the display on.",
    });
  return found;
}
