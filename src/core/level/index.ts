/** A logic level on a leg. Unknown: driven, but to what cannot be told. Open: nothing drives it. */
export const LOW = 0;
export const HIGH = 1;
export const UNKNOWN = 2;
export const OPEN = 3;
export type Level = typeof LOW | typeof HIGH | typeof UNKNOWN | typeof OPEN;

/** A stored bit; unknown as long as nothing has set it since power-up. */
export type Bit = typeof LOW | typeof HIGH | typeof UNKNOWN;

/** What a CMOS input makes of a level: an open input reads as nothing one can rely on. */
export const asBit = (level: Level): Bit => (level === OPEN ? UNKNOWN : level);

/** The bit that holds either of two values. */
export const either = (one: Bit, other: Bit): Bit => (one === other ? one : UNKNOWN);
