import type { DisplayPart } from "../sheet";

/** The room a part takes on a board, in pitches of 2.54 mm. */
export interface Body {
  readonly width: number;
  readonly height: number;
  /** Between its two rows of legs. */
  readonly span: number;
}

/**
 * Customary bodies: a 0.56 inch digit is 12.6 mm wide and 19 mm high; modules of dots with a leg for every 2.54 mm are
 * about as many pitches wide and high as they have dots.
 */
const DIGIT_WIDTH = 5;
const DIGIT_HEIGHT = 7.5;
const DOT_WIDTH = 1;
const DOTS_HEIGHT = 8;
const SPAN = 6;

/** How wide and high a display is, legs and all; what is not on the sheet is customary. */
export function displayBody(part: DisplayPart): Body {
  const legs = part.outline.style === "two-rows" ? part.outline.perRow : part.legs.length / 2;
  return part.columns > 0
    ? { width: Math.max(legs, part.columns * DOT_WIDTH), height: DOTS_HEIGHT, span: SPAN }
    : { width: Math.max(legs, part.digits * DIGIT_WIDTH), height: DIGIT_HEIGHT, span: SPAN };
}
