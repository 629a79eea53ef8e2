import {
  Chart as ChartJs,
  LineController,
  LineElement,
  LinearScale,
  LogarithmicScale,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from "chart.js";
import { useEffect, useRef } from "react";
import { usePreferences } from "@/store";

ChartJs.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement, Tooltip);

export interface ChartProps {
  readonly data: (
    colour: (name: string) => string,
  ) => ChartData<"line", Array<{ x: number; y: number } | number>>;
  readonly options: ChartOptions<"line">;
  readonly height: number;
  readonly label: string;
}

/** A chart in the colours of the theme, still, and with a text for people who hear the page. */
export function ChartCanvas({ data, options, height, label }: ChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = usePreferences((state) => state.theme);
  useEffect(() => {
    if (!canvas.current) return;
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    ChartJs.defaults.font.family = style.getPropertyValue("--bs-body-font-family") || "sans-serif";
    ChartJs.defaults.font.size = 11;
    ChartJs.defaults.color = colour("--ink-2");
    ChartJs.defaults.borderColor = colour("--rule");
    const chart = new ChartJs(canvas.current, {
      type: "line",
      data: data(colour),
      options: {
        responsive: true,
        maintainAspectRatio: false,
        animation: false,
        ...options,
        plugins: { legend: { display: false }, ...options.plugins },
      },
    });
    return () => chart.destroy();
  }, [data, options, theme]);
  return (
    <div style={{ height }}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
