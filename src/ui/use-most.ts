import { useState } from "react";

interface Most<One> {
  readonly shown: readonly One[];
  /** How many are left out. */
  readonly left: number;
  more(): void;
}

/**
 * The first of a long list, and more of it when asked: thousands of rows nobody reads would hold the page up.
 * @param keeps what is shown wherever it stands
 */
export function useMost<One>(list: readonly One[], first: number, keeps: (one: One) => boolean): Most<One> {
  const [most, setMost] = useState(first);
  if (list.length <= most) return { shown: list, left: 0, more: () => {} };
  const shown = list.filter((one, at) => at < most || keeps(one));
  return { shown, left: list.length - shown.length, more: () => setMost(most * 4) };
}
