import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomTransform } from "d3-zoom";
import { useEffect, type RefObject } from "react";
import { useStable } from "./use-stable";
import { timeScale } from "./time-axis";

export type TimeRange = readonly [from: number, to: number];

interface Zoomed {
  readonly svg: RefObject<SVGSVGElement | null>;
  /** All there is, ns. */
  readonly whole: TimeRange;
  /** What is in sight. */
  readonly range: TimeRange;
  /** The shortest stretch to be seen, ns. */
  readonly shortest: number;
  /** Where the picture begins and ends, in drawing units. */
  readonly left: number;
  readonly right: number;
  readonly onRange: (range: TimeRange) => void;
}

/** The transform under which a stretch fills the picture. */
function transformFor({
  whole,
  range,
  left,
  right,
}: Omit<Zoomed, "svg" | "onRange" | "shortest">): ZoomTransform {
  const base = timeScale(whole, left, right);
  const by = (whole[1] - whole[0]) / Math.max(1, range[1] - range[0]);
  return zoomIdentity.translate(left - by * base(range[0]), 0).scale(by);
}

/**
 * Looks closer at a picture over time: by the wheel with Ctrl or Shift, by two fingers, and along it by dragging.
 * @returns changes what is in sight as buttons do: so many times wider, or moved by a share of it
 */
export function useTimeZoom({ svg, whole, range, shortest, left, right, onRange }: Zoomed) {
  const [first, last] = whole;
  const [from, to] = range;
  const tell = useStable(onRange);
  useEffect(() => {
    if (!svg.current) return;
    const base = timeScale([first, last], left, right);
    const behaviour = zoom<SVGSVGElement, unknown>()
      .extent([
        [left, 0],
        [right, 1],
      ])
      .translateExtent([
        [left, -Infinity],
        [right, Infinity],
      ])
      .scaleExtent([1, Math.max(1, (last - first) / shortest)])
      .clickDistance(4)
      // Without a key the wheel scrolls the page, and a double click is two clicks.
      .filter((event: MouseEvent) =>
        event.type === "wheel" ? event.ctrlKey || event.shiftKey : event.type !== "dblclick" && !event.button,
      )
      .on("zoom", ({ transform, sourceEvent }: D3ZoomEvent<SVGSVGElement, unknown>) => {
        if (sourceEvent) tell(transform.rescaleX(base).domain() as [number, number]);
      });
    const drawn = select(svg.current);
    drawn.call(behaviour);
    return () => void drawn.on(".zoom", null);
  }, [svg, first, last, left, right, shortest, tell]);
  useEffect(() => {
    // Where the next gesture begins, said without beginning one.
    const transform = transformFor({ whole: [first, last], range: [from, to], left, right });
    if (svg.current) select(svg.current).property("__zoom", transform);
  }, [svg, first, last, from, to, left, right]);
  const show = (low: number, high: number) => {
    const length = Math.min(Math.max(shortest, high - low), last - first);
    const start = Math.min(Math.max(first, low), last - length);
    onRange([start, start + length]);
  };
  return {
    zoomBy: (wider: number) => {
      const middle = (from + to) / 2;
      show(middle - (middle - from) * wider, middle + (to - middle) * wider);
    },
    pan: (share: number) => show(from + (to - from) * share, to + (to - from) * share),
  };
}
