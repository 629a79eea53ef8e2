import { useEffect, useState, type RefObject } from "react";

/** How far outside the window a thing counts as in sight, so that it is ready when it comes. */
const AHEAD = "240px";

/** Whether a thing is in sight of the window, or was ever. False until the window has told. */
export function useInSight(place: RefObject<Element | null>, ever: "now" | "once"): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const watch = new IntersectionObserver(
      (entries) => {
        const now = entries.at(-1)!.isIntersecting;
        setSeen((before) => now || (ever === "once" && before));
      },
      { rootMargin: AHEAD },
    );
    watch.observe(place.current);
    return () => watch.disconnect();
  }, [place, ever]);
  return seen;
}
