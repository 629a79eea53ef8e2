import type { ChartOptions } from "chart.js";
import { useCallback, useMemo } from "react";
import type { ScanFound } from "@/core/firmware";
import { formatNanoseconds } from "@/core/quantity";
import { Chart } from "@/ui";

/** Room above and below turns that are all alike, as a share of one. */
const ROOM = 0.02;

/** How long each turn of the scan took: a flat line is steady, what sticks out is seen as flicker. */
export function JitterChart({ scan }: { scan: ScanFound }) {
  const { turns, shortest, longest } = scan;
  const data = useCallback(
    (colour: (name: string) => string) => ({
      datasets: [
        {
          data: turns.map(({ at, lasts }) => ({ x: at / 1e9, y: lasts / 1e6 })),
          borderColor: colour("--ink"),
          pointRadius: 0,
          borderWidth: 1.2,
        },
      ],
    }),
    [turns],
  );
  const options = useMemo((): ChartOptions<"line"> => {
    const room = Math.max(longest - shortest, longest * ROOM) / 1e6;
    return {
      scales: {
        x: { type: "linear", ticks: { maxTicksLimit: 6, callback: (at) => `${Number(at).toFixed(1)} s` } },
        y: {
          min: Math.max(0, shortest / 1e6 - room),
          max: longest / 1e6 + room,
          ticks: { maxTicksLimit: 4, callback: (ms) => `${Number(ms).toFixed(2)} ms` },
        },
      },
    };
  }, [shortest, longest]);
  return (
    <Chart
      data={data}
      options={options}
      height={120}
      heads={["Time, s", "Scan cycle, ms"]}
      says={(at, ms) => [at.toFixed(2), ms.toFixed(3)]}
      label={`${turns.length} scan cycles, from ${formatNanoseconds(Math.round(shortest), 4)} to ${formatNanoseconds(Math.round(longest), 4)}`}
    />
  );
}
