import { scaleLinear, type ScaleLinear } from "d3-scale";
import { formatNanoseconds } from "@/core/quantity";

/** ns to drawing units. */
export type TimeScale = ScaleLinear<number, number>;

/** Times to places: the one scale of every picture over time. @param times ns, shown from `left` to `right` */
export const timeScale = (times: readonly [number, number], left: number, right: number): TimeScale =>
  scaleLinear().domain(times).range([left, right]);

/** A label is about so wide, in drawing units. */
const LABEL = 90;

interface Props {
  readonly scale: TimeScale;
  /** Where the labels stand. */
  readonly y: number;
  /** How far the strokes reach up from there. */
  readonly stroke?: number;
}

/** The times under a picture: round ones, as many as there is room for. */
export function TimeTicks({ scale, y, stroke = 5 }: Props) {
  const [left, right] = scale.range() as [number, number];
  const [from, to] = scale.domain() as [number, number];
  const times = scale.ticks(Math.max(2, Math.floor((right - left) / LABEL / 1.6)));
  const step = (times[1] ?? to) - (times[0] ?? from);
  // As many figures as it takes to tell one from the next.
  const figures = Math.max(2, Math.ceil(Math.log10(Math.max(1, Math.abs(to) / step))) + 1);
  return (
    <g className="time-ticks" aria-hidden>
      {times.map((time) => {
        const x = scale(time);
        const anchor = x - left < LABEL / 2 ? "start" : right - x < LABEL / 2 ? "end" : "middle";
        return (
          <g key={time}>
            <path d={`M${x},${y - 11} v${-stroke}`} />
            <text x={x} y={y} textAnchor={anchor}>
              {time === 0 ? "0" : formatNanoseconds(time, figures)}
            </text>
          </g>
        );
      })}
    </g>
  );
}
