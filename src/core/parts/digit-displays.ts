import { about, choice, form, keyed, list, object, optional, whole, type Of, type Shape } from "../document";
import { DOTS, PIP_NAMES, SEGMENTS, isDot, type PipName } from "../glyph";
import {
  POLARITIES,
  type DisplayPart,
  type Leg,
  type LedColour,
  type LedFigures,
  type LedJunction,
  type Polarity,
} from "../sheet";

/** What a display leg is joined to: one LED of every digit, the common of one digit, that of the colon, or nothing. */
export type LegUse = PipName | `digit-${number}` | "colon-common" | "not-used";

/** Bounds of a display as its owner enters it. */
export const OWN_DISPLAY_LIMITS = { legs: 40, digits: 8 } as const;

const digit = whole([1, OWN_DISPLAY_LIMITS.digits]);

/** A display as its sheet lists it: legs along the bottom from the left, then along the top from the left or right. */
export const DISPLAY_SHEET = about(
  "a display as its owner entered it: what each leg is, leg 1 first",
  object({
    polarity: choice(...POLARITIES),
    /** Use of each leg, leg 1 first. Half of them along the bottom, the rest along the top from right to left. */
    legs: list(
      form<LegUse>(
        new RegExp(`^(${PIP_NAMES.join("|")}|digit-[1-${OWN_DISPLAY_LIMITS.digits}]|colon-common|not-used)$`),
        (_, shown) => `must say what the leg is, such as "a", "digit-1" or "not-used", not ${shown}`,
      ),
      OWN_DISPLAY_LIMITS.legs,
      2,
    ),
    /** The digit a mark stands behind: without an entry behind digit 2 for the colon, behind the last for the degree mark. */
    marks: optional(object({ colon: optional(digit), degree: optional(digit) })),
    /** The segment whose leg the colon shares, where it has a common of its own. */
    colonOn: optional(choice(...SEGMENTS)),
    /** Where the leg of the points lights another mark behind a digit instead. */
    pointIs: optional(
      keyed<number, Shape<PipName>>(
        new RegExp(`^[1-${OWN_DISPLAY_LIMITS.digits}]$`),
        "digit",
        choice(...PIP_NAMES),
        OWN_DISPLAY_LIMITS.digits,
      ),
    ),
  }),
);
export type DisplaySheet = Of<typeof DISPLAY_SHEET>;

const isCommon = (use: LegUse): use is `digit-${number}` => use.startsWith("digit-");
const digitOf = (use: LegUse): number => Number(use.slice("digit-".length));

/** How many digits a sheet has: one for each number among its commons. */
export const digitsOf = (sheet: Pick<DisplaySheet, "legs">): number =>
  new Set(sheet.legs.filter(isCommon)).size;

/** How many columns of dots a sheet has; 0 for digits. */
export const columnsOf = (sheet: Pick<DisplaySheet, "legs">): number =>
  new Set(sheet.legs.filter(isDot)).size;

/** What keeps a sheet from describing a display, with what to do; undefined for a good one. */
export function sheetProblem({ legs }: Pick<DisplaySheet, "legs">): string | undefined {
  const commons = [...new Set(legs.filter(isCommon).map(digitOf))].sort((one, other) => one - other);
  if (commons.length === 0) return "No leg is the common of a digit: say which legs the commons are on.";
  const gap = commons.findIndex((digit, at) => digit !== at + 1);
  if (gap >= 0)
    return `Digit ${gap + 1} has no common, and digit ${commons[gap]} has one: number the digits from 1 without a gap.`;
  const columns = columnsOf({ legs });
  if (columns > 0) {
    const missing = DOTS.slice(0, columns).find((dot) => !legs.includes(dot));
    return missing === undefined
      ? undefined
      : `No leg is column ${missing.slice(1)}, and there are ${columns}: number the columns from 1 without a gap.`;
  }
  const segments = (["a", "b", "c", "d", "e", "f", "g"] as const).filter(
    (segment) => !legs.includes(segment),
  );
  if (segments.length > 0)
    return `No leg is segment ${segments.join(", ")}: every segment needs one, or numbers cannot be read.`;
  return undefined;
}

/**
 * Builds a display part from its sheet. Every segment leg runs to that segment of every digit; several legs of one
 * use are joined inside.
 */
