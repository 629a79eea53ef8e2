/** Preferred values of resistors (IEC 60063), in a decade from 1. */
export const E_SERIES = {
  E12: [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2],
  E24: [
    1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5,
    8.2, 9.1,
  ],
  E96: Array.from({ length: 96 }, (_, at) => Number((10 ** (at / 96)).toFixed(2))),
} as const;
export type ESeries = keyof typeof E_SERIES;

const DECADES = 7;

/**
 * The values of a series on either side of a resistance.
 * @param ohms 1 Ω to 10 MΩ
 * @returns the largest value not above it and the smallest not below it; the same twice where it is a value itself
 */
export function neighbours(series: ESeries, ohms: number): { below: number; above: number } {
  let below = 1;
  for (let decade = 0; decade <= DECADES; decade += 1) {
    for (const value of E_SERIES[series]) {
      const here = Number((value * 10 ** decade).toPrecision(3));
      if (here >= ohms * (1 - 1e-9)) return { below: here <= ohms * (1 + 1e-9) ? here : below, above: here };
      below = here;
    }
  }
  return { below, above: below };
}
