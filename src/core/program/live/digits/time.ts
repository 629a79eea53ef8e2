import { name, type Expression } from "../../language";
import { joined } from "../naming";
import type { DigitCounter } from "./counter";

/** A time held in digits, and which of them a part of it is. */
export interface TimeDigits {
  readonly counter: DigitCounter;
  /** The digits of a part, ones first; undefined where the time is not held in them. */
  of(part: string | undefined): readonly Expression[] | undefined;
}

/** Parts that are read off seconds which go on beyond 59. */
const isPlain = (part: string | undefined): boolean => part === undefined || part === "S";

/**
 * The digits a time is counted in: hours, minutes and seconds where those are shown, plain seconds where they go on
 * beyond 59, minutes that go on beyond 59 where no hours stand beside them.
 * @param tick ms
 * @param most ticks
 * @param shown parts that faces show
 */
export function timeDigits(
  variable: string,
  tick: number,
  most: number,
  shown: ReadonlySet<string | undefined>,
): TimeDigits {
  const fractions = [...(tick < 100 ? ["hundredths"] : []), ...(tick < 1000 ? ["tenths"] : [])] as const;
  const hours = shown.has("h");
  const plain = !hours && !shown.has("m") && !shown.has("M") && [...shown].some(isPlain);
  const seconds = [
    ["seconds", 10],
    ["tenSeconds", plain ? 10 : 6],
  ] as const;
  const more = plain
    ? (["hundredSeconds", "thousandSeconds", "tenThousandSeconds", "hundredThousandSeconds"] as const).map(
        (place) => [place, 10] as const,
      )
    : [
        ["minutes", 10] as const,
        ["tenMinutes", hours ? 6 : 10] as const,
        ...(hours
          ? [["hours", 10] as const, ["tenHours", 10] as const, ["hundredHours", 10] as const]
          : [
              ["hundredMinutes", 10] as const,
              ["thousandMinutes", 10] as const,
              ["tenThousandMinutes", 10] as const,
            ]),
      ];
  const all = [...fractions.map((place) => [place, 10] as const), ...seconds, ...more];
  let weight = 1;
  const held = all.filter(([, radix], at) => {
    const isHeld = at === 0 || weight <= most;
    weight *= radix;
    return isHeld;
  });
  const counter = {
    names: held.map(([place]) => joined(variable, place)),
    radices: held.map(([, radix]) => radix),
  };
  const from = (first: string, to?: string): Expression[] | undefined => {
    const places = all.map(([place]) => place as string);
    const begin = places.indexOf(first);
    if (begin < 0) return undefined;
    const end = to === undefined ? places.length : places.indexOf(to) + 1;
    return counter.names.slice(begin, end).map(name);
  };
  const isTime = !plain;
  return {
    counter,
    of(part) {
      switch (part) {
        case "h":
          return hours ? from("hours") : undefined;
        case "m":
          return hours ? from("minutes", "tenMinutes") : undefined;
        case "M":
          return isTime && !hours ? from("minutes") : undefined;
        case "s":
          return isTime ? from("seconds", "tenSeconds") : undefined;
        case "S":
          return plain ? from("seconds") : undefined;
        case "d":
          return from("tenths", "tenths");
        case "c":
          return from("hundredths", "tenths");
        default:
          return plain ? from(fractions[0] ?? "seconds") : undefined;
      }
    },
  };
}
