/** Bounds that no real font of dots reaches. */
export const BDF_LIMITS = {
  bytes: 16 * 1024 * 1024,
  glyphs: 70_000,
  side: 256,
  dots: 40_000_000,
  name: 80,
} as const;
