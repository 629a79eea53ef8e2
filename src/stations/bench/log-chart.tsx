import { useCallback, useMemo } from "react";
import type { ChartOptions } from "chart.js";
import { formatLogged } from "@/core/notes";
import type { LogEntry } from "@/core/rig";
import { Chart, formatDate } from "@/ui";

interface Props {
  readonly entries: readonly LogEntry[];
  readonly foretold: number | undefined;
}

/** Values of one place over time, with what the rig foretells as a line. */
export function LogChart({ entries, foretold }: Props) {
  const unit = entries[0]!.unit;
  const data = useCallback(
    (colour: (name: string) => string) => {
      const points = [...entries]
        .sort((one, other) => one.at - other.at)
        .map(({ at, value }) => ({ x: at, y: value }));
      const ends = [points[0]!.x, points.at(-1)!.x];
      return {
        datasets: [
          { data: points, borderColor: colour("--ink"), pointRadius: 3, borderWidth: 1.5 },
          ...(foretold === undefined
            ? []
            : [
                {
                  data: ends.map((x) => ({ x, y: foretold })),
                  borderColor: colour("--note"),
                  borderDash: [5, 4],
                  pointRadius: 0,
                  borderWidth: 1.5,
                },
              ]),
        ],
      };
    },
    [entries, foretold],
  );
  const options = useMemo(
    (): ChartOptions<"line"> => ({
      scales: {
        x: { type: "linear", ticks: { maxTicksLimit: 6, callback: (at) => formatDate(Number(at), "day") } },
        y: { ticks: { callback: (value) => formatLogged(Number(value), unit) } },
      },
    }),
    [unit],
  );
  return (
    <>
      <Chart
        data={data}
        options={options}
        height={190}
        label={`${entries.length} values over time`}
        heads={["Time", "Value"]}
        says={(at, value) => [formatDate(at, "minute"), formatLogged(value, unit)]}
      />
      {foretold !== undefined && (
        <p className="tiny quiet mb-0">Dashed: what the rig predicts, {formatLogged(foretold, unit)}.</p>
      )}
    </>
  );
}
