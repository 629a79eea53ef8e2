import { useRef } from "react";
import type { ChartProps } from "./chart-canvas";
import { fetched } from "./fetched";
import { useInSight } from "./use-in-sight";

const Canvas = fetched("The chart", () => import("./chart-canvas").then(({ ChartCanvas }) => ChartCanvas));

/** The one chart. What draws it is large, and fetched when the chart comes into sight. */
export function Chart(props: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const seen = useInSight(place, "once");
  return (
    <div ref={place} style={{ height: props.height }}>
      {seen && <Canvas {...props} />}
    </div>
  );
}
