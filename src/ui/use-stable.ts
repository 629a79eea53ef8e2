import { useCallback, useLayoutEffect, useRef } from "react";

/** A function that stays the same while what it does follows the last render: for parts that are drawn only when told new. */
export function useStable<Given extends readonly unknown[], Found>(
  does: (...given: Given) => Found,
): (...given: Given) => Found {
  const latest = useRef(does);
  useLayoutEffect(() => {
    latest.current = does;
  });
  return useCallback((...given: Given) => latest.current(...given), []);
}
