/** From this share of a limit on, one is near it. */
export const NEAR_LIMIT = 0.8;