export function displayPart(id: string, title: string, source: string, sheet: DisplaySheet): DisplayPart {
  const { polarity, legs: uses } = sheet;
  const cathode = polarity === "common-cathode";
  const digits = digitsOf(sheet);
  const columns = columnsOf(sheet);
  const commonName = (use: `digit-${number}`): string => {
    if (columns > 0) return `row ${digitOf(use)}`;
    return digits === 1 ? "common" : `digit ${digitOf(use)}`;
  };
  const sign = cathode ? "−" : "+";
  const nameOf = (use: LegUse): string => {
    if (isCommon(use)) return `${commonName(use)} ${sign}`;
    return use === "colon-common" ? `colon ${sign}` : use === "not-used" ? "not used" : use;
  };
  const legs = uses.map((use, at): Leg => ({
    id: String(at + 1),
    name: nameOf(use),
    role: use === "not-used" ? "not-used" : "led",
  }));
  const legsOf = (wanted: LegUse) => uses.flatMap((use, at) => (use === wanted ? [String(at + 1)] : []));
  const leds: LedJunction[] = [];
  const add = (digit: number, segment: PipName, own: string, on: LegUse = `digit-${digit}`) => {
    const common = legsOf(on)[0];
    if (common === undefined) return;
    leds.push({ digit, segment, anode: cathode ? own : common, cathode: cathode ? common : own });
  };
  const colonAt = sheet.marks?.colon ?? Math.min(2, digits);
  for (let digit = 1; digit <= digits; digit += 1) {
    for (const name of PIP_NAMES) {
      const own = legsOf(name)[0];
      if (own === undefined) continue;
      if (name === "colon" || name === "degree") {
        const behind = name === "colon" ? colonAt : (sheet.marks?.degree ?? digits);
        if (behind === digit) add(digit, name, own);
      } else if (name === "dp" && sheet.pointIs) {
        const instead = sheet.pointIs[digit];
        if (instead) add(digit, instead, own);
      } else add(digit, name, own);
    }
    const colonLeg = sheet.colonOn && digit === colonAt ? legsOf(sheet.colonOn)[0] : undefined;
    if (colonLeg !== undefined) add(digit, "colon", colonLeg, "colon-common");
  }
  const joined = [...new Set(uses)]
    .filter((use) => use !== "not-used")
    .map(legsOf)
    .filter((same) => same.length > 1);
  return {
    id,
    kind: "display",
    title,
    outline: { style: "two-rows", perRow: Math.ceil(uses.length / 2) },
    legs,
    joined,
    polarity,
    digits,
    columns,
    leds,
    source,
  };
}

/** Leg orders met most, seen from the front, points at the bottom right. */
const ORDERS: Readonly<Record<string, { title: string; legs: readonly LegUse[] } & Partial<DisplaySheet>>> = {
  "digit-1": {
    title: "one digit",
    legs: ["e", "d", "digit-1", "c", "dp", "b", "a", "digit-1", "f", "g"],
  },
  "digit-2": {
    title: "two digits",
    legs: ["e", "d", "c", "g", "dp", "b", "digit-2", "digit-1", "f", "a"],
  },
  "digit-3": {
    title: "three digits",
    legs: ["e", "d", "dp", "c", "g", "not-used", "b", "digit-3", "digit-2", "f", "a", "digit-1"],
  },
  "digit-4": {
    title: "four digits",
    legs: ["e", "d", "dp", "c", "g", "digit-4", "b", "digit-3", "digit-2", "f", "a", "digit-1"],
  },
  "digit-4-clock": {
    title: "four digits with colon and degree mark",
    legs: ["e", "d", "dp", "c", "g", "digit-4", "b", "digit-3", "digit-2", "f", "a", "digit-1"],
    pointIs: { 2: "colon", 4: "degree" },
  },
  "digit-8-lamps": {
    title: "eight digits, each with a lamp above it",
    legs: [
      ...(["a", "b", "c", "d", "e", "f", "g", "dp", "lamp"] as const),
      ...(["digit-8", "digit-7", "digit-6", "digit-5", "digit-4", "digit-3", "digit-2", "digit-1"] as const),
      "not-used",
    ],
  },
};

const POLARITY_NAME: Readonly<Record<Polarity, string>> = {
  "common-cathode": "common cathode",
  "common-anode": "common anode",
};
const ENDING: Readonly<Record<Polarity, string>> = { "common-cathode": "cc", "common-anode": "ca" };

/** The catalogue's display with so many digits. */
export const displayId = (order: string, polarity: Polarity): string => `${order}-${ENDING[polarity]}`;

export const DIGIT_DISPLAYS: readonly DisplayPart[] = Object.entries(ORDERS).flatMap(([order, sheet]) =>
  POLARITIES.map((polarity) =>
    displayPart(
      displayId(order, polarity),
      `${sheet.title}, ${POLARITY_NAME[polarity]}, ${sheet.legs.length} legs`,
      "typical leg order of 14 mm displays; check it against the sheet of yours, or enter yours leg by leg",
      { ...sheet, polarity },
    ),
  ),
);

/** The sheet of a catalogue display, to start one's own from. */
export function sheetOf(order: string, polarity: Polarity): DisplaySheet | undefined {
  const found = ORDERS[order];
  return found && { legs: found.legs, polarity, pointIs: found.pointIs };
}

const LED_SOURCE =
  "typical figures for 3 to 5 mm indicator and display LEDs, peak at a tenth duty and 0.1 ms; use the sheet of yours";

const colour = (name: LedColour, title: string, forward: number, slope: number): LedFigures => ({
  colour: name,
  title,
  forward,
  slope,
  keep: 20,
  maximum: 30,
  peak: 80,
  source: LED_SOURCE,
});

/** Figures to start from, a colour each. */
export const LED_FIGURES: Readonly<Record<LedColour, LedFigures>> = {
  red: colour("red", "red", 1.9, 10),
  amber: colour("amber", "amber", 2.0, 12),
  "yellow-green": colour("yellow-green", "yellow-green (older)", 2.1, 15),
  green: colour("green", "true green", 3.1, 20),
  blue: colour("blue", "blue", 3.1, 20),
  white: colour("white", "white", 3.1, 20),
};
