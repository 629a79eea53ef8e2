import type { UnitRef } from "../../refs";
import type { Nanoseconds } from "../../quantity";
import type { CaptureRules, RegisterDifference, SentTransfer, SetUpAction } from "../types";
import { MAX7219 } from "./behaviour";
import { inWords, isDigit } from "./chain";

const register = (number: number): string => `register ${number}`;

const ACTIONS: Readonly<Record<string, SetUpAction>> = {
  digits: { name: "the digit registers", harm: "the chip keeps what it held" },
  [register(MAX7219.DECODE_MODE)]: {
    name: "the decode mode",
    harm: "it is right after power-up, but not after a reset of the board alone",
  },
  [register(MAX7219.INTENSITY)]: { name: "the intensity", harm: "it stays at its darkest" },
  [register(MAX7219.SCAN_LIMIT)]: {
    name: "the scan limit",
    harm: "only one digit is scanned",
    vital: true,
  },
  [register(MAX7219.SHUTDOWN)]: {
    name: "the shutdown register",
    harm: "the chip stays in shutdown and shows nothing",
    vital: true,
  },
  [register(MAX7219.DISPLAY_TEST)]: {
    name: "the display test",
    harm: "it is right after power-up, but not after a disturbance",
  },
};

function actionsOf(bytes: readonly number[]): string[] {
  const found = inWords(bytes).flatMap(({ word: [first] }) => {
    const number = first & 0x0f;
    if (number === MAX7219.NO_OP) return [];
    return [isDigit(number) ? "digits" : register(number)];
  });
  return [...new Set(found)];
}

interface Value {
  readonly value: number;
  readonly at: Nanoseconds | undefined;
}

/** A register's last value on each chip of a chain. */
type Registers = ReadonlyArray<ReadonlyMap<number, Value>>;

function registersAfter(units: readonly UnitRef[], writes: readonly SentTransfer[]): Registers {
  const chips = units.map(() => new Map<number, Value>());
  for (const { bytes, at } of writes)
    for (const { word, unit } of inWords(bytes))
      if (word[0] >= 0 && word[1] >= 0) chips[unit]?.set(word[0] & 0xf, { value: word[1], at });
  return chips;
}

function differences(
  units: readonly UnitRef[],
  writes: readonly SentTransfer[],
  expected: ReadonlyArray<readonly number[]>,
): RegisterDifference[] {
  const now = registersAfter(units, writes);
  const own = registersAfter(
    units,
    expected.map((bytes) => ({ bytes })),
  );
  const found: RegisterDifference[] = [];
  const chipsWith = (number: number, wrong: (value: number, own: number | undefined) => boolean) =>
    now.flatMap((registers, at) => {
      const held = registers.get(number);
      return held && wrong(held.value, own[at]?.get(number)?.value) ? [{ ...held, unit: units[at]! }] : [];
    });
  const on = (list: ReadonlyArray<{ readonly unit: string }>) =>
    units.length > 1 && list.length < units.length ? ` on ${list.map(({ unit }) => unit).join(", ")}` : "";
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
    const wanted = own[units.indexOf(limit.unit)]!.get(MAX7219.SCAN_LIMIT)!.value & 7;
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
  found.push(...decodeDifferences(units, writes));
  return found;
}

/** Digits that are decoded while segments are written to them, or not while character codes are. */
function decodeDifferences(units: readonly UnitRef[], writes: readonly SentTransfer[]): RegisterDifference[] {
  const modes = units.map(() => 0);
  const tally = { decoded: 0, segments: 0, plain: 0, codes: 0 };
  const kinds = new Set<number>();
  let at: { decoded?: Nanoseconds; plain?: Nanoseconds } = {};
  for (const write of writes)
    for (const { word, unit } of inWords(write.bytes)) {
      const [first, data] = word;
      const number = first & 0xf;
      if (first < 0 || data < 0 || modes[unit] === undefined) continue;
      if (number === MAX7219.DECODE_MODE) modes[unit] = data;
      if (!isDigit(number)) continue;
      if ((modes[unit] >> (number - 1)) & 1) {
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

const isRegister = (byte: number): boolean =>
  byte >= MAX7219.NO_OP && byte <= MAX7219.DISPLAY_TEST && byte !== 0x0d && byte !== 0x0e;

/** How a capture is held against the rig's own registers. */
export const capture: CaptureRules = {
  actionsOf,
  actions: ACTIONS,
  differences,
  heads(bytes) {
    // A no-op is no sign of sense: whatever lights nothing may look like one.
    const heads = inWords(bytes).flatMap(({ word: [head] }) => (head === MAX7219.NO_OP ? [] : [head]));
    return { all: heads.length, known: heads.filter(isRegister).length };
  },
};
