import { useEffect, useRef, useState } from "react";
import type { ChartProps } from "./chart-canvas";
import { fetched } from "./fetched";

const Canvas = fetched("The chart", () => import("./chart-canvas").then(({ ChartCanvas }) => ChartCanvas));

/** How far outside the window a chart is made ready. */
const AHEAD = "240px";

/** The one chart. What draws it is large, and fetched when the chart comes into sight. */
export function Chart(props: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true),
      { rootMargin: AHEAD },
    );
    watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={place} style={{ height: props.height }}>
      {seen && <Canvas {...props} />}
    </div>
  );
}
