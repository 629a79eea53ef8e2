import type { Leg, Part } from "../sheet";

const ORDINALS = [
  "first",
  "second",
  "third",
  "fourth",
  "fifth",
  "sixth",
  "seventh",
  "eighth",
  "ninth",
  "tenth",
];

const ordinal = (n: number): string => ORDINALS[n - 1] ?? `${n}th`;

export type LegSide = "left" | "right" | "top" | "bottom";

/**
 * Where a numbered leg sits, seen from above with the notch up (chips) or from the front with the point at the
 * bottom right (displays).
 * @returns the side and the place along it, from 1: from the notch down, or from the left
 */
export function legPlace(part: Part, legId: string): { side: LegSide; place: number } | undefined {
  const number = part.legs.find(({ id }) => id === legId)?.number ?? Number(legId);
  const { outline } = part;
  switch (outline.style) {
    case "dual-in-line": {
      const half = outline.legs / 2;
      return number <= half
        ? { side: "left", place: number }
        : { side: "right", place: outline.legs + 1 - number };
    }
    case "two-rows":
      return number <= outline.perRow
        ? { side: "bottom", place: number }
        : { side: "top", place: outline.perRow * 2 + 1 - number };
    case "header":
    case "two-ended":
      return undefined;
  }
}

/** How to find a leg by finger: "fourth from the notch on the right". */
export function countLeg(part: Part, leg: Leg): string {
  const at = legPlace(part, leg.id);
  if (at) {
    return part.outline.style === "dual-in-line"
      ? `${ordinal(at.place)} from the notch on the ${at.side}`
      : `${ordinal(at.place)} from the left along the ${at.side}`;
  }
  if (part.kind === "transistor") return `its ${leg.name}, by its sheet`;
  if (part.kind === "module")
    return `marked ${leg.name.replace(/ out$/, "")}, ${ordinal(Number(leg.id))} pin`;
  if (part.outline.style === "header")
    return `marked ${(leg.mark ?? leg.id).replace(/^GND\d$/, "GND")} on the board`;
  if (part.kind === "supply") return `the ${leg.name} terminal`;
  return leg.id === "1" ? "either end" : "the end still free";
}
