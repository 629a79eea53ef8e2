import { useRef, useState } from "react";
import type { ChartProps } from "./chart-canvas";
import { fetched } from "./fetched";
import { useInSight } from "./use-in-sight";

const Canvas = fetched("The chart", () => import("./chart-canvas").then(({ ChartCanvas }) => ChartCanvas));

interface Props extends ChartProps {
  /** The heads of its table, with units. */
  readonly heads: readonly [x: string, y: string];
  /** A point as the table writes it. */
  readonly says: (x: number, y: number) => readonly [x: string, y: string];
}

/** The one chart, with its table. What draws it is large, and fetched when the chart comes into sight. */
export function Chart({ heads, says, ...chart }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const seen = useInSight(place, "once");
  return (
    <>
      <div ref={place} style={{ height: chart.height }}>
        {seen && <Canvas {...chart} />}
      </div>
      <ChartTable data={chart.data} label={chart.label} heads={heads} says={says} />
    </>
  );
}

/** Rows a table of a chart has at most: of more points every so manieth is listed. */
const MOST_ROWS = 100;

function ChartTable({ data, label, heads, says }: Pick<Props, "data" | "label" | "heads" | "says">) {
  const [open, setOpen] = useState(false);
  return (
    <details className="chart-table tiny" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Show as a table</summary>
      {open && (
        <div className="table-scroll" tabIndex={0} role="region" aria-label={`${label}, scrolls`}>
          <table className="rule-table" aria-label={label}>
            <thead>
              <tr>
                {heads.map((head) => (
                  <th key={head} scope="col" className="number">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rowsOf(data).map(([x, y], at) => (
                <tr key={at}>
                  {says(x, y).map((text, column) => (
                    <td key={column} className="number">
                      {text}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </details>
  );
}

/** The points of a chart's line, thinned where there are many. */
function rowsOf(data: ChartProps["data"]): ReadonlyArray<readonly [number, number]> {
  const [line] = data(() => "").datasets;
  const points = (line?.data ?? []).map((point, at) =>
    typeof point === "number" ? ([at, point] as const) : ([point.x, point.y] as const),
  );
  const every = Math.ceil(points.length / MOST_ROWS);
  return points.filter((_, at) => at % every === 0);
}
