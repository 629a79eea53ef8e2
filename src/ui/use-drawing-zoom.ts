import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent } from "d3-zoom";
import { useEffect, useRef, useState } from "react";

/** How close one can look. */
const CLOSEST = 8;

/**
 * Looks closer at a drawing: by two fingers, or the wheel with Ctrl; then it is moved by dragging. One finger alone
 * scrolls the page as long as the drawing is whole.
 * @param width of the drawing, in its own units
 */
export function useDrawingZoom(width: number, height: number) {
  const svg = useRef<SVGSVGElement>(null);
  const [at, setAt] = useState({ x: 0, y: 0, k: 1 });
  const behaviour = useRef<ReturnType<typeof zoom<SVGSVGElement, unknown>>>(undefined);
  useEffect(() => {
    if (!svg.current) return;
    const drawing = select(svg.current);
    let closeness = 1;
    const zooming = zoom<SVGSVGElement, unknown>()
      .extent([
        [0, 0],
        [width, height],
      ])
      .translateExtent([
        [0, 0],
        [width, height],
      ])
      .scaleExtent([1, CLOSEST])
      .clickDistance(4)
      .filter((event: MouseEvent | TouchEvent) => {
        if (event.type === "wheel") return (event as MouseEvent).ctrlKey;
        if (event.type === "dblclick") return false;
        return closeness > 1 || ("touches" in event && event.touches.length > 1);
      })
      .on("zoom", ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => {
        closeness = transform.k;
        setAt({ x: transform.x, y: transform.y, k: transform.k });
      });
    drawing.call(zooming);
    behaviour.current = zooming;
    return () => void drawing.on(".zoom", null);
  }, [width, height]);
  return {
    svg,
    transform: at.k === 1 ? undefined : `translate(${at.x} ${at.y}) scale(${at.k})`,
    touchAction: at.k === 1 ? "pan-x pan-y" : "none",
    /** Shows the whole drawing again; undefined while it is whole. */
    reset:
      at.k === 1
        ? undefined
        : () => {
            if (svg.current && behaviour.current)
              behaviour.current.transform(select(svg.current), zoomIdentity);
          },
  };
}
