import type { Ohms, Volts } from "../quantity";

/** What a meter's diode range shows with plus at one leg and minus at another; undefined where it shows nothing. */
export interface Junction {
  readonly plus: 1 | 2 | 3;
  readonly minus: 1 | 2 | 3;
  readonly volts: Volts | undefined;
}

/** The six ways to touch three legs. */
export const THREE_LEGS: ReadonlyArray<readonly [plus: 1 | 2 | 3, minus: 1 | 2 | 3]> = [
  [1, 2],
  [1, 3],
  [2, 1],
  [2, 3],
  [3, 1],
  [3, 2],
];

/** What a part with three legs is, leg by leg, or what keeps that from being said. */
export type Found =
  | { readonly is: string; readonly legs: readonly [string, string, string]; readonly mind?: string }
  | { readonly problem: string };

/** V of a silicon junction in a meter's diode range (customary: 0.45 to 0.85), and where it is a short. */
const JUNCTION = [0.4, 0.95] as const;
const SHORT: Volts = 0.1;
/** V by which the emitter's junction shows more than the collector's, at the least, to be told from it. */
const TOLD_APART: Volts = 0.002;

const LEGS = [1, 2, 3] as const;

/**
 * Which leg of a transistor is which, from its junctions. The emitter is doped more heavily: its junction drops a little
 * more than the collector's. A MOSFET shows only the diode between source and drain.
 */
export function transistorFrom(readings: readonly Junction[]): Found {
  if (readings.length < THREE_LEGS.length)
    return { problem: "Touch all six pairs: plus and minus both ways round." };
  const shorted = readings.find(({ volts }) => volts !== undefined && volts < SHORT);
  if (shorted)
    return {
      problem: `Legs ${shorted.plus} and ${shorted.minus} are joined or shorted: a broken part, or two legs of one use.`,
    };
  const odd = readings.find(
    ({ volts }) => volts !== undefined && (volts < JUNCTION[0] || volts > JUNCTION[1]),
  );
  if (odd)
    return {
      problem: `${odd.volts} V from leg ${odd.plus} to leg ${odd.minus} is no silicon junction: measure it again, out of the circuit.`,
    };
  const conducting = readings.filter(({ volts }) => volts !== undefined);
  if (conducting.length === 1) return mosfet(conducting[0]!);
  if (conducting.length !== 2)
    return {
      problem:
        conducting.length === 0
          ? "Nothing conducts either way: a burnt part, or no transistor."
          : `${conducting.length} pairs conduct, and a transistor has two: measure again out of the circuit; a Darlington has a diode more.`,
    };
  const [one, other] = conducting as [Junction, Junction];
  if (one.plus === other.plus) return bipolar("NPN", one.plus, one, other, one.minus, other.minus);
  if (one.minus === other.minus) return bipolar("PNP", one.minus, one, other, one.plus, other.plus);
  return { problem: "The two that conduct share no end: two diodes, or a reading that slipped." };
}

function bipolar(
  is: "NPN" | "PNP",
  base: number,
  one: Junction,
  other: Junction,
  oneEnd: number,
  otherEnd: number,
): Found {
  const apart = one.volts! - other.volts!;
  if (Math.abs(apart) < TOLD_APART)
    return {
      problem: `${is}, base on leg ${base}; both junctions drop alike. The gain range tells collector and emitter: the higher gain is the right way round.`,
    };
  const emitter = apart > 0 ? oneEnd : otherEnd;
  return {
    is: `${is} transistor`,
    legs: LEGS.map((leg) =>
      leg === base ? "base" : leg === emitter ? "emitter" : "collector",
    ) as unknown as [string, string, string],
    mind: "Two diodes with a common end look the same: the gain range shows no gain then.",
  };
}

const mosfet = ({ plus, minus }: Junction): Found => ({
  is: "MOSFET, or a diode with a leg to spare",
  legs: LEGS.map((leg) =>
    leg === plus
      ? "source of an N-channel, drain of a P-channel"
      : leg === minus
        ? "drain of an N-channel, source of a P-channel"
        : "gate",
  ) as unknown as [string, string, string],
  mind: "Touch plus to the gate and measure once more: an N-channel then conducts both ways, a P-channel does not.",
});

/** Within what resistors of one array differ, with the meter. */
const ALIKE = 0.1;
const about = (one: Ohms, other: Ohms): boolean => Math.abs(one / other - 1) <= ALIKE;

/**
 * Which end of a resistor array is common, from three values: between its first two legs, between the next two, and
 * between its last two; undefined where nothing is shown.
 */
export function arrayFrom(
  first: Ohms | undefined,
  second: Ohms | undefined,
  last: Ohms | undefined,
): { readonly is: string } | { readonly problem: string } {
  if (first === undefined && last === undefined)
    return {
      problem:
        "Neither end shows anything: legs 1 and 2 belong to no resistor together. Count the legs again.",
    };
  if (first !== undefined && second === undefined)
    return { is: "each two legs beside each other are a resistor of its own: there is no common leg" };
  if (first === undefined || second === undefined || last === undefined)
    return {
      problem: "One of the three shows nothing: measure it again, with the array out of the circuit.",
    };
  if (about(second, first * 2) && about(last, second))
    return { is: "leg 1 is common: its resistors go from there to every other leg" };
  if (about(first, last * 2) && about(second, first))
    return { is: "the last leg is common: the dot is at the other end" };
  return { problem: "These do not go together: from the common leg it is R, between two others 2 R." };
}

/** How leg 1 of a chip is found. */
export const LEG_ONE = [
  "Notch to the left, print upright: leg 1 is at the bottom left. Legs count along the bottom to the right, then back along the top.",
  "A dot beside a leg is leg 1. A dot in the middle of the body is only from its mould.",
  "A bevelled long edge is the side of leg 1; a band across one end is that end.",
  "Not sure: with the meter’s diode range, plus on ground and minus on the supply leg shows about 0.6 V on nearly every chip; the other way round nothing below 1 V.",
] as const;
