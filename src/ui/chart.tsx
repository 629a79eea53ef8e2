import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as ChartJs,
  Legend,
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

ChartJs.register(
  BarController,
  BarElement,
  CategoryScale,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  LogarithmicScale,
  PointElement,
  Tooltip,
);

type Kind = "line" | "bar";

interface Props {
  readonly kind: Kind;
  readonly data: (
    colour: (name: string) => string,
  ) => ChartData<Kind, Array<{ x: number; y: number } | number>>;
  readonly options: ChartOptions<Kind>;
  readonly height: number;
  readonly label: string;
}

/** The one chart: in the colours of the theme, still, and with a text for people who hear the page. */
export function Chart({ kind, data, options, height, label }: Props) {
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
      type: kind,
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
  }, [kind, data, options, theme]);
  return (
    <div style={{ height }}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
