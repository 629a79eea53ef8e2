import { useEffect, useRef } from "react";
import type { DotGrid } from "@/core/address";
import { dotAt } from "@/core/dots";
import type { LedColour } from "@/core/parts";
import type { SignFrame } from "@/core/show";
import { LED_CSS } from "@/ui";

/** Picture elements a dot of the ribbon takes, and dots of it that are drawn at once. */
const DOT = 4;
const SPAN = 230;

/** The text as a long ribbon, and on it the window that the display is. */
export function RibbonView({
  frame,
  grid,
  colour,
}: {
  readonly frame: SignFrame;
  readonly grid: DotGrid;
  readonly colour: LedColour;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { ribbon, x, y } = frame.view();
  const wide = ribbon.width > grid.width || x !== 0;
  const rows = Math.max(grid.height, ribbon.height);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const { width, height } = context.canvas;
    context.fillStyle = "#191310";
    context.fillRect(0, 0, width, height);
    // The window stays in the middle, the ribbon runs under it.
    const left = x - Math.floor((SPAN - grid.width) / 2);
    for (let row = 0; row < rows; row += 1)
      for (let column = 0; column < SPAN; column += 1) {
        const from = left + column;
        if (from < 0 || from >= ribbon.width) continue;
        context.fillStyle = dotAt(ribbon, from, row + y) ? LED_CSS[colour] : "#2b211b";
        context.fillRect(column * DOT, row * DOT, DOT - 1, DOT - 1);
      }
    context.strokeStyle = "#f0e8da";
    context.lineWidth = 2;
    context.strokeRect((x - left) * DOT - 1, 1, grid.width * DOT + 1, rows * DOT - 2);
  }, [ribbon, x, y, rows, grid, colour]);
  if (!wide) return null;
  return (
    <canvas
      ref={canvas}
      className="frames-ribbon"
      width={SPAN * DOT}
      height={rows * DOT}
      role="img"
      aria-label={`The ribbon of ${ribbon.width} columns, the display's window at column ${x}`}
    />
  );
}
